import type { ComparedPage } from '../proof/compare-page.js';
import { required } from '../data/required.js';
import type { Adjustment } from '../adjust/adjustment.js';
import { element, page, words } from '../document/sample.js';
import type { PageDocument } from '../document/types.js';
import type { MeasuredPage } from '../proof/measurement.js';
import { halvesOf, isOutOfBounds, onlyAt, together, type Candidate } from './candidates.js';
import { tune, type MeasureAt } from './tune.js';
import type { Box } from '../geometry/box.js';

/* A stand-in for a browser: a heading and a text below each other, whose margins count at each width. */
const document = page(
  {
    stack: { rest: {} },
    head: { rest: { 'margin-top': '30px' } },
    low: { rest: { 'margin-top': '10px' }, variants: [{ at: 'below-600', set: { 'margin-top': '50px' } }] },
  },
  element(
    'section',
    's',
    { id: 's', name: 'Dates', style: 'stack' },
    element('heading', 'h', { id: 'h', element: 'h2', style: 'head' }, words('Star evenings')),
    element('text', 't', { id: 't', element: 'p', style: 'low' }, words('Come along')),
  ),
);
const marginOf = (of: PageDocument, id: string, width: number): number => {
  const name = of.styles[`adjusted-${id}`] ? `adjusted-${id}` : id === 'h' ? 'head' : 'low';
  const { rest, variants = [] } = of.styles[name] ?? { rest: {} };
  const set = variants
    .filter(({ at }) => (at === 'below-900' && width < 900) || (at === 'below-600' && width < 600))
    .map((variant) => variant.set['margin-top']);
  return parseFloat([rest['margin-top'], ...set].filter(Boolean).at(-1) ?? '0');
};
const laid = (head: number, low: number): MeasuredPage => {
  const [first, second]: [Box, Box] = [
    [0, head, 400, 20],
    [0, head + 20 + low, 400, 20],
  ];
  const word = (text: string, of: string, [x, y]: Box) => ({ text, of, x, y, width: 40, height: 20, look: 0 });
  return {
    words: [
      word('Star', 'h', first),
      word('evenings', 'h', [60, first[1], 0, 0]),
      word('Come', 't', second),
      word('along', 't', [60, second[1], 0, 0]),
    ],
    looks: [{ family: 'A', size: 16, weight: '400', style: 'normal', color: 'rgb(0, 0, 0)' }],
    things: {
      'box-page': { box: [0, 0, 400, 400] },
      s: { box: [0, 0, 400, 400] },
      h: { box: first },
      t: { box: second },
    },
    sections: [],
    pictures: [],
    height: 400,
    overflow: 0,
    elements: 3,
  };
};
const measure: MeasureAt = async (of, widths) =>
  widths.map((width) => laid(marginOf(of, 'h', width), marginOf(of, 't', width)));
const run = (
  sources: readonly [width: number, head: number, low: number][],
  existing: readonly Adjustment[] = [],
  more = {},
) =>
  tune(
    document,
    existing,
    sources.map(([width, head, low]) => ({ width, measured: laid(head, low) })),
    measure,
    { most: 40, from: 1, ...more },
  );

describe('tune', () => {
  it('does nothing where nothing is wrong', async () => {
    expect(
      await run([
        [1200, 30, 10],
        [400, 30, 50],
      ]),
    ).toMatchObject({ steps: [], before: 0, after: 0, trials: 1, left: [] });
  });

  it('fixes at one width what is wrong there alone', async () => {
    const { steps, after, adjustments } = await run([
      [1200, 30, 10],
      [400, 30, 24],
    ]);
    expect(steps).toHaveLength(1);
    expect(adjustments).toEqual([
      { page: 'sample', style: 'low', at: ['below-600'], property: 'margin-top', value: '24px', step: 1 },
    ]);
    expect(after).toBe(0);
  });

  it('fixes everywhere at once what is wrong alike everywhere', async () => {
    const { adjustments } = await run([
      [1200, 30, 22],
      [400, 30, 22],
    ]);
    expect(adjustments).toEqual([{ page: 'sample', style: 'low', property: 'margin-top', value: '22px', step: 1 }]);
  });

  it('stops when its time is over, and says what it did not try', async () => {
    let looks = 0;
    const { steps, left } = await run([[1200, 30, 22]], [], { isOver: () => (looks += 1) > 0 });
    expect(steps).toEqual([]);
    expect(new Set(left.map(({ why }) => why))).toEqual(
      new Set(['not tried: the limit of trials or time was reached']),
    );
  });

  it('takes nothing that helps at one width and harms at another', async () => {
    const rigid: MeasureAt = async (of, widths) => widths.map(() => laid(30, marginOf(of, 't', 1200)));
    const tuned = await tune(
      document,
      [],
      [
        { width: 1200, measured: laid(30, 40) },
        { width: 700, measured: laid(30, 10) },
      ],
      rigid,
      { most: 40, from: 1 },
    );
    expect(tuned.steps).toEqual([]);
    expect(tuned.left.length).toBeGreaterThan(0);
    for (const entry of tuned.left)
      expect(entry).toMatchObject({
        width: 1200,
        why: 'every suggested fix had no effect or made something else worse',
      });
  });

  it('takes what is wanted everywhere, and does harm at one width, for the others alone', async () => {
    const odd: MeasureAt = async (of, widths) =>
      widths.map((width) => laid(30, width < 900 && marginOf(of, 't', width) !== 10 ? 70 : marginOf(of, 't', width)));
    const sources = [1200, 700].map((width) => ({ width, measured: laid(30, 22) }));
    const { adjustments } = await tune(document, [], sources, odd, { most: 40, from: 1 });
    expect(adjustments).toEqual([
      { page: 'sample', style: 'low', at: ['widest'], property: 'margin-top', value: '22px', step: 1 },
    ]);
  });

  it('leaves alone what a person said, goes on from the last step, and stops when it may try no more', async () => {
    const person: Adjustment = { page: 'sample', style: 'low', property: 'margin-top', value: '60px' };
    const tuned = await run([[1200, 30, 10]], [person]);
    expect(tuned.adjustments).toEqual([person]);
    const few = await run([[1200, 30, 22]], [], { most: 3, from: 7 });
    expect(few.steps.map(({ step }) => step)).toEqual([7]);
    expect(few.trials).toBeLessThanOrEqual(3);
    expect((await run([[1200, 30, 22]], [], { section: 'other' })).steps).toEqual([]);
    expect((await run([[1200, 30, 22]], [], { only: [400] })).steps).toEqual([]);
  });
});

