import type { ArtboardView } from '../match/artboard-view.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { px, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import type { Region, StyleMap } from '../model/region.js';
import type { Paragraph } from '../model/paragraph.js';

/** Columns of a grid in whose only cell things lie over each other, and what puts them there: over what is not so placed, too. */
export const ONE_CELL = 'minmax(0, 1fr)';
export const IN_CELL: StyleMap = { position: 'relative', 'grid-row': '1', 'grid-column': '1' };

/** Whether things lie over each other in a look. */
export function isOneCell(look: StyleMap): boolean {
  return look['grid-template-columns'] === ONE_CELL;
}

/** Distances up to this are none, px. */
export const NONE = 1.5;
/** Least room at the sides of a band on a screen narrower than the board, px. */
export const SIDE_FLOOR = 20;
/** Things this nearly in the middle are in the middle, px. */
const CENTRED = 2.5;

/** Distances from which on things move, px. */
const SEEN = 0.3;
/** What is left beside something that fills its region but for this share of it. */
const SLIVER = 0.04;

/** Room that a sign in a corner leaves at most, px, and how many times as far it is from the other one. */
const CORNER = 32;
const APART = 3;

/** The declarations, if the condition holds. */
export function given(condition: boolean, look: StyleMap): StyleMap {
  return condition ? look : {};
}

/** A part begins so far inside of its region, px, or this share of it, as an indent; what is farther in stands at a place of its own. */
const INDENT = 48;
const INDENT_SHARE = 0.12;
/** What is so many times as far from the start of its region as from the end stands at the end. */
const AT_END = 2;

/** The room before a part: an indent stays, a place of its own moves in with its region. */
function roomBefore(left: number, region: Region): string {
  if (left <= Math.max(INDENT, INDENT_SHARE * region.width)) return px(left);
  return `min(${px(left)}, ${Math.ceil((left / region.width) * 1e4) / 100}%)`;
}

/** Whether a part stands at the end of its region rather than at a place told from the start. */
function standsAtEnd(left: number, free: number, region: Region): boolean {
  return free >= 0 && free * AT_END <= left && left > Math.max(INDENT, INDENT_SHARE * region.width);
}

/** On screens up to this width, px, what leaves no more than this share of the width at either side fills it but for the gutters. */
const NARROW = 700;
const GUTTER_SHARE = 0.1;

function fillsNarrow(left: number, free: number, region: Region, view: ArtboardView): boolean {
  return view.width <= NARROW && Math.abs(left - free) <= CENTRED && left > NONE && left <= GUTTER_SHARE * region.width;
}

function betweenGutters(left: number, free: number): StyleMap {
  return { 'margin-left': px(left), 'margin-right': px(free) };
}

/** How a part lies across its region, as declarations, and the region that is left for what is inside of it. */
export function placeAcross(
  part: Part,
  box: DrawnBox,
  region: Region,
  view: ArtboardView,
  parent: 'stack' | 'grid',
): { readonly look: StyleMap; readonly region: Region } {
  const piece = view.pieceOf(part);
  if (piece?.type === 'text') return { look: placeText(piece.text, box, region), region };
  const left = box[0] - region.x;
  const free = region.x + region.width - right(box);
  const align = parent === 'stack' ? 'align-self' : 'justify-self';
  const own = { x: box[0], width: box[2] };
  if (Math.abs(left) <= NONE && Math.abs(free) <= NONE)
    return piece?.type === 'picture' && !isLeaf(part)
      ? { look: slivers(left, free), region: own }
      : { look: {}, region };
  if (!piece) return placeGroup(part, left, free, own, region, align, view);
  /* What all but fills its region goes on to: only the sliver beside it stays. */
  if (Math.abs(left) <= NONE && free > 0 && free <= SLIVER * region.width && piece.type !== 'art')
    return {
      look:
        isLeaf(part) && piece.type === 'picture' ? { width: `calc(100% - ${px(free)})` } : { 'margin-right': px(free) },
      region: own,
    };
  const size: StyleMap = isLabelled(part, box, view) ? {} : { width: px(box[2]), 'max-width': '100%' };
  if (left < -NONE || free < -NONE)
    return {
      look: {
        'margin-left': px(left),
        width: px(box[2]),
        'max-width': 'none',
        [align]: parent === 'stack' ? 'flex-start' : 'start',
      },
      region: own,
    };
  if (piece.type === 'box' && parent === 'stack' && fillsNarrow(left, free, region, view))
    return { look: betweenGutters(left, free), region: own };
  if (Math.abs(left - free) <= CENTRED) return { look: { ...size, [align]: 'center' }, region: own };
  if (Math.abs(free) <= NONE)
    return { look: { ...size, [align]: parent === 'stack' ? 'flex-end' : 'end' }, region: own };
  /* A sign in the corner at the end stays there. */
  const inCorner = free > 0 && free <= CORNER && left > APART * free && Math.max(box[2], box[3]) <= ICON;
  if (inCorner || standsAtEnd(left, free, region))
    return {
      look: { ...size, [align]: parent === 'stack' ? 'flex-end' : 'end', 'margin-right': px(free) },
      region: own,
    };
  return {
    look: {
      ...size,
      [align]: parent === 'stack' ? 'flex-start' : 'start',
      ...(left > NONE ? { 'margin-left': roomBefore(left, region) } : {}),
    },
    region: own,
  };
}

