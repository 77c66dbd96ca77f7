import { required } from '../data/required.js';
import type { DrawnBox } from './drawing.js';
import { around } from '../geometry/box.js';

/** Fewest letters that are taken for a text, and heights that type has; px. */
const FEWEST = 4;
const HEIGHTS = [7, 140] as const;
/** A text is at least this many times as wide as it is high. */
const LONG = 2;
/** Share of the letters that stand on one line; how far off it a letter may end, in heights. */
const ON_LINE = 0.6;
const OFF_LINE = 0.08;
/** Widest letter and widest room between two, in heights of the text. */
const WIDEST = 1.5;
const ROOM = 1.2;

/** Whether shapes in these places may be letters: of different widths, beside each other, standing on one line. */
export function areLetters(boxes: readonly DrawnBox[]): boolean {
  const letters = [...boxes].sort((a, b) => a[0] - b[0]);
  if (letters.length < FEWEST) return false;
  const [, , width, height] = around(letters);
  if (height < HEIGHTS[0] || height > HEIGHTS[1] || width < LONG * height) return false;
  const bottoms = letters.map((box) => box[1] + box[3]).sort((a, b) => a - b);
  const line = required(bottoms[bottoms.length >> 1]);
  const standing = letters.filter((box) => Math.abs(box[1] + box[3] - line) <= OFF_LINE * height);
  const widths = new Set(letters.map((box) => Math.round(box[2])));
  const heights = new Set(letters.map((box) => Math.round(box[3] / 2)));
  const beside = letters.slice(1).every((box, index) => {
    const before = required(letters[index]);
    const room = box[0] - before[0] - before[2];
    return room < ROOM * height && room > -before[2] - 0.5;
  });
  return (
    beside &&
    standing.length >= ON_LINE * letters.length &&
    widths.size > 2 &&
    heights.size > 1 &&
    letters.every((box) => box[2] <= WIDEST * height)
  );
}
