import { contoursOf } from '../drawing/contours.js';
import { genericFamily, type LetterShape } from './font-shapes.js';
import { markOf } from './mark.js';

const BAR = 'M0 0V-0.7H0.1V0Z';
const SERIF = 'M0 0V-0.1H0.1V-0.6H0V-0.7H0.4V-0.6H0.3V-0.1H0.4V0Z';

const letter = (text: string, data: string, advance: number): LetterShape => ({
  text,
  advance,
  marks: contoursOf(data).flatMap((contour) => markOf(contour) ?? []),
});

describe('the generic family of a font', () => {
  it.each([
    ['sans-serif', [letter('I', BAR, 0.3), letter('l', BAR, 0.3), letter('i', BAR, 0.3), letter('m', BAR, 0.9)]],
    ['sans-serif', [letter('I', SERIF, 0.3), letter('l', BAR, 0.3)]],
    ['serif', [letter('I', SERIF, 0.4), letter('l', SERIF, 0.4)]],
    ['monospace', [letter('I', SERIF, 0.6), letter('i', SERIF, 0.6), letter('m', BAR, 0.6)]],
    ['sans-serif', []],
  ])('is %s by its letters', (family, letters) => {
    expect(genericFamily({ letters })).toBe(family);
  });
});
