import { required } from '../../data/required.js';
import type { Part } from '../model/part.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import type { Region } from '../model/region.js';
import { type LayoutContext, orderedRows, boxIn, add, paddingDown } from './context.js';
import { around, bottom, px } from '../../geometry/box.js';
import { usualGap } from '../model/gap.js';
import { EQUAL } from '../model/tolerances.js';
import { alignOf, gapOf } from '../model/line-alignment.js';

/** Room that rounding may take, px. */
export const ROUNDING = 1;

/** Lays tags out so that they break into lines by themselves; false if that gives other lines than the board has. */
export function layTags(
  part: Part,
  children: readonly Part[],
  box: DrawnBox,
  region: Region,
  setting: LayoutContext,
): boolean {
  const { view, looks } = setting;
  const rows = orderedRows(children, setting);
  const lines = rows.map((row) => row.map((part) => boxIn(view, part)));
  const whole = lines.map((line) => around(line));
  const [gap, align] = [gapOf(lines), alignOf(whole)];
  const down = usualGap(whole.slice(1).map((line, at) => line[1] - bottom(required(whole[at]))));
  if (gap === undefined || gap < 0 || !align || down === undefined || down < 0) return false;
  const breaks = whole.every((line, at) => {
    const next = lines[at + 1]?.[0];
    return line[2] <= region.width - ROUNDING && (!next || line[2] + gap + next[2] > region.width + ROUNDING);
  });
  if (!breaks || (align === 'flex-start' && Math.abs(required(whole[0])[0] - region.x) > EQUAL)) return false;
  add(looks, part, {
    display: 'flex',
    'flex-wrap': 'wrap',
    'column-gap': px(gap),
    'row-gap': px(down),
    'align-items': 'flex-start',
    ...(align === 'center' ? { 'justify-content': 'center' } : {}),
    ...paddingDown(box, required(whole[0])[1], bottom(required(whole.at(-1)))),
  });
  for (const row of rows.flat()) {
    const own = boxIn(view, row);
    add(looks, row, { 'flex-shrink': '0' });
    setting.dress(row, own, { x: own[0], width: own[2] }, true);
  }
  return true;
}
