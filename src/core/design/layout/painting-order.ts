import { shared } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Part } from '../model/part.js';
import { boxIn } from './context.js';

/** Whether something in the flow was painted over a part that lies out of it. */
export function liesBelow(part: Part, flow: readonly Part[], view: ArtboardView): boolean {
  const place = boxIn(view, part);
  const painted = firstOrder(part);
  return flow.some((other) => firstOrder(other) > painted && shared(boxIn(view, other), place) > 0.5);
}

/** When the first thing of a part was painted. */
export function firstOrder({ piece, parts, over }: Part): number {
  return Math.min(piece?.order ?? Infinity, ...[...parts, ...over].map(firstOrder));
}
