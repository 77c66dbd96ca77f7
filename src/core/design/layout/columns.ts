import type { DrawnBox } from '../../drawing/drawing.js';
import { around, middle, right } from '../../geometry/box.js';
import type { Region } from './place.js';
import { EQUAL } from './context.js';

/** Distances between neighbours. */
function steps(values: readonly number[]): number[] {
  return values.slice(1).map((value, index) => value - (values[index] as number));
}

function even(values: readonly number[]): boolean {
  return Math.max(...values) - Math.min(...values) <= EQUAL;
}

/**
 * Columns of one width around things whose middles, but not whose edges, are evenly apart; from left to right.
 * Undefined if there are no such columns.
 */
function evenColumns(boxes: readonly DrawnBox[]): Region[] | undefined {
  const middles = steps(boxes.map(middle));
  const wide = boxes.map((box) => box[2]);
  if (boxes.length < 2 || !even(middles) || even(steps(boxes.map((box) => box[0])).concat(0)) || even(wide))
    return undefined;
  const step = middles.reduce((sum, one) => sum + one, 0) / middles.length;
  const width = Math.max(...wide);
  if (width > step + 0.5) return undefined;
  const first = middle(boxes[0] as DrawnBox);
  return boxes.map((_, index) => ({ x: first + index * step - width / 2, width }));
}

/** The box around the even columns of things that stand in a row; undefined if they stand in none. */
export function aroundColumns(boxes: readonly DrawnBox[]): DrawnBox | undefined {
  const sorted = [...boxes].sort((a, b) => a[0] - b[0]);
  if (sorted.slice(1).some((box, index) => box[0] < right(sorted[index] as DrawnBox) - 2)) return undefined;
  const columns = evenColumns(sorted);
  if (!columns) return undefined;
  const [, y, , height] = around(boxes);
  const first = columns[0] as Region;
  const last = columns.at(-1) as Region;
  return [first.x, y, last.x + last.width - first.x, height];
}

/** The columns in which things stand, from left to right, and the gutter between them. `centred` if they may be centred. */
export function columnsFor(
  boxes: readonly DrawnBox[],
  region: Region,
  centred: boolean,
): { readonly regions: Region[]; readonly gutter: number } {
  const around = centred ? evenColumns(boxes) : undefined;
  if (around) {
    const [first, second] = around as [Region, Region];
    return { regions: around, gutter: Math.max(0, second.x - first.x - first.width) };
  }
  const gaps = boxes.slice(1).map((box, index) => box[0] - right(boxes[index] as DrawnBox));
  const gutter = Math.max(0, Math.min(...gaps));
  const end = Math.max(right(boxes.at(-1) as DrawnBox), region.x + region.width);
  const regions = boxes.map((box, index): Region => ({
    x: box[0],
    width: (index + 1 < boxes.length ? (boxes[index + 1] as DrawnBox)[0] - gutter : end) - box[0],
  }));
  const widths = regions.slice(0, -1).map(({ width }) => width);
  const last = regions.at(-1) as Region;
  const usual = widths[0] as number;
  const same =
    widths.every((width) => Math.abs(width - usual) < EQUAL) && (boxes.at(-1) as DrawnBox)[2] <= usual + EQUAL;
  if (same && last.width > usual) regions[regions.length - 1] = { x: last.x, width: usual };
  return { regions, gutter };
}
