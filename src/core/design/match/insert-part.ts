import type { DrawnBox } from '../../drawing/drawing.js';
import { around, bottom, holds, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import { TOUCH } from '../structure/strips.js';
import type { ArtboardView } from './artboard-view.js';

/**
 * Puts a part that only one board has where it stands there: in the smallest group whose row or column it goes on without
 * reaching into others, beside the single thing that it stands next to, or over what it lies on.
 * @param holder what holds it on that board
 * @param view that board, seen through the tree without the part
 */
export function insertPart(holder: Part, part: Part, view: ArtboardView): void {
  let group = holder;
  for (let next: Part | undefined = group; next; next = next && groupFor(next, part.box, view)) group = next;
  const placed = group.parts.flatMap((child) => {
    const box = view.boxOf(child);
    return box ? [{ child, box }] : [];
  });
  const under = placed.filter(({ box }) => overlap(box, part.box));
  if (under.length) {
    group.over.push(part);
    return;
  }
  const beside = placed.filter(({ box }) => reachesInto(box, part.box, 1));
  const [only] = beside;
  if (only && beside.length === 1 && !isPage(group) && placed.length > 1 && isStack(placed.map(({ box }) => box))) {
    group.parts[group.parts.indexOf(only.child)] = rowOf(only.child, only.box, part);
    return;
  }
  const next = placed.find(({ box }) => comesBefore(part.box, box));
  const last = placed.at(-1);
  group.parts.splice(
    next ? group.parts.indexOf(next.child) : last ? group.parts.indexOf(last.child) + 1 : group.parts.length,
    0,
    part,
  );
}

/** The group right in another that a box goes on: in its row, or its column, or between what it holds. */
function groupFor(holder: Part, box: DrawnBox, view: ArtboardView): Part | undefined {
  const boxes = holder.parts.map((child) => view.boxOf(child)).filter((found) => found !== undefined);
  return holder.parts.find((child) => {
    const own = view.boxOf(child);
    if (child.piece || child.parts.length === 0 || !own) return false;
    if (holds(own, box, TOUCH)) return true;
    const others = boxes.filter((other) => other !== own);
    /* The parts of a page follow each other, even where a header lies over the first of them. */
    const along = others.length === 0 || isPage(holder) || isStack(boxes) ? 1 : 0;
    const grown = around([own, box]);
    return reachesInto(own, box, along) && others.every((other) => overlap(own, other) || !overlap(grown, other));
  });
}

function isPage({ parts }: Part): boolean {
  return parts.some(({ band, section }) => band ?? section);
}

function rowOf(child: Part, box: DrawnBox, part: Part): Part {
  const parts = part.box[0] < box[0] ? [part, child] : [child, part];
  return { direction: 'row', parts, over: [], box: child.box, reason: 'side by side on one artboard only' };
}

/** Whether things stand one below the other. */
function isStack(boxes: readonly DrawnBox[]): boolean {
  return boxes.every((box, at) => boxes.slice(0, at).every((other) => !reachesInto(box, other, 1)));
}

/** Whether two boxes share more than a touch of an axis (0: across, 1: down). */
function reachesInto(a: DrawnBox, b: DrawnBox, axis: 0 | 1): boolean {
  const size = axis === 0 ? 2 : 3;
  return Math.min(a[axis] + a[size], b[axis] + b[size]) - Math.max(a[axis], b[axis]) > TOUCH;
}

function overlap(a: DrawnBox, b: DrawnBox): boolean {
  return reachesInto(a, b, 0) && reachesInto(a, b, 1);
}

/** Whether a box stands above another, or left of it in its line. */
function comesBefore(a: DrawnBox, b: DrawnBox): boolean {
  return bottom(a) <= b[1] + TOUCH || (reachesInto(a, b, 1) && right(a) <= b[0] + TOUCH);
}
