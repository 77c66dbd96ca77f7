import { comparePage } from '../compare-page.js';
import type { MeasuredPage } from '../measurement.js';
import type { Box } from '../../geometry/box.js';
import { measured, document, wanted, told, message, type Places } from './sample.js';

const moved = (ids: readonly string[], dx: number, dy: number): Places =>
  Object.fromEntries(
    Object.entries(wanted).map(([id, box]) => [
      id,
      box && ids.includes(id) ? ([box[0] + dx, box[1] + dy, box[2], box[3]] as Box) : box,
    ]),
  );

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

describe('what fills its box', () => {
  const cards = (width: number): Places => ({ ...wanted, cards: [0, 96, width, 180] });
  const remedy = (width: number): unknown => told(cards(width)).find(({ id }) => id === 'cards')?.remedy;

  it('goes on to fill it where a sliver at its end has to stay free', () => {
    expect(remedy(812)).toEqual({ id: 'cards', property: 'margin-right', value: '12px' });
  });

  it('has a largest width where it is much too wide', () => {
    expect(remedy(900)).toEqual({ id: 'cards', property: 'max-width', value: 'min(100%, 800px)' });
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
