import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, holds, middle, px, right } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Paragraph } from '../model/paragraph.js';
import { firstOrder, type Part } from '../model/part.js';
import { COVER_EDGE } from '../model/tolerances.js';
import type { StyleMap } from '../model/region.js';
import { add, boxIn, type LayoutContext } from './context.js';
import { liesBelow, liftOver } from './painting-order.js';
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
  const share = (value: number): string => shareOf(value, around);
  const fixed = (part.ornament === true && !runsAcross(box, around)) || (piece?.type === 'art' && box[2] < ICON);
  setting.dress(part, box, { x: box[0], width: box[2] }, true);
  return {
    left: share(box[0] - around[0]),
    top: px(box[1] - around[1]),
    width: fixed ? px(box[2]) : isWordsOnly(part, view) ? 'max-content' : share(box[2]),
    ...(piece?.type === 'text' ? linesLook(piece.text) : {}),
  };
}

/** A length in percent of the width of what lies around. */
function shareOf(value: number, around: DrawnBox): string {
  return `${Math.round((value / around[2]) * 1e5) / 1e3}%`;
}

function runsAcross(box: DrawnBox, around: DrawnBox): boolean {
  return box[0] <= around[0] + COVER_EDGE && right(box) >= right(around) - COVER_EDGE;
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

/**
 * The same place told from the side that the part keeps to: a badge in a corner stays there, and a panel that hangs over
 * the lower edge hangs over it, however wide and high the holder is.
 */
function anchored(
  part: Part,
  holder: Part,
  around: DrawnBox,
  place: FreePlace,
  { view, views }: LayoutContext,
): StyleMap {
  const box = boxIn(view, part);
  const isCover =
    part.ornament !== true && part.parts.length + part.over.length === 0 && holds(box, around, COVER_EDGE);
  if (isCover && holds(around, box, COVER_EDGE)) return COVER;
  if (part.ornament === true && runsAcross(box, around)) return { ...place, ...alongEdge(box, around) };
  const down = fromBelow(box, around) ? { top: 'auto', bottom: px(bottom(around) - bottom(box)) } : { top: place.top };
  const keeps = part.ornament !== true && keepsWidth(part, holder, views);
  const width = keeps ? { width: px(box[2]), 'max-width': '100%' } : {};
  const whole = { ...place, ...down, ...width };
  if (place['width'] !== 'max-content' && !keeps) return whole;
  const [before, after] = [box[0] - around[0], right(around) - right(box)];
  if (Math.abs(middle(box) - middle(around)) <= CENTRED)
    return { ...whole, left: '0', right: '0', 'margin-left': 'auto', 'margin-right': 'auto' };
  /* What lies beside it rather than over it keeps to neither side. */
  if (Math.min(before, after) > NEAR_SIDE || Math.min(before, after) < -box[2] / 2) return whole;
  return before <= after ? { ...whole, left: px(before) } : { ...whole, left: 'auto', right: px(after) };
}

/** What covers all of its holder does so however large that becomes. */
const COVER: StyleMap = { left: '0', top: '0', width: '100%', height: '100%', 'aspect-ratio': 'auto' };

/** A curve along an edge is as high, and reaches over the edge, in shares of the width that it runs across. */
function alongEdge(box: DrawnBox, around: DrawnBox): StyleMap {
  const share = (value: number): string => shareOf(value, around);
  return fromBelow(box, around)
    ? { top: 'auto', bottom: '0', 'margin-bottom': share(bottom(around) - bottom(box)) }
    : { top: '0', 'margin-top': share(box[1] - around[1]) };
}

/** What is so many times as far from the top as from the bottom keeps to the bottom. */
const LOW = 2;

function fromBelow(box: DrawnBox, around: DrawnBox): boolean {
  const [above, below] = [box[1] - around[1], bottom(around) - bottom(box)];
  return above > 0 && Math.abs(below) * LOW < above;
}

/** A width that differs by no more while that of the holder differs by at least so much is a width by itself. */
const SAME_WIDTH = 1.15;
const OTHER_WIDTH = 1.3;

function keepsWidth(part: Part, holder: Part, views: readonly ArtboardView[]): boolean {
  const both = views.flatMap((view) => {
    const [own, outer] = [view.boxOf(part), view.boxOf(holder)];
    return own && outer ? [[own[2], outer[2]] as const] : [];
  });
  const ratio = (widths: readonly number[]): number => Math.max(...widths) / Math.min(...widths);
  return (
    both.length > 1 &&
    ratio(both.map(([own]) => own)) <= SAME_WIDTH &&
    ratio(both.map(([, outer]) => outer)) >= OTHER_WIDTH
  );
}

/** Lays what lies over the rest of a part out of the flow. @param box where the part lies, inside of its border, px */
export function layOver(holder: Part, box: DrawnBox, setting: LayoutContext): void {
  const { view, looks } = setting;
  const over = view.present(holder.over);
  if (over.length === 0) return;
  add(looks, holder, { position: 'relative' });
  const parts = view.present(holder.parts);
  /* What hangs over an edge lies in front of the rest, and what was painted after it, over that. */
  const raised = holder.parts.filter((part) => looks.get(part)?.['z-index'] !== undefined);
  for (const part of over) {
    /* The place comes last, as what is inside may have asked for one that is relative. */
    const place = anchored(part, holder, box, placeFree(part, box, setting), setting);
    add(looks, part, { position: 'absolute', ...place });
    if (raised.length && raised.every((under) => firstOrder(part) > firstOrder(under)))
      add(looks, part, { 'z-index': '1' });
    else if (liesBelow(part, parts, view)) {
      add(looks, part, { 'z-index': '-1' });
      add(looks, holder, { isolation: 'isolate' });
    } else liftOver(part, parts, view, looks);
  }
}
