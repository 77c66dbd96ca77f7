import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements, isWords } from '../../document/walk.js';
import { comparePage } from '../compare-page.js';
import type { Difference } from '../difference.js';
import type { MeasuredTextStyle, MeasuredPage, MeasuredElement, MeasuredWord } from '../measurement.js';
import { differencesOf } from './index.js';
import type { Box } from '../../geometry/box.js';

/* What a proof says of pages that stand otherwise than their sources: measured by hand here. */
const TYPE: MeasuredTextStyle = { family: 'Arial', size: 16, weight: '400', style: 'normal', color: 'rgb(0, 0, 0)' };
type Places = Readonly<Record<string, Box | undefined>>;

/** A page measured from the places of its elements: words of ten px a letter on lines of 20 px from the top left of theirs. */
function measured(
  document: PageDocument,
  places: Places,
  more: Readonly<
    Record<
      string,
      Partial<MeasuredElement> & {
        look?: Partial<MeasuredTextStyle>;
        width?: number;
        cut?: true;
        leading?: number;
        under?: string;
        gap?: number;
      }
    >
  > = {},
): MeasuredPage {
  const looks: MeasuredTextStyle[] = [];
  const all: MeasuredWord[] = [];
  for (const node of elements(document.body)) {
    const box = places[node.id];
    const own = more[node.id] ?? {};
    const texts = (node.children ?? []).filter(isWords).flatMap(({ text }) => text.split(' '));
    if (!box || texts.length === 0) continue;
    const look = looks.push({ ...TYPE, ...own.look }) - 1;
    let [x, y] = [box[0], box[1]];
    for (const text of texts) {
      const width = text.length * (own.width ?? 10);
      if (x + width > box[0] + box[2] && x > box[0]) [x, y] = [box[0], y + (own.leading ?? 20)];
      all.push({
        text,
        x,
        y,
        width,
        height: 18,
        look,
        of: node.id,
        ...(own.cut ? { cut: true } : {}),
        ...(own.under === undefined ? {} : { under: own.under }),
      });
      x += width + (own.gap ?? 5);
    }
  }
  const things = Object.fromEntries(
    Object.entries(places).flatMap(([id, box]) =>
      box
        ? [
            [
              id,
              {
                box,
                ...(more[id]?.shown === undefined ? {} : { shown: more[id]?.shown }),
                ...(more[id]?.fill ? { fill: more[id]?.fill } : {}),
                ...(more[id]?.under === undefined || all.some(({ of }) => of === id) ? {} : { under: more[id]?.under }),
              },
            ],
          ]
        : [],
    ),
  );
  return { words: all, looks, things, sections: [], pictures: [], height: 1000, overflow: 0, elements: 9 };
}

const node = (
  kind: ElementNode['kind'],
  id: string,
  more: Partial<ElementNode>,
  ...children: Parameters<typeof element>[3][]
): ElementNode => element(kind, id, { id, ...more }, ...children);
const styles: Record<string, SharedStyle> = {
  column: { rest: { display: 'flex', 'flex-direction': 'column', 'row-gap': '20px' } },
  row: { rest: { display: 'flex', 'column-gap': '10px' } },
  plain: { rest: {} },
  share: { rest: { width: '50%' } },
};
const document = page(
  styles,
  node(
    'section',
    'section',
    { name: 'Dates', style: 'column' },
    node('heading', 'title', { element: 'h2', name: 'Title', style: 'plain' }, words('Star evenings')),
    node('text', 'text', { element: 'p', name: 'Text', style: 'plain' }, words('Come and look up with us')),
    node(
      'row',
      'cards',
      { name: 'Cards', style: 'row' },
      node('image', 'one', { element: 'img', name: 'One', style: 'share' }),
      node('image', 'two', { element: 'img', name: 'Two', style: 'share' }),
    ),
  ),
);
const wanted: Places = {
  'box-page': [0, 0, 800, 1000],
  section: [0, 0, 800, 300],
  title: [0, 20, 800, 18],
  text: [0, 58, 800, 18],
  cards: [0, 96, 800, 180],
  one: [0, 96, 395, 180],
  two: [405, 96, 395, 180],
};
const moved = (ids: readonly string[], dx: number, dy: number): Places =>
  Object.fromEntries(
    Object.entries(wanted).map(([id, box]) => [
      id,
      box && ids.includes(id) ? ([box[0] + dx, box[1] + dy, box[2], box[3]] as Box) : box,
    ]),
  );
const told = (
  is: Places,
  more: Parameters<typeof measured>[2] = {},
  asked: Parameters<typeof measured>[2] = {},
): Difference[] =>
  differencesOf(comparePage(document, measured(document, wanted, asked), measured(document, is, more), 1440));
const message = (list: readonly Difference[]): string[] =>
  list.map(({ fault, name, what }) => `${fault} ${name}: ${what}`);

describe('a page that stands as its source', () => {
  it('has no difference', () => {
    expect(told(wanted)).toEqual([]);
  });
});

