import { required } from '../data/required.js';
import fc from 'fast-check';
import type { MeasuredPage, MeasuredWord } from './measurement.js';
import { comparePixels, markDifferences, type Raster } from './pixels.js';
import { overLimits } from './over-limits.js';
import { percent } from './percent.js';
import { proveWidth, sectionBands } from './proof.js';
import { compareWords, countClashes } from './words.js';

const word = (text: string, x: number, y: number, width = 40, height = 20): MeasuredWord => ({
  text,
  x,
  y,
  width,
  height,
});

describe('compareWords', () => {
  it('finds every word of a page in itself', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            text: fc.constantFrom('a', 'b', 'star'),
            x: fc.integer({ min: 0, max: 900 }),
            y: fc.integer({ min: 0, max: 900 }),
          }),
        ),
        (list) => {
          const words = list.map(({ text, x, y }) => word(text, x, y));
          expect(compareWords(words, words)).toMatchObject({ missing: 0, extra: 0 });
        },
      ),
    );
  });

  it('does not miss what stands before items of a list and may be drawn by the page, but says where it is', () => {
    const list = [word('•', 0, 0), word('Lamp', 20, 0), word('2.', 0, 40), word('Hat', 20, 40)];
    const bare = list.filter(({ text }) => /\w{3}/.test(text));
    expect(compareWords(list, bare)).toMatchObject({ words: 2, placed: 1, missing: 0, extra: 0, moved: [] });
    const moved = list.map((measuredWord) => (measuredWord.text === '•' ? { ...measuredWord, x: 9 } : measuredWord));
    expect(compareWords(list, moved)).toMatchObject({ words: 4, placed: 0.75, missing: 0 });
  });

  it('pairs the nearest and says how far it moved', () => {
    const figures = compareWords(
      [word('star', 0, 0), word('star', 0, 100), word('gone', 5, 5)],
      [word('Star', 0, 103), word('star', 1, 0), word('new', 0, 0)],
    );
    expect(figures).toMatchObject({ words: 3, placed: 1 / 3, missing: 1 / 3, extra: 1 });
    expect(figures.moved).toEqual([
      { text: 'gone', x: 5, y: 5 },
      { text: 'star', x: 0, y: 100, dx: 0, dy: 3 },
    ]);
  });

  it('calls a page without words placed', () => {
    expect(compareWords([], [])).toMatchObject({ placed: 1, missing: 0 });
  });
});

describe('countClashes', () => {
  it('counts words that lie on words, not neighbours that touch', () => {
    expect(countClashes([word('a', 0, 0), word('b', 40, 0), word('c', 0, 20)])).toBe(0);
    expect(countClashes([word('a', 0, 0), word('b', 10, 5), word('c', 300, 0)])).toBe(1);
  });
});

describe('comparePixels', () => {
  const raster = (width: number, height: number, grey: (x: number, y: number) => number): Raster => {
    const data = new Uint8ClampedArray(width * height * 4).fill(255);
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) data.fill(grey(x, y), (y * width + x) * 4, (y * width + x) * 4 + 3);
    return { width, height, data };
  };

  it('finds no difference in equal pictures', () => {
    const entry = raster(8, 8, (x, y) => x * y);
    expect(
      comparePixels(
        entry,
        raster(8, 8, (x, y) => x * y),
        [{ y: 0, height: 8 }],
      ),
    ).toEqual({ differ: 0, seen: 0, bands: [0], seenBands: [0] });
  });

  it('counts what the eye sees, in the whole and in bands', () => {
    const figures = comparePixels(
      raster(4, 4, () => 255),
      raster(4, 4, (_, y) => (y === 3 ? 0 : 254)),
      [
        { y: 0, height: 2 },
        { y: 2, height: 2 },
      ],
    );
    expect(figures).toEqual({ differ: 0.25, seen: 0.25, bands: [0, 0.5], seenBands: [0, 0.5] });
  });

  it('counts what only one picture has', () => {
    expect(
      comparePixels(
        raster(4, 4, () => 0),
        raster(4, 8, () => 0),
        [],
      ).differ,
    ).toBe(0.5);
    expect(
      comparePixels(
        raster(2, 4, () => 0),
        raster(4, 4, () => 0),
        [],
      ).differ,
    ).toBe(0.5);
  });

  it('marks differing pixels', () => {
    const marked = new Uint8ClampedArray(2 * 1 * 4);
    markDifferences(
      raster(2, 1, () => 255),
      raster(2, 1, (x) => (x ? 0 : 255)),
      marked,
    );
    expect([...marked.slice(0, 4)]).toEqual([255, 255, 255, 255]);
    expect(marked[4]).toBeGreaterThan(required(marked[5]) + 100);
  });
});

describe('proveWidth', () => {
  const measured = (more: Partial<MeasuredPage>): MeasuredPage => ({
    words: [],
    sections: [],
    pictures: [],
    height: 200,
    overflow: 0,
    elements: 3,
    ...more,
  });
  const source = measured({
    words: [word('one', 0, 10), word('two', 0, 110)],
    sections: [
      { name: 'a', x: 0, y: 0, width: 400, height: 100 },
      { name: 'b', x: 0, y: 99.6, width: 400, height: 100 },
    ],
  });
  const result = measured({
    words: [word('one', 0, 10), word('two', 0, 130)],
    sections: [{ name: 'a', x: 0, y: 0, width: 400, height: 120 }],
    overflow: 12,
    height: 220,
  });
  const proof = proveWidth(400, source, result, { differ: 0.1, seen: 0.05, bands: [0, 0.2], seenBands: [0, 0.1] });

  it('gives figures for each section', () => {
    expect(sectionBands(source)).toEqual([
      { y: 0, height: 100 },
      { y: 100, height: 100 },
    ]);
    expect(proof.sections).toEqual([
      {
        name: 'a',
        differ: 0,
        seen: 0,
        placed: 1,
        words: 1,
        source: { y: 0, height: 100 },
        result: { y: 0, height: 120 },
      },
      { name: 'b', differ: 0.2, seen: 0.1, placed: 0, words: 1, source: { y: 100, height: 100 } },
    ]);
    expect(proof).toMatchObject({ overflow: 12, clashes: 0, height: { source: 200, result: 220 } });
  });

  it('says in words what is over a limit', () => {
    expect(overLimits({ widths: [proof], limits: { differ: 0.05, placed: 0.9 } })).toEqual([
      '400 px: 10.00 % of the pixels differ, the limit is 5.00 %',
      '400 px: 50.00 % of the words are in position, the limit is 90.00 %',
    ]);
    expect(overLimits({ widths: [proof], limits: { differ: 0.2, placed: 0.5 } })).toEqual([]);
  });

  it('never rounds a difference away', () => {
    expect(percent(0)).toBe('0.00 %');
    expect(percent(0.00001)).toBe('<0.01 %');
    expect(percent(0.99999)).toBe('99.99 %');
    expect(percent(1)).toBe('100.00 %');
  });
});
