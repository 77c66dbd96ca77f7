import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, px, right } from '../../geometry/box.js';
import { NONE, given } from './place.js';
import { columnsOf } from './rows.js';
import { add, boxIn, orderedRows, paddingDown, widenSide, type LayoutContext } from './context.js';
import type { Part } from '../model/part.js';
import type { Region } from '../model/region.js';

/** Lays out like things in rows of several. */
export function layGrid(
  part: Part,
  children: readonly Part[],
  box: DrawnBox,
  region: Region,
  setting: LayoutContext,
): void {
  const { view, looks } = setting;
  const rows = orderedRows(children, setting);
  const first = required(rows[0]).map((row) => boxIn(view, row));
  const gutter = Math.max(0, Math.min(...first.slice(1).map((box, index) => box[0] - right(required(first[index])))));
  const end = Math.max(right(required(first.at(-1))), region.x + region.width);
  const regions = first.map((box, index): Region => ({
    x: box[0],
    width: (index + 1 < first.length ? required(first[index + 1])[0] - gutter : end) - box[0],
  }));
  const extents = rows.map(
    (row) =>
      [
        Math.min(...row.map((part) => boxIn(view, part)[1])),
        Math.max(...row.map((part) => bottom(boxIn(view, part)))),
      ] as const,
  );
  const gap = Math.max(0, Math.min(...extents.slice(1).map(([top], index) => top - (extents[index]?.[1] ?? 0))));
  add(looks, part, {
    display: 'grid',
    'grid-template-columns': columnsOf(regions.map(({ width }) => width)),
    ...(gutter > 0.05 ? { 'column-gap': px(gutter) } : {}),
    ...(gap > 0.05 ? { 'row-gap': px(gap) } : {}),
    'align-items': 'start',
  });
  add(looks, part, paddingDown(box, extents[0]?.[0] ?? box[1], extents.at(-1)?.[1] ?? bottom(box)));
  const left = required(first[0])[0] - region.x;
  if (left > NONE) widenSide(looks, part, 'padding-left', left);
  rows.forEach((row, at) => {
    const extra = at === 0 ? 0 : (extents[at]?.[0] ?? 0) - (extents[at - 1]?.[1] ?? 0) - gap;
    row.forEach((part, column) => {
      const offset = boxIn(view, part)[1] - (extents[at]?.[0] ?? 0) + extra;
      setting.place(
        part,
        required(regions[column]),
        'grid',
        given(Math.abs(offset) > 0.05, { 'margin-top': px(offset) }),
      );
    });
  });
}
