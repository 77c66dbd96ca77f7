import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { right } from '../../geometry/box.js';
import type { Region } from '../model/region.js';
import { EQUAL } from '../model/tolerances.js';
import { evenColumns } from '../model/even-columns.js';

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
  const gaps = boxes.slice(1).map((box, index) => box[0] - right(required(boxes[index])));
  const gutter = Math.max(0, Math.min(...gaps));
  const end = Math.max(right(required(boxes.at(-1))), region.x + region.width);
  const regions = boxes.map((box, index): Region => ({
    x: box[0],
    width: (index + 1 < boxes.length ? required(boxes[index + 1])[0] - gutter : end) - box[0],
  }));
  const widths = regions.slice(0, -1).map(({ width }) => width);
  const last = required(regions.at(-1));
  const usual = required(widths[0]);
  const same = widths.every((width) => Math.abs(width - usual) < EQUAL) && required(boxes.at(-1))[2] <= usual + EQUAL;
  if (same && last.width > usual) regions[regions.length - 1] = { x: last.x, width: usual };
  return { regions, gutter };
}
