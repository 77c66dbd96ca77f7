import { required } from '../../data/required.js';
import { EQUAL } from './tolerances.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import type { Region } from './region.js';
import { middle, right, around } from '../../geometry/box.js';

/** Distances between neighbours. */
export function steps(values: readonly number[]): number[] {
  return values.slice(1).map((value, index) => value - required(values[index]));
}

export function even(values: readonly number[]): boolean {
  return Math.max(...values) - Math.min(...values) <= EQUAL;
}

/**
 * Columns of one width around things whose middles, but not whose edges, are evenly apart; from left to right.
 * Undefined if there are no such columns.
 */
export function evenColumns(boxes: readonly DrawnBox[]): Region[] | undefined {
  const middles = steps(boxes.map(middle));
  const wide = boxes.map((box) => box[2]);
  if (boxes.length < 2 || !even(middles) || even(steps(boxes.map((box) => box[0])).concat(0)) || even(wide))
    return undefined;
  const step = middles.reduce((sum, middle) => sum + middle, 0) / middles.length;
  const width = Math.max(...wide);
  if (width > step + 0.5) return undefined;
  const first = middle(required(boxes[0]));
  return boxes.map((_, index) => ({ x: first + index * step - width / 2, width }));
}

/** The box around the even columns of things that stand in a row; undefined if they stand in none. */
export function aroundColumns(boxes: readonly DrawnBox[]): DrawnBox | undefined {
  const sorted = [...boxes].sort((a, b) => a[0] - b[0]);
  if (sorted.slice(1).some((box, index) => box[0] < right(required(sorted[index])) - 2)) return undefined;
  const columns = evenColumns(sorted);
  if (!columns) return undefined;
  const [, y, , height] = around(boxes);
  const first = required(columns[0]);
  const last = required(columns.at(-1));
  return [first.x, y, last.x + last.width - first.x, height];
}
