import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements, isElement } from '../document/walk.js';
import type { Glyph } from './icons.js';
import { judge } from './judge.js';
import { atWidths, shiftOf, type ElementPosition } from './movement.js';
import { trim, type Measure } from './trim.js';
import type { Box } from '../geometry/box.js';

const WIDTHS = [1440, 700, 390];

/** A stand-in for a browser: where things stand is looked up by id, and may depend on the document. */
function standing(
  document: PageDocument,
  boxOf: (node: ElementNode, width: number) => Box,
  widths: readonly number[] = WIDTHS,
): ElementPosition {
  const all = [...elements(document.body)];
  const texts = all.flatMap((node) => (node.children ?? []).filter((child) => !isElement(child)).map(() => node));
  return {
    widths,
    boxes: Object.fromEntries(all.map((node) => [node.id, widths.map((width) => boxOf(node, width))])),
    texts: texts.map((node) => ({ boxes: widths.map((width) => boxOf(node, width)), looks: widths.map(() => 1) })),
  };
}

const box = (id: string, style: string | undefined, ...children: Parameters<typeof element>[3][]): ElementNode =>
  element('box', id, { id, ...(style ? { style } : {}) }, ...children);

describe('trim', () => {
  const document = page(
    { outer: { rest: { 'padding-top': '10px' } }, inner: { rest: { 'padding-top': '5px' } }, empty: { rest: {} } },
    box('a', 'outer', box('b', 'inner', words('One'), element('text', 'p', { id: 'p', element: 'p' }, words('Two')))),
    box('gone', 'empty'),
  );
  const still: Measure = async (tried, widths = WIDTHS) => standing(tried, () => [0, 0, 100, 20], widths);

  it('makes one box of two, and leaves out what is empty, if nothing moves', async () => {
    const { document: page, removed, needed } = await trim(document, still);
    expect({ removed, needed }).toEqual({ removed: 2, needed: 0 });
    expect([...elements(page.body)].map(({ id }) => id)).toEqual(['box-page', 'a', 'p']);
    expect(page.styles['outer']?.rest['padding-top']).toBe('15px');
    expect(page.styles['inner']).toBeUndefined();
  });

  it('takes back every change after which something stands elsewhere', async () => {
    const restless: Measure = async (tried, widths = WIDTHS) => {
      const whole = [...elements(tried.body)].length === [...elements(document.body)].length;
      return standing(tried, (_, width) => [0, whole ? 0 : 9, width, 20], widths);
    };
    const { document: page, removed, needed } = await trim(document, restless);
    expect({ removed, needed }).toEqual({ removed: 0, needed: 2 });
    expect([...elements(page.body)]).toHaveLength([...elements(document.body)].length);
  });

  it('sees what moves at one width only', async () => {
    const narrow: Measure = async (tried, widths = WIDTHS) => {
      const joined = ![...elements(tried.body)].some(({ id }) => id === 'b');
      return standing(tried, ({ id }, width) => [0, 0, joined && id === 'p' && width === 390 ? 80 : 100, 20], widths);
    };
    expect((await trim(document, narrow)).removed).toBe(1);
  });

  it('keeps elements that mean something, and boxes on whose states others depend', async () => {
    const meaning = page(
      {
        host: { rest: {} },
        sub: { rest: {}, variants: [{ within: { style: 'host', state: ':hover' }, set: { color: 'red' } }] },
      },
      element(
        'list',
        'l',
        { id: 'l', element: 'ul' },
        element('item', 'i', { id: 'i', element: 'li' }, element('link', 'k', { id: 'k', element: 'a' }, words('One'))),
      ),
      box(
        'o',
        undefined,
        box('h', 'host', element('text', 's', { id: 's', element: 'p', style: 'sub' }, words('Two')), words('more')),
      ),
    );
    const { document: result } = await trim(meaning, still);
    expect([...elements(result.body)].map(({ id }) => id)).toEqual(expect.arrayContaining(['l', 'i', 'k', 's']));
    const host = [...elements(result.body)].find(({ style }) => style === 'host');
    expect(host && result.styles['sub']?.variants?.[0]?.within?.style).toBe('host');
  });
});