describe('places', () => {
  it('a gap that is wrong everywhere is the gap of the box', () => {
    const is = {
      ...moved(['text'], 0, 10),
      ...Object.fromEntries(['cards', 'one', 'two'].map((id) => [id, moved([id], 0, 20)[id]])),
      section: [0, 0, 800, 320] as Box,
    };
    const [difference, ...more] = told(is);
    expect(more).toEqual([]);
    expect(difference).toMatchObject({
      fault: 'gap',
      id: 'section',
      by: 10,
      remedy: { id: 'section', property: 'row-gap', value: '10px' },
    });
    expect(difference?.what).toBe('Gap: 30 px, 20 px in the source');
  });

  it('one gap that is wrong is the margin of what follows', () => {
    const is = { ...moved(['cards', 'one', 'two'], 0, 12), section: [0, 0, 800, 312] as Box };
    expect(told(is)).toEqual([
      expect.objectContaining({
        fault: 'gap',
        id: 'cards',
        remedy: { id: 'cards', property: 'margin-top', value: '-12px' },
      }),
    ]);
  });

  it('all that is too low is the padding of the box', () => {
    const is = { ...moved(['title', 'text', 'cards', 'one', 'two'], 0, 16), section: [0, 0, 800, 316] as Box };
    expect(told(is)).toEqual([
      expect.objectContaining({
        fault: 'padding',
        id: 'section',
        remedy: { id: 'section', property: 'padding-top', value: '0' },
      }),
    ]);
  });

  it('a gap between columns, an order and a width that stays a share', () => {
    expect(message(told(moved(['two'], 15, 0)))).toEqual(['gap Cards: Gap: 25 px, 10 px in the source']);
    expect(message(told({ ...wanted, one: [405, 96, 395, 180], two: [0, 96, 395, 180] }))[0]).toBe(
      'order One: Order: number 2, number 1 in the source',
    );
    const [narrow] = told({ ...wanted, two: [405, 96, 300, 180] });
    expect(narrow).toMatchObject({ fault: 'size', id: 'two', remedy: { property: 'width', value: '49.375%' } });
    expect(message(told({ ...wanted, two: [405, 96, 395, 150] }))).toContain(
      'size Two: Height: 150 px, 180 px in the source',
    );
  });
});

describe('texts', () => {
  it('in another font, size, weight, colour or width', () => {
    expect(told(wanted, { title: { look: { family: 'Georgia' } } })[0]).toMatchObject({
      fault: 'font',
      remedy: { property: 'font-family', value: '"Arial", sans-serif' },
    });
    expect(told(wanted, { title: { look: { size: 19 } } })[0]).toMatchObject({
      fault: 'letters',
      by: 3,
      remedy: { property: 'font-size', value: '16px' },
    });
    expect(told(wanted, { title: { look: { weight: '700' } } })[0]).toMatchObject({
      remedy: { property: 'font-weight', value: '400' },
    });
    expect(told(wanted, { title: { look: { color: 'rgb(200, 0, 0)' } } })[0]).toMatchObject({
      fault: 'colour',
      remedy: { property: 'color', value: 'rgb(0, 0, 0)' },
    });
    expect(told(wanted, { title: { width: 11 } })[0]).toMatchObject({
      fault: 'letters',
      by: 10,
      remedy: { property: 'letter-spacing', value: '-0.063em' },
    });
  });

  it('whose words drift along a line, though letters and spaces are as wide as they should be on the whole', () => {
    const wide = { ...wanted, text: [0, 58, 900, 18] as Box };
    /* Letters a hundredth narrower are let pass by themselves; at the end of a line they are far off. */
    const long = page(
      styles,
      node(
        'text',
        'text',
        { element: 'p', name: 'Text', style: 'plain' },
        words('Come as you are and look up with us until the moon is down'),
      ),
    );
    const at = (width: number): MeasuredPage => measured(long, wide, { text: { width } });
    const differences = (width: number): Difference[] => differencesOf(comparePage(long, at(10), at(width), 1440));
    const [difference, ...more] = differences(9.9);
    expect(more).toEqual([]);
    expect(difference).toMatchObject({ fault: 'letters', id: 'text', remedy: { property: 'letter-spacing' } });
    expect(difference?.what).toMatch(/^Words drift by [3-9]/);
    expect(parseFloat(difference?.remedy?.value ?? '') * 16).toBeCloseTo(0.1, 1);
    expect(differences(9.98)).toEqual([]);
  });

  it('whose words stand nearer to each other, or farther apart', () => {
    const wide = { ...wanted, text: [0, 58, 600, 18] as Box };
    const at = (gap: number): MeasuredPage => measured(document, wide, { text: { gap } });
    const [difference, ...more] = differencesOf(comparePage(document, at(5), at(3.4), 1440));
    expect(more).toEqual([]);
    expect(difference).toMatchObject({
      fault: 'letters',
      by: 1.6,
      remedy: { property: 'word-spacing', value: '0.1em' },
    });
    expect(difference?.what).toBe('Word spacing: 3.4 px, 5 px in the source');
    expect(differencesOf(comparePage(document, at(5), at(5.2), 1440))).toEqual([]);
  });

  it('that break after another word, or whose lines are farther apart', () => {
    const narrow = { ...wanted, text: [0, 58, 200, 58] as Box };
    expect(message(told(narrow))).toContain('line-break Text: Line breaks after “with”, after nothing in the source');
    const both = (leading: number): MeasuredPage =>
      measured(document, { ...wanted, text: [0, 58, 120, 98] }, { text: { leading } });
    const [difference] = differencesOf(comparePage(document, both(20), both(26), 1440));
    expect(difference).toMatchObject({
      fault: 'leading',
      what: 'Line height: 26 px, 20 px in the source',
      remedy: { property: 'line-height' },
    });
  });

  it('that break too late are made as narrow as their lines, if that parts them', () => {
    const late = (width: number): Difference | undefined =>
      differencesOf(
        comparePage(
          document,
          measured(document, { ...wanted, text: [0, 58, width, 58] }),
          measured(document, wanted),
          1440,
        ),
      ).find(({ fault }) => fault === 'line-break');
    expect(late(200)).toMatchObject({
      what: 'Line breaks after nothing, after “with” in the source',
      remedy: { property: 'max-width', value: '191px' },
    });
    /* “and” alone would be on a line into which “look” fits. */
    const odd = measured(document, { ...wanted, text: [0, 58, 800, 58] });
    const words = odd.words.map((word) =>
      word.of === 'text' && !['Come', 'and'].includes(word.text) ? { ...word, y: word.y + 20, x: word.x - 80 } : word,
    );
    const [difference] = differencesOf(
      comparePage(document, { ...odd, words }, measured(document, wanted), 1440),
    ).filter(({ fault }) => fault === 'line-break');
    expect(difference?.remedy).toEqual({ id: 'text', property: 'max-width' });
  });

  it('that are gone, new or cut off', () => {
    expect(message(told({ ...wanted, text: undefined }))[0]).toBe(
      'missing Text: “Come and look up with us” is missing',
    );
    const extra = differencesOf(
      comparePage(document, measured(document, { ...wanted, text: undefined }), measured(document, wanted), 1440),
    );
    expect(message(extra)[0]).toBe('extra Text: “Come and look up with us” is not in the source');
    expect(message(told(wanted, { text: { cut: true } }))).toEqual([
      'cut-off Text: “Come and look up with us” is cut off',
    ]);
    expect(told(wanted, { text: { cut: true } }, { text: { cut: true } })).toEqual([]);
  });
});

