import { contoursOf, type Matrix } from '../drawing/contours.js';
import { required } from '../data/required.js';
import { ShapeIndex } from './font-shapes.js';
import { between, markOf } from './mark.js';
import { mayHoldLetters, readOutlines } from './read-outlines.js';
import { FONTS, outlined } from './sample.js';

const INDEX = new ShapeIndex(FONTS);

describe('the form of a line', () => {
  it('is the same wherever it begins, whichever way it goes, at any size and place', () => {
    const [one, other] = ['M0 0L10 0L10 4L4 8Z', 'M108 116L120 108L120 100L100 100Z'].map((data) =>
      required(markOf(required(contoursOf(data)[0]))),
    );
    expect(between(required(one).form, required(other).form)).toBeLessThan(1e-9);
  });
});

describe('outlined text', () => {
  it('is read with its font, size, spaces and signs', () => {
    const { lines, rest } = readOutlines(outlined('one note. tie', 20, 0.55, [30, 100]), FONTS, INDEX);
    expect(lines.map(({ text }) => text)).toEqual(['one note. tie']);
    expect(lines[0]).toMatchObject({ font: 0, spacing: 0 });
    expect(lines[0]?.size).toBeCloseTo(20, 1);
    expect(lines[0]?.baseline).toBeCloseTo(100, 1);
    expect(rest).toEqual([]);
  });

  it('has its letter spacing', () => {
    const [line] = readOutlines(outlined('notion', 20, 0.65, [0, 40]), FONTS, INDEX).lines;
    expect(line).toMatchObject({ text: 'notion' });
    expect(line?.spacing).toBeCloseTo(2, 1);
  });

  it('is told apart from that of another font by its proportions', () => {
    const { paths, ...drawing } = outlined('one tie', 20, 0.7, [0, 40]);
    const wide = paths.map((path) => ({
      ...path,
      matrix: path.matrix.map((value, at) => (at === 0 ? value * 1.3 : value)) as unknown as Matrix,
    }));
    expect(readOutlines({ ...drawing, paths: wide }, FONTS, INDEX).lines.map(({ font: number }) => number)).toEqual([
      1,
    ]);
  });

  it('is not found in shapes that no font has', () => {
    const star = {
      width: 1000,
      shapes: ['M0 0L10 3L20 0L17 10L20 20L10 17L0 20L3 10Z'],
      paths: [0, 30, 60].map((x) => ({ shape: 0, matrix: [1, 0, 0, 1, x, 0] as const, paint: 'black' })),
    };
    expect(mayHoldLetters(star)).toBe(true);
    expect(readOutlines(star, FONTS, INDEX).lines).toEqual([]);
    expect(mayHoldLetters({ ...star, paths: star.paths.slice(1) })).toBe(false);
  });
});
