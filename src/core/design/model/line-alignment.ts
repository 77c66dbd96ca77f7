import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { EQUAL } from './tolerances.js';
import { usualGap } from './gap.js';
import { right } from '../../geometry/box.js';

export function alignOf(lines: readonly DrawnBox[]): 'flex-start' | 'center' | undefined {
  const same = (values: readonly number[]): boolean => Math.max(...values) - Math.min(...values) <= 2 * EQUAL;
  if (same(lines.map(([x]) => x))) return 'flex-start';
  return same(lines.map(([x, , width]) => x + width / 2)) ? 'center' : undefined;
}

/** The gap between tags in a line; undefined if it differs, or no line holds two. */
export function gapOf(lines: readonly (readonly DrawnBox[])[]): number | undefined {
  return usualGap(lines.flatMap((line) => line.slice(1).map((box, at) => box[0] - right(required(line[at])))));
}
