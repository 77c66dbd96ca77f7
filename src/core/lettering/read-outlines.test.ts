import { contoursOf, type Matrix } from '../drawing/contours.js';
import { required } from '../data/required.js';
import { ShapeIndex, type FontShapes } from './font-shapes.js';
import { between, markOf } from './mark.js';
import { mayHoldLetters, readOutlines, type FilledPaths } from './read-outlines.js';

/** A small made-up alphabet: letters of two lines among them, and a dot; sizes 1, y down from the baseline. */
const SIGNS: Readonly<Record<string, string>> = {
  n: 'M0 0V-0.5H0.3L0.4 -0.4V0H0.3V-0.35H0.1V0Z',
  o: 'M0.2 0L0 -0.25L0.2 -0.5L0.45 -0.25ZM0.2 -0.1L0.35 -0.25L0.2 -0.4L0.1 -0.25Z',
  e: 'M0 0V-0.5H0.4V-0.4H0.1V-0.3H0.3V-0.2H0.1V-0.1H0.4V0Z',
  i: 'M0 0V-0.5H0.1V0ZM0 -0.6V-0.7H0.1V-0.6Z',
  t: 'M0.1 0V-0.5H0V-0.6H0.1V-0.7H0.2V-0.6H0.3V-0.5H0.2V0Z',
  '.': 'M0 0V-0.1H0.1V0Z',
};
const font = (family: string, stretch: number): FontShapes => ({
  family,
  weight: 400,
  italic: false,
  space: 0.25,
  letters: Object.entries(SIGNS).map(([text, data]) => ({
    text,
    advance: 0.55,
    marks: contoursOf(data, [stretch, 0, 0, 1, 0, 0]).flatMap((contour) => markOf(contour) ?? []),
  })),
});
const FONTS = [font('Plain', 1), font('Wide', 1.3)];
const INDEX = new ShapeIndex(FONTS);

/** A text as one path a letter, or as one for all. */
function outlined(text: string, size: number, step: number, [x, y]: readonly [number, number]): FilledPaths {
  const shapes = [...new Set([...text].filter((letter) => letter !== ' '))];
  const paths = [...text].flatMap((letter, at) => {
    const matrix: Matrix = [size, 0, 0, size, x + at * step * size, y];
    return letter === ' ' ? [] : [{ shape: shapes.indexOf(letter), matrix, paint: 'black' }];
  });
  return { shapes: shapes.map((letter) => required(SIGNS[letter])), paths };
}

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
    const { shapes, paths } = outlined('one tie', 20, 0.7, [0, 40]);
    const wide = paths.map((path) => ({
      ...path,
      matrix: path.matrix.map((value, at) => (at === 0 ? value * 1.3 : value)) as unknown as Matrix,
    }));
    expect(readOutlines({ shapes, paths: wide }, FONTS, INDEX).lines.map(({ font: number }) => number)).toEqual([1]);
  });

  it('is not found in shapes that no font has', () => {
    const star = {
      shapes: ['M0 0L10 3L20 0L17 10L20 20L10 17L0 20L3 10Z'],
      paths: [0, 30, 60].map((x) => ({ shape: 0, matrix: [1, 0, 0, 1, x, 0] as const, paint: 'black' })),
    };
    expect(mayHoldLetters(star)).toBe(true);
    expect(readOutlines(star, FONTS, INDEX).lines).toEqual([]);
    expect(mayHoldLetters({ ...star, paths: star.paths.slice(1) })).toBe(false);
  });
});
