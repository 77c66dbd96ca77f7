import { around, bottom, holds, shared } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import { firstOrder, type Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import type { ArtboardStyles } from '../model/part-styles.js';
import { add, boxIn, isPageHeader } from './context.js';

/** What is covered may reach over the edge of its cover by this, px. */
const EDGE = 2;

/** So many things that were painted later are lifted over one that lies out of the flow; more are not told apart. */
const MOST_LIFTED = 6;

/** Lifts what is in the flow and was painted over a part that lies out of it, with what it was painted after below it. */
export function liftOver(part: Part, flow: readonly Part[], view: ArtboardView, looks: ArtboardStyles): void {
  const place = boxIn(view, part);
  const painted = firstOrder(part);
  const later = (other: Part): Part[] => {
    const box = view.boxOf(other);
    if (!box || shared(box, place) <= 0.5) return [];
    return firstOrder(other) > painted ? [other] : [...other.parts, ...other.over].flatMap(later);
  };
  const lifted = flow.flatMap(later);
  if (lifted.length > MOST_LIFTED) return;
  for (const other of lifted) add(looks, other, { position: 'relative', ...looks.get(other), 'z-index': '1' });
}

/** Whether something in the flow was painted over a part that lies out of it. */
export function liesBelow(part: Part, flow: readonly Part[], view: ArtboardView): boolean {
  const place = boxIn(view, part);
  const painted = firstOrder(part);
  const met = flow.flatMap((other) => piecesOn(view, other)).filter(({ box }) => shared(box, place) > 0.5);
  const own = Math.min(...piecesOn(view, part).map(({ order }) => order));
  return (
    (met.length > 0 && met.every(({ order }) => order > own)) ||
    flow.some((other) => firstOrder(other) > painted && shared(boxIn(view, other), place) > 0.5)
  );
}

/**
 * Lets what was painted on an ornament of the section before stay in front of it, though the ornament reaches over the
 * end of its section.
 */
export function raiseOverOrnaments(root: Part, view: ArtboardView, looks: ArtboardStyles): void {
  const sections = view.present(root.parts);
  for (const section of sections) {
    for (const ornament of view.present(section.over).filter((part) => part.ornament)) {
      const place = boxIn(view, ornament);
      for (const later of sections)
        if (later !== section && firstOrder(later) > firstOrder(ornament) && shared(boxIn(view, later), place) > 0)
          add(looks, later, { position: 'relative' });
      if (bottom(place) > view.artboard.height) add(looks, section, { 'overflow-y': 'clip' });
    }
  }
}

/**
 * Lets a header that lies on the first section lie in front of it, or behind it if it is covered. The section begins
 * higher than the header ends, by a margin, so that it moves down as soon as the header needs more room.
 */
export function raiseHeader(root: Part, view: ArtboardView, looks: ArtboardStyles): void {
  const present = view.present(root.parts);
  const header = present.find(isPageHeader);
  const [next] = present.filter((part) => part !== header).sort((a, b) => boxIn(view, a)[1] - boxIn(view, b)[1]);
  if (!header || !next || boxIn(view, next)[1] >= bottom(boxIn(view, header))) return;
  if (isCovered(header, view)) add(looks, next, { position: 'relative' });
  else add(looks, header, { position: 'relative', 'z-index': '1' });
}

/** Whether a box or an image was painted over the whole of a part. */
function isCovered(part: Part, view: ArtboardView): boolean {
  const pieces = piecesOn(view, part);
  const place = around(pieces.map(({ box }) => box));
  const last = Math.max(...pieces.map(({ order }) => order));
  return view.artboard.all.some(({ type, order, box }) => type !== 'text' && order > last && holds(box, place, EDGE));
}

/** The pieces of an artboard that a part stands for. */
function piecesOn(view: ArtboardView, part: Part): Piece[] {
  const own = view.pieceOf(part);
  return [...(own ? [own] : []), ...[...part.parts, ...part.over].flatMap((inner) => piecesOn(view, inner))];
}
