import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, px, right } from '../../geometry/box.js';
import { isShort, NONE, given } from './place.js';
import { add, boxIn, orderedRows, paddingDown, type LayoutContext } from './context.js';
import type { Part } from '../model/part.js';
import type { Region } from '../model/region.js';

/** Lays out rows of different numbers of things: they run on, and each row is filled so that the next begins anew. */
export function layWrap(
  part: Part,
  children: readonly Part[],
  box: DrawnBox,
  region: Region,
  setting: LayoutContext,
): void {
  const { view, looks } = setting;
  const rows = orderedRows(children, setting);
  const boxes = rows.flat().map((row) => boxIn(view, row));
  const top = Math.min(...boxes.map((box) => box[1]));
  add(looks, part, {
    display: 'flex',
    'flex-wrap': 'wrap',
    'align-items': 'flex-start',
    ...paddingDown(box, top, Math.max(...boxes.map(bottom))),
  });
  let end = top;
  for (const row of rows) {
    layOneRow(row, end, region, setting);
    end = Math.max(...row.map((part) => bottom(boxIn(view, part))));
  }
}

/** What is left free at the end of a row, so that it does not break by a rounding error, px. */
const LOOSE = 0.5;

function layOneRow(row: readonly Part[], above: number, region: Region, setting: LayoutContext): void {
  const { view, looks } = setting;
  const share = (value: number): string => `${Math.floor((value / region.width) * 1e5) / 1e3}%`;
  /* A row of things as wide as their words takes the same room at every width, and the rest is free. */
  const isFixed = row.every((part) => isShort(part, view));
  row.forEach((part, index) => {
    const box = boxIn(view, part);
    const before = index === 0 ? region.x : right(boxIn(view, required(row[index - 1])));
    const left = box[0] - before;
    const free = region.x + region.width - right(box);
    const short = isShort(part, view);
    const down = box[1] - above;
    const type = view.pieceOf(part)?.type;
    const basis = short ? (type === 'picture' || type === 'art' ? px(box[2]) : 'auto') : share(box[2]);
    add(looks, part, {
      'flex-grow': '0',
      'flex-shrink': '0',
      'flex-basis': basis,
      /* An image is never narrower than its file by itself (CSS Flexbox 1, 4.5). */
      ...given(type === 'picture', { 'min-width': '0' }),
      ...given(Math.abs(left) > 0.05, { 'margin-left': index === 0 && !short ? share(left) : px(left) }),
      ...given(index === row.length - 1 && free > NONE, {
        'margin-right': isFixed ? `max(0px, calc(100% - ${px(right(box) - region.x + LOOSE)}))` : share(free - LOOSE),
      }),
      ...given(Math.abs(down) > 0.05, { 'margin-top': px(down) }),
    });
    if (short && type === 'text') add(looks, part, { 'text-wrap-mode': 'nowrap' });
    setting.dress(part, box, { x: box[0], width: box[2] }, !short);
  });
}