describe('icons', () => {
  const glyph: Glyph = { path: 'M0 0L10 0Z', unitsPerEm: 100, advance: 0.5, ascent: 0.8, descent: 0.2 };
  const fonts = [{ family: 'marks', descriptors: { src: 'url("assets/marks.woff2")' } }];
  const document: PageDocument = {
    ...page(
      {
        mark: {
          rest: { 'font-family': 'marks', 'line-height': '1' },
          variants: [{ part: '::before', set: { content: '"\ue001"' } }],
        },
      },
      element(
        'link',
        'a',
        { id: 'a', element: 'a' },
        element('run', 'i', { id: 'i', element: 'i', style: 'mark', inline: true }),
      ),
    ),
    fonts,
  };
  const still: Measure = async (tried, widths = WIDTHS) => standing(tried, () => [0, 0, 10, 20], widths);

  it('become drawings in the colour of the text around them', async () => {
    const { document: page, icons } = await trim(document, still, (face, text) =>
      face.family === 'marks' && text === '\ue001' ? glyph : undefined,
    );
    expect(icons).toEqual({ drawn: 1, left: 0 });
    const icon = [...elements(page.body)].find(({ kind }) => kind === 'icon');
    expect(icon).toMatchObject({ element: 'svg', attributes: { 'aria-hidden': 'true' } });
    expect(icon?.markup).toContain('viewBox="0 -80 50 100"');
    expect(page.styles[icon?.style ?? '']?.rest).toMatchObject({
      width: '0.5em',
      height: '1em',
      'vertical-align': '-0.2em',
      fill: 'currentcolor',
    });
  });

  it('stay letters where their font cannot be read', async () => {
    const { document: page, icons } = await trim(document, still, () => undefined);
    expect(icons).toEqual({ drawn: 0, left: 0 });
    expect(JSON.stringify(page.styles)).toContain('\ue001');
  });
});

describe('shiftOf', () => {
  const box: Box = [10, 10, 100, 50];

  it('forgives half a pixel, and what a neighbour or the box around pushed on', () => {
    expect(shiftOf({ was: box, is: [10.4, 10, 100, 50] }, undefined, undefined)).toEqual({
      across: false,
      down: false,
    });
    const before = { was: [10, 0, 100, 10] as Box, is: [10, 0, 100, 40] as Box };
    expect(shiftOf({ was: box, is: [10, 40, 100, 50] }, undefined, before).down).toBe(false);
    expect(shiftOf({ was: box, is: [10, 30, 100, 50] }, undefined, before).down).toBe(true);
  });

  it('tells sizes apart by axis, and does not mind what is not shown', () => {
    expect(shiftOf({ was: box, is: [10, 10, 90, 50] }, undefined, undefined)).toEqual({ across: true, down: false });
    expect(shiftOf({ was: [0, 0, 0, 0], is: [5, 5, 0, 0] }, undefined, undefined)).toEqual({
      across: false,
      down: false,
    });
  });
});

describe('judge', () => {
  it('blames the outermost change for widths, and the innermost for heights', () => {
    const document = page(
      {},
      box('a', undefined, box('b', undefined, element('text', 'p', { id: 'p' }, words('One')))),
    );
    const joinedAt = (id: string) => ({ group: id, at: id, holder: id });
    const changes = [joinedAt('a'), joinedAt('b')];
    const before = standing(document, () => [0, 0, 100, 20]);
    const narrower = judge(
      before,
      standing(document, () => [0, 0, 90, 20]),
      document,
      changes,
    );
    expect([narrower.blamed, narrower.again].map((list) => list.map(({ at }) => at))).toEqual([['a', 'b'], ['b']]);
    const higher = judge(
      before,
      standing(document, () => [0, 0, 100, 30]),
      document,
      changes,
    );
    expect([higher.blamed, higher.again].map((list) => list.map(({ at }) => at))).toEqual([['a', 'b'], ['a']]);
    expect(judge(before, before, document, changes).blamed).toEqual([]);
  });

  it('can be asked about some of the widths', () => {
    const document = page({}, box('a', undefined));
    const entry = atWidths(
      standing(document, (_, width) => [0, 0, width, 1]),
      [390],
    );
    expect(entry.boxes['a']).toEqual([[0, 0, 390, 1]]);
  });
});