describe('what no person would write', () => {
  const shown = { all: [{ node: { id: 't' }, is: { box: [0, 0, 300, 100] } }] } as unknown as ComparedPage;
  it.each([
    ['margin-top', '-90px', false],
    ['margin-top', '-5345px', true],
    ['margin-top', '700px', false],
    ['margin-inline', '-400px', true],
    ['left', '280px', false],
    ['left', '-600px', true],
    ['top', '120px', true],
    ['top', '50%', false],
    ['letter-spacing', '-900px', false],
  ])('is no correction: %s %s', (property, value, expected) => {
    expect(isOutOfBounds(shown, { id: 't', property, value })).toBe(expected);
  });
});

describe('corrections of many styles at once', () => {
  const spaced = (style: string, value: string, at?: readonly string[]): Candidate => ({
    adjustments: [{ page: 'sample', style, property: 'letter-spacing', value, ...(at ? { at } : {}) }],
    what: 'Letters',
    name: style,
    section: 's',
    width: 1200,
    count: 2,
  });

  it('take each style once, with the mildest value that any width asks for', () => {
    const here = [
      spaced('a', '0.05em'),
      spaced('b', '0.02em'),
      spaced('b', '0.03em'),
      spaced('c', '0.01em', ['widest']),
    ];
    const [all, ...more] = together(here, [...here, spaced('a', '0.04em')]);
    expect(more).toEqual([]);
    expect(all?.adjustments.map(({ style, value, at }) => [style, value, at])).toEqual([
      ['a', '0.04em', undefined],
      ['b', '0.02em', undefined],
      ['c', '0.01em', ['widest']],
    ]);
    expect(all).toMatchObject({ name: '3 kinds of texts', count: 6 });
  });

  it('are all lines that break otherwise, however few', () => {
    const broken = (style: string, property: string): Candidate => ({
      ...spaced(style, '1em'),
      adjustments: [{ style, property, value: '90px', at: ['widest'] }],
      breaks: true,
    });
    expect(together([broken('a', 'max-width')], [])).toEqual([]);
    const [all, ...more] = together([broken('a', 'max-width'), broken('b', 'letter-spacing'), spaced('c', '1em')], []);
    expect(more).toEqual([]);
    expect(all).toMatchObject({ name: '2 texts', count: 2 });
    expect(all?.adjustments.map(({ style }) => style)).toEqual(['a', 'b']);
  });

  it('are none of few styles, and none of other properties', () => {
    expect(together([spaced('a', '1em'), spaced('b', '1em')], [])).toEqual([]);
    const margin = (style: string): Candidate => ({
      ...spaced(style, '3px'),
      adjustments: [{ style, property: 'margin-top', value: '3px' }],
    });
    expect(together(['a', 'b', 'c'].map(margin), [])).toEqual([]);
  });

  it('are parted in halves for one width where they do not help together, as long as they are several', () => {
    const all = {
      ...spaced('a', '1em'),
      adjustments: ['a', 'b', 'c', 'd', 'e'].flatMap((style) => spaced(style, '0.05em').adjustments),
    };
    const candidates = halvesOf(document, all, 400);
    expect(
      candidates.map(({ count, adjustments }) => [count, adjustments.map(({ style, at }) => [style, at])]),
    ).toEqual([
      [
        3,
        [
          ['a', ['below-600']],
          ['b', ['below-600']],
          ['c', ['below-600']],
        ],
      ],
      [
        2,
        [
          ['d', ['below-600']],
          ['e', ['below-600']],
        ],
      ],
    ]);
    expect(halvesOf(document, required(candidates[1]), 400)).toEqual([]);
    expect(
      halvesOf(
        document,
        { ...all, adjustments: all.adjustments.map((adjustment) => ({ ...adjustment, property: 'margin-top' })) },
        400,
      ),
    ).toEqual([]);
  });

  it('can be made for some widths only', () => {
    const candidate = onlyAt(
      document,
      {
        ...spaced('a', '1em'),
        adjustments: [...spaced('a', '1em').adjustments, ...spaced('b', '1em', ['widest']).adjustments],
      },
      [400],
    );
    expect(candidate.adjustments.map(({ style, at }) => [style, at])).toEqual([['a', ['below-600']]]);
  });
});
