import type { DrawnBox } from '../../drawing/drawing.js';
import { middle, px, right } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Paragraph } from '../model/paragraph.js';
import type { Part } from '../model/part.js';
import type { StyleMap } from '../model/region.js';
import { boxIn, type LayoutContext } from './context.js';
import { isShort } from './place.js';

/** Artwork up to this width keeps it, px. */
const ICON = 100;
/** What lies so near a side of what it lies on, px, keeps its distance from that. */
const NEAR_SIDE = 48;
/** Things this nearly in the middle are in the middle, px. */
const CENTRED = 2.5;

/** Where something lies that is out of the flow. */
interface FreePlace extends StyleMap {
  readonly left: string;
  readonly top: string;
}

/**
 * Dresses a part and says where it lies in another one: from the left and how wide in shares, from the top in px. What is
 * as wide as its words stays so.
 */
export function placeFree(part: Part, around: DrawnBox, setting: LayoutContext): FreePlace {
  const { view } = setting;
  const box = boxIn(view, part);
  const piece = view.pieceOf(part);
  const share = (value: number): string => `${Math.round((value / around[2]) * 1e5) / 1e3}%`;
  const fixed = part.ornament === true || (piece?.type === 'art' && box[2] < ICON);
  setting.dress(part, box, { x: box[0], width: box[2] }, true);
  return {
    left: share(box[0] - around[0]),
    top: px(box[1] - around[1]),
    width: fixed ? px(box[2]) : isWordsOnly(part, view) ? 'max-content' : share(box[2]),
    ...(piece?.type === 'text' ? linesLook(piece.text) : {}),
  };
}

/** A line stays one; lines keep their middle or their end. */
function linesLook({ lines, align }: Paragraph): StyleMap {
  if (lines.length === 1) return { 'text-wrap-mode': 'nowrap' };
  return align === 'left' ? {} : { 'text-align': align };
}

/** A badge or a label: one short line, in a box or not. */
function isWordsOnly(part: Part, view: ArtboardView): boolean {
  const piece = view.pieceOf(part);
  if (!piece || !isShort(part, view)) return false;
  return piece.type === 'text' || (piece.type === 'box' && piece.inside.every(({ type }) => type === 'text'));
}

/** The same place told from the side that the part keeps to: a badge in a corner stays there, whatever the width. */
export function anchored(part: Part, around: DrawnBox, place: FreePlace, view: ArtboardView): StyleMap {
  if (place['width'] !== 'max-content') return place;
  const box = boxIn(view, part);
  const [before, after] = [box[0] - around[0], right(around) - right(box)];
  if (Math.abs(middle(box) - middle(around)) <= CENTRED)
    return { ...place, left: '0', right: '0', 'margin-left': 'auto', 'margin-right': 'auto' };
  if (Math.min(before, after) > NEAR_SIDE) return place;
  return before <= after ? { ...place, left: px(before) } : { ...place, left: 'auto', right: px(after) };
}