describe('what lies on words and pictures', () => {
  it('is named, with what changes the order of layers', () => {
    expect(told(wanted, { title: { under: 'one' } })).toEqual([
      expect.objectContaining({
        fault: 'covered',
        id: 'title',
        what: '“Star evenings” is covered by One',
        remedy: { id: 'title', property: 'z-index', value: '1' },
      }),
    ]);
    expect(message(told(wanted, { two: { under: '' } }))).toEqual([
      'covered Two: The image is covered by another element',
    ]);
  });

  it('is as it should be where it lies on them in the source', () => {
    expect(told(wanted, { title: { under: 'one' } }, { title: { under: 'one' } })).toEqual([]);
  });
});

describe('pictures and boxes', () => {
  it('that are gone, cropped otherwise or of another colour', () => {
    expect(message(told({ ...wanted, two: undefined }))[0]).toBe('missing Two: The image is missing');
    expect(told(wanted, { one: { shown: 1 } }, { one: { shown: 0.8 } })[0]).toMatchObject({
      fault: 'crop',
      by: 20,
      what: 'Image cropped by 0 %, 20 % in the source',
      remedy: { property: 'object-fit', value: 'cover' },
    });
    expect(
      told(wanted, { cards: { fill: 'rgb(250, 250, 250)' } }, { cards: { fill: 'rgb(20, 20, 80)' } })[0],
    ).toMatchObject({
      fault: 'colour',
      id: 'cards',
      remedy: { property: 'background-color', value: 'rgb(20, 20, 80)' },
    });
    expect(told(wanted, { cards: { fill: 'rgb(250, 250, 250)' } }, { cards: { fill: 'rgb(252, 250, 250)' } })).toEqual(
      [],
    );
  });
});

describe('a source that knows no elements', () => {
  it('gives its words to the texts whose letters are around them', () => {
    const source = measured(document, wanted);
    const drawn: MeasuredPage = {
      ...source,
      words: source.words.map(({ of: _, ...word }) => word),
      things: { title: { box: [0, 20, 135, 18], letters: true }, text: { box: [0, 58, 240, 18], letters: true } },
    };
    const { pairs, all } = comparePage(document, drawn, measured(document, moved(['text'], 0, 30)), 1440);
    expect(pairs.every(({ wanted: measuredWord, is }) => measuredWord?.of === is?.of)).toBe(true);
    expect(all.find(({ node: { id } }) => id === 'text')?.wanted).toBeUndefined();
  });
});
