import { required } from '../data/required.js';
import { around, bottom, type Box } from '../geometry/box.js';
import type { StyleRanges } from '../document/style-ranges.js';
import type { ElementNode } from '../document/types.js';

/* The regular grid that alike things stand in, though each was placed by itself. */

/** Places may differ by this much from those of a regular grid: the rest is an offset of its own; CSS px. */
const UNEVEN = 8;

/** A thing in a box, with where it stands in it in each range of widths. */
export interface GridItem {
  readonly node: ElementNode;
  readonly style: StyleRanges;
  readonly boxes: readonly Box[];
}

/** The regular grid that things stand in, but for a few px. */
export interface Grid {
  readonly columns: number;
  readonly width: number;
  readonly columnGap: number;
  readonly rowGap: number;
  /** Of all rows with the gaps between them. */
  readonly height: number;
  /** What is left of the place of each thing: across and down. */
  readonly offsets: readonly (readonly [number, number])[];
}

/** The grid of things in one range of widths; undefined if they stand otherwise. */
export function gridOf(things: readonly GridItem[], range: number): Grid | undefined {
  const boxes = things.map((thing) => required(thing.boxes[range]));
  const rows: Box[][] = [];
  for (const box of boxes) {
    const row = rows.at(-1);
    if (row && box[1] < bottom(required(row[0])) - UNEVEN && box[0] > required(row.at(-1))[0]) row.push(box);
    else rows.push([box]);
  }
  const columns = required(rows[0]).length;
  if (rows.slice(0, -1).some((row) => row.length !== columns) || required(rows.at(-1)).length > columns)
    return undefined;
  const width = Math.max(...boxes.map((box) => box[2]));
  const [left, top] = around(boxes);
  const stepAcross =
    columns > 1 ? median(rows.flatMap((row) => row.slice(1).map((box, at) => box[0] - required(row[at])[0]))) : width;
  const high = rows.map((row) => Math.max(...row.map((box) => box[3])));
  const gaps = rows
    .slice(1)
    .map(
      (row, at) =>
        Math.min(...row.map((box) => box[1])) -
        Math.min(...required(rows[at]).map((box) => box[1])) -
        required(high[at]),
    );
  const rowGap = gaps.length ? median(gaps) : Math.max(0, stepAcross - width);
  const columnGap = Math.max(0, stepAcross - width);
  if (rowGap < 0 || stepAcross < width - UNEVEN) return undefined;
  const offsets: [number, number][] = [];
  let y = top;
  rows.forEach((row, at) => {
    row.forEach((box, column) => offsets.push([box[0] - left - column * (width + columnGap), box[1] - y]));
    y += required(high[at]) + rowGap;
  });
  return offsets.every(([x, down]) => Math.abs(x) <= UNEVEN && Math.abs(down) <= UNEVEN)
    ? { columns, width, columnGap, rowGap, height: y - rowGap - top, offsets }
    : undefined;
}

function median(values: readonly number[]): number {
  return required([...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)]);
}
