import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, right } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import { firstOrder, type Part } from '../model/part.js';
import { TOUCH } from '../structure/strips.js';
import { boxIn, isPageHeader, rowsOf } from './context.js';

/** How children lie to each other on this board: above or beside each other, in rows of several, or anyhow. */
export function directionOf(children: readonly Part[], view: ArtboardView): 'stack' | 'row' | 'grid' | 'wrap' | 'free' {
  if (children.length === 1) return 'stack';
  /* The header of a page may lie on what follows it. */
  const flow = children.filter((child) => !isPageHeader(child));
  const boxes = flow.map((child) => boxIn(view, child));
  if (disjoint(boxes, 1, 12)) return 'stack';
  if (disjoint(boxes, 0, TOUCH)) return 'row';
  const rows = rowsOf(children, view);
  const apart = rows.every(
    (row) =>
      row.length === 1 ||
      disjoint(
        row.map((part) => boxIn(view, part)),
        0,
        TOUCH,
      ),
  );
  if (!apart) return followEachOther(flow, view) ? 'stack' : 'free';
  const columns = rows[0]?.length ?? 0;
  const full = rows.every(
    (row, index) => row.length === columns || (index === rows.length - 1 && row.length < columns),
  );
  const start = (row: readonly Part[], at: number): number => boxIn(view, required(row[at]))[0];
  if (columns < 2 || !full) return 'wrap';
  const aligned = rows.every((row) =>
    row.every((_, at) => Math.abs(start(row, at) - start(required(rows[0]), at)) < 3),
  );
  return aligned ? 'grid' : 'wrap';
}

/** Things that lie on each other by less than this share of the lower one still follow each other. */
const LAPPED = 0.35;

/**
 * Whether things stand below each other although the end of one lies under the beginning of the next: then the next moves up
 * by so much, and the rest follows however high the first becomes.
 */
function followEachOther(children: readonly Part[], view: ArtboardView): boolean {
  const sorted = children.map((part) => ({ box: boxIn(view, part), order: firstOrder(part) }));
  sorted.sort((a, b) => a.box[1] - b.box[1]);
  return sorted.slice(1).every(({ box, order }, at) => {
    const before = required(sorted[at]);
    const lap = bottom(before.box) - box[1];
    return lap <= TOUCH || (order > before.order && lap <= LAPPED * Math.min(box[3], before.box[3]));
  });
}

function disjoint(boxes: readonly DrawnBox[], axis: 0 | 1, slack: number): boolean {
  const sorted = [...boxes].sort((a, b) => a[axis] - b[axis]);
  const end = axis === 0 ? right : bottom;
  return sorted.slice(1).every((box, index) => box[axis] >= end(required(sorted[index])) - slack);
}