/** Room at the two sides of a label may differ by this much, px. */
const EVEN = 4;

/** A button or a badge: a box with one line in its middle is as wide as its words ask for, whatever they come to say. */
function isLabelled(part: Part, box: DrawnBox, view: ArtboardView): boolean {
  const [label, ...more] = view.present(part.parts);
  const words = label && view.boxOf(label);
  if (!words || more.length || part.over.length || !isShort(part, view)) return false;
  const isWords = view.pieceOf(label)?.type === 'text' && view.pieceOf(part)?.type === 'box';
  return isWords && Math.abs(words[0] - box[0] - (right(box) - right(words))) <= EVEN;
}

function isLeaf({ parts, over }: Part): boolean {
  return parts.length + over.length === 0;
}

/** An image is as high as its width asks for: not even a pixel beside it may be lost. */
function slivers(left: number, free: number): StyleMap {
  return { ...given(left > SEEN, { 'margin-left': px(left) }), ...given(free > SEEN, { 'margin-right': px(free) }) };
}

function placeGroup(
  part: Part,
  left: number,
  free: number,
  own: Region,
  region: Region,
  align: string,
  view: ArtboardView,
): { look: StyleMap; region: Region } {
  if (left < -NONE || free < -NONE) return { look: { 'margin-left': px(left), 'margin-right': px(free) }, region: own };
  if (left <= NONE) return { look: {}, region };
  if (Math.abs(left - free) <= CENTRED) {
    if (isContentRow(part, view) || onlyCentredTexts(part, view)) return { look: {}, region };
    if (fillsNarrow(left, free, region, view)) return { look: betweenGutters(left, free), region: own };
    return { look: { width: px(own.width), 'max-width': '100%', [align]: 'center' }, region: own };
  }
  const edge = free >= left - NONE ? left : 0;
  return {
    look: { 'margin-left': roomBefore(left, region), ...(edge > NONE ? { 'margin-right': px(edge) } : {}) },
    region: { x: own.x, width: region.width - left - edge },
  };
}

/** A row of short things (links, buttons, icons) that are as wide as their words. */
export function isContentRow(part: Part, view: ArtboardView): boolean {
  if (part.direction !== 'row') return false;
  return view.present(part.parts).every((part) => isShort(part, view));
}

/** Largest icon, and widest and highest line of small signs, such as the stars of a rating, px. */
const ICON = 72;
const LINE_OF_SIGNS = [160, 32] as const;

