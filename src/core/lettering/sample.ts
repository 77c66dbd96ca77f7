import { contoursOf, type Matrix } from '../drawing/contours.js';
import { required } from '../data/required.js';
import type { FontShapes } from './font-shapes.js';
import { markOf } from './mark.js';
import type { FilledPaths } from './read-outlines.js';

/* For tests: text in made-up letters. */

/** A small made-up alphabet: letters of two lines among them, and a dot; sizes 1, y down from the baseline. */
export const SIGNS: Readonly<Record<string, string>> = {
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
export const FONTS = [font('Plain', 1), font('Wide', 1.3)];
/** A text as one path a letter, or as one for all. */
export function outlined(text: string, size: number, step: number, [x, y]: readonly [number, number]): FilledPaths {
  const shapes = [...new Set([...text].filter((letter) => letter !== ' '))];
  const paths = [...text].flatMap((letter, at) => {
    const matrix: Matrix = [size, 0, 0, size, x + at * step * size, y];
    return letter === ' ' ? [] : [{ shape: shapes.indexOf(letter), matrix, paint: 'black' }];
  });
  return { width: 1000, shapes: shapes.map((letter) => required(SIGNS[letter])), paths };
}
