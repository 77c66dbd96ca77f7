import fc from 'fast-check';
import { clustersOf, type Painted } from './clusters.js';
import type { DrawnBox } from './drawing.js';
import { areLetters } from './outlined-text.js';

const artboard: DrawnBox = [0, 0, 1200, 2000];
const art = (...box: [number, number, number, number]): Painted => ({ type: 'art', box });
const text = (...box: [number, number, number, number]): Painted => ({ type: 'text', box });

describe('clusters of drawing', () => {
  it('are pieces that lie on each other, one after the other', () => {
    expect(
      clustersOf([art(0, 0, 20, 20), art(15, 5, 20, 20), art(30, 10, 20, 20), art(200, 0, 20, 20)], artboard),
    ).toEqual([[0, 1, 2]]);
  });

  it('do not form across words, nor with what is behind everything', () => {
    expect(clustersOf([art(0, 0, 40, 40), text(5, 5, 30, 10), art(20, 20, 40, 40)], artboard)).toEqual([]);
    expect(clustersOf([art(0, 0, 1200, 700), art(20, 20, 40, 40)], artboard)).toEqual([]);
  });

  it('are signs of one outline closely side by side, as in a rating', () => {
    const star = (x: number, outline = 'Mllllz'): Painted => ({ type: 'art', box: [x, 0, 14, 14], outline });
    expect(clustersOf([star(0), star(18), star(36), star(54)], artboard)).toEqual([[0, 1, 2, 3]]);
    expect(clustersOf([star(0), star(18, 'Mcccz'), star(36, 'Mhvz')], artboard)).toEqual([]);
    expect(clustersOf([star(0), star(40), star(80)], artboard)).toEqual([]);
  });

  it('take in what lies inside the outline of a drawing, not of two strokes', () => {
    const ring = [art(0, 0, 200, 20), art(180, 10, 20, 190), art(0, 180, 190, 20), art(0, 10, 20, 180)];
    expect(clustersOf([...ring, art(90, 90, 10, 10)], artboard)).toEqual([[0, 1, 2, 3, 4]]);
    expect(clustersOf([art(0, 0, 200, 20), art(180, 10, 20, 190), art(90, 90, 10, 10)], artboard)).toEqual([[0, 1]]);
  });

  it('are swarms of at least forty small pieces', () => {
    const dots = (count: number): Painted[] =>
      Array.from({ length: count }, (_, at) => ({
        type: 'box',
        box: [(at % 8) * 20, Math.floor(at / 8) * 20, 8, 8] as DrawnBox,
      }));
    expect(clustersOf(dots(40), artboard).map(({ length }) => length)).toEqual([40]);
    expect(clustersOf(dots(39), artboard)).toEqual([]);
  });

  it('never share a piece, and keep their order of painting', () => {
    const side = fc.integer({ min: 4, max: 90 });
    const place = fc.integer({ min: 0, max: 400 });
    const piece = fc.record({
      type: fc.constantFrom<Painted['type']>('art', 'art', 'box', 'text'),
      box: fc.tuple(place, place, side, side),
    });
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        const all = clustersOf(pieces, artboard).flat();
        expect(new Set(all).size).toBe(all.length);
        for (const group of clustersOf(pieces, artboard)) expect(group).toEqual([...group].sort((a, b) => a - b));
        expect(all.some((index) => pieces[index]?.type === 'text')).toBe(false);
      }),
    );
  });
});

describe('letters', () => {
  /** Letters on one line, by width and height; the third hangs below it. */
  const line = (...sizes: [number, number, number?][]): DrawnBox[] => {
    let x = 0;
    return sizes.map(([width, height, below = 0]) => {
      const box: DrawnBox = [x, 100 - height, width, height + below];
      x += width + 3;
      return box;
    });
  };

  it('are shapes of different sizes that stand on one line', () => {
    expect(areLetters(line([18, 24], [14, 17], [6, 24], [20, 17, 7], [12, 17], [16, 24]))).toBe(true);
  });

  it('are no equal bars, no steps, no few shapes, and none far apart', () => {
    expect(areLetters(line([12, 20], [12, 20], [12, 20], [12, 20], [12, 20]))).toBe(false);
    expect(areLetters(line([18, 24, 0], [14, 17, 9], [6, 24, 4], [20, 17, 13], [12, 17, 6]))).toBe(false);
    expect(areLetters(line([18, 24], [14, 17], [6, 24]))).toBe(false);
    const apart = line([18, 24], [14, 17], [6, 24], [20, 17], [12, 17]).map(([x, ...rest]): DrawnBox => [
      x * 4,
      ...rest,
    ]);
    expect(areLetters(apart)).toBe(false);
  });
});

describe('bars below each other', () => {
  const bar = (x: number, y: number, width = 24): Painted => ({ type: 'box', box: [x, y, width, 2] });

  it('are the sign of a menu, also if one is shorter', () => {
    expect(clustersOf([bar(320, 20), bar(320, 26), bar(320, 32)], artboard)).toEqual([[0, 1, 2]]);
    expect(clustersOf([bar(320, 20), bar(328, 26, 16), bar(320, 32)], artboard)).toEqual([[0, 1, 2]]);
  });

  it('are lines of their own if they are far apart, uneven or many', () => {
    expect(clustersOf([bar(320, 20), bar(320, 44), bar(320, 68)], artboard)).toEqual([]);
    expect(clustersOf([bar(320, 20), bar(320, 26), bar(320, 36)], artboard)).toEqual([]);
    expect(
      clustersOf(
        [0, 1, 2, 3].map((at) => bar(320, 20 + 6 * at)),
        artboard,
      ),
    ).toEqual([]);
  });
});