/** As wide as its words: one short line, a button, an icon, or a row of these. */
export function isShort(part: Part, view: ArtboardView): boolean {
  const piece = view.pieceOf(part);
  const box = view.boxOf(part);
  if (!box) return true;
  if (!piece) return part.direction === 'row' && part.parts.every((part) => isShort(part, view));
  if (piece.type === 'text') return piece.text.lines.length === 1 && box[2] < 320;
  if (piece.type === 'box')
    return (
      box[3] <= 72 &&
      box[2] <= 340 &&
      part.over.length === 0 &&
      part.parts.length > 0 &&
      part.parts.every((part) => isShort(part, view))
    );
  return Math.max(box[2], box[3]) <= ICON || (box[2] <= LINE_OF_SIGNS[0] && box[3] <= LINE_OF_SIGNS[1]);
}

function onlyCentredTexts(part: Part, view: ArtboardView): boolean {
  return (
    part.direction === 'stack' &&
    view.present(part.parts).every((part) => {
      const piece = view.pieceOf(part);
      return piece?.type === 'text' && piece.text.align === 'center';
    })
  );
}

/** The width at which a text breaks as it does on the board: from its longest line to where a word would move up. */
function breakingWidth(text: Paragraph): { readonly least: number; readonly most: number } {
  const least = Math.max(...text.lines.map(({ box }) => box[2]));
  const space = text.look.size * 0.22;
  const most = Math.min(
    ...text.lines.slice(1).map((line, index) => (text.lines[index]?.box[2] ?? 0) + space + line.firstWord),
  );
  return { least, most };
}

/** A line that fills or passes its region gets room beyond it, so that it breaks only where there is less room. */
function widened(look: StyleMap, more: number, centred: boolean): StyleMap {
  const side = (name: string, part: number): StyleMap => ({ [name]: px(parseFloat(look[name] ?? '0') - part) });
  if (centred) return { ...side('margin-left', more / 2), ...side('margin-right', more / 2) };
  return look['text-align'] === 'right' ? side('margin-left', more) : side('margin-right', more);
}

/** Room that a single line keeps at its end, px: more would break it on a narrower screen for nothing. */
const LINE_EDGE = 20;

function placeText(text: Paragraph, box: DrawnBox, region: Region): StyleMap {
  const look: StyleMap = {};
  const left = box[0] - region.x;
  const free = region.x + region.width - right(box);
  const { least, most } = breakingWidth(text);
  const centred =
    Math.abs(left - free) <= CENTRED && (text.align === 'center' || (text.lines.length === 1 && left > NONE));
  const atRight =
    !centred && Math.abs(free) <= NONE && left > NONE && (text.align === 'right' || text.lines.length === 1);
  let room = region.width;
  const isLine = text.lines.length === 1 && text.align !== 'center';
  if (centred) look['text-align'] = 'center';
  else if (isLine && standsAtEnd(left, free, region)) {
    look['text-align'] = 'right';
    if (free > NONE) look['margin-right'] = px(free);
    room = region.width - free;
  } else if (atRight) look['text-align'] = 'right';
  else if (text.align === 'center') {
    /* A little wider than its longest line, so that it breaks where it should; its middle stays where it is. */
    const width = Math.ceil(least) + 1;
    const start = left - Math.min(Math.max(0, left), (width - least) / 2);
    look['text-align'] = 'center';
    look['margin-left'] = px(start);
    look['max-width'] = px(width);
    room = Math.min(width, region.width - Math.max(0, start));
  } else {
    if (Math.abs(left) > NONE) look['margin-left'] = roomBefore(left, region);
    const kept = text.lines.length === 1 ? Math.min(left, LINE_EDGE) : left;
    const edge = left > NONE && free >= left - NONE ? kept : 0;
    if (edge) look['margin-right'] = px(edge);
    room = region.width - left - edge;
  }
  if (text.lines.length === 1) {
    if (room < least + 1) Object.assign(look, widened(look, least + 1 - room, centred));
  } else if (room < least || room >= most) {
    const width = Math.round((least + Math.min((most - least) / 2, 10)) * 10) / 10;
    look['max-width'] = px(Math.max(width, Math.min(least + 0.5, most - 0.2)));
    if (room < least) delete look['margin-right'];
    if (centred) Object.assign(look, { 'margin-left': 'auto', 'margin-right': 'auto', width: '100%' });
    else if (atRight) look['margin-left'] = 'auto';
  }
  return look;
}
