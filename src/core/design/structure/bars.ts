import type { DrawnBox } from '../../drawing/drawing.js';
import { around, bottom, middle, right, shared } from '../../geometry/box.js';
import { isBrief, leavesIn, levelPieces, textsIn } from './brief.js';
import { cutRows } from './strips.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/**
 * The bar at the top of a page, told by where it stands and how brief it is. It is taken out before rows and columns are
 * looked for: a bar that stands above two columns belongs to neither, and one that lies on the first image is not a part
 * of it.
 */

/** The bar ends at most so far below the top, begins at most so far below it, px. */
const BAR_END = 140;
const BAR_START = 100;
/** A bar reaches over this share of the page, or has so many words. */
const BAR_SHARE = 0.5;
const LEAST_ENTRIES = 3;
/** A bar in a box of its own, which may float below the edge, reaches over this share. */
const BOXED_SHARE = 0.75;
/** Its middle is no farther from that of the page, in shares of half of that. */
const MIDDLE_SHARE = 0.05;
/** What reaches over this share of the page, and is higher than a bar, may lie behind the bar. */
const BACKDROP = 0.9;

export interface Bar {
  readonly pieces: readonly Piece[];
  /** What holds them, from the outside in; none if they lie on the page itself. */
  readonly holders: readonly Piece[];
}

/** The bar at the top of a region: one row of brief things across it, on the page or on what lies behind its top. */
export function barAtTop(pieces: readonly Piece[], region: DrawnBox): Bar | undefined {
  const holders: Piece[] = [];
  for (let level: readonly Piece[] = pieces; ;) {
    const backdrops = level.filter((piece) => isBackdrop(piece, region));
    const bar = rowAtTop(
      level.filter((piece) => !backdrops.includes(piece)),
      region,
    );
    if (bar) return { pieces: bar, holders };
    const holder = backdrops.find(({ inside }) => inside.length > 0);
    if (!holder) return undefined;
    holders.push(holder);
    level = holder.inside;
  }
}

function isBackdrop({ type, box }: Piece, region: DrawnBox): boolean {
  const starts = box[1] <= region[1] + BAR_START && box[0] <= region[0] + ((1 - BACKDROP) * region[2]) / 2 + 2;
  return type !== 'text' && starts && box[2] >= BACKDROP * region[2] && bottom(box) > region[1] + BAR_END;
}

function rowAtTop(pieces: readonly Piece[], region: DrawnBox): Piece[] | undefined {
  const row = pieces.filter(({ box }) => bottom(box) <= region[1] + BAR_END && box[1] < region[1] + BAR_START);
  const [only] = row;
  if (only && row.length === 1) return isBoxedBar(only, region) ? row : undefined;
  if (row.length < 2 || !row.every(isBrief)) return undefined;
  const box = around(row.map((piece) => piece.box));
  /* A row stands in one line: all are beside the highest of them. */
  const highest = row.reduce((most, piece) => (piece.box[3] > most.box[3] ? piece : most));
  if (!row.every((piece) => piece.box[1] < bottom(highest.box) && bottom(piece.box) > highest.box[1])) return undefined;
  const strip: DrawnBox = [region[0], box[1], region[2], box[3]];
  if (pieces.some((piece) => !row.includes(piece) && shared(piece.box, strip) > 0 && !isDecoration(piece, strip)))
    return undefined;
  const texts = row.flatMap(textsIn);
  const signs = row.length - row.filter(({ type }) => type === 'text').length;
  const isWide = box[2] >= BAR_SHARE * region[2] && texts.length + signs >= 2;
  return texts.length > 0 && (isWide || texts.length >= LEAST_ENTRIES) ? row : undefined;
}

/** Whether nothing of what a piece holds is words in a strip: drawings may reach up behind a bar, or over it. */
function isDecoration(piece: Piece, strip: DrawnBox): boolean {
  return leavesIn(piece).every(({ type, box }) => type !== 'text' || shared(box, strip) === 0) && piece.type !== 'text';
}

/** A bar with a box of its own, across the region or nearly so. */
function isBoxedBar({ type, box, inside }: Piece, region: DrawnBox): boolean {
  /* Beside a side bar it would be a bar of the rest. */
  const isCentred = Math.abs(middle(box) - middle(region)) <= (MIDDLE_SHARE * region[2]) / 2;
  const isAcross = box[2] >= BACKDROP * region[2] || (isCentred && box[2] >= BOXED_SHARE * region[2]);
  return type === 'box' && isAcross && inside.length > 1 && inside.every(isBrief);
}

/** A first section up to this height is a header, px. */
export const HEADER_HEIGHT = 140;

/** Whether the first section of a page is its header: it is not high, and holds brief things only, more than one. */
export function isHeader(part: Part): boolean {
  return isNameOfSite(part) && levelPieces(part).flatMap(leavesIn).length > 1;
}

/** Whether the first section of a page is no more than the name of the site, with a line to it. */
export function isNameOfSite(part: Part): boolean {
  return part.box[3] < HEADER_HEIGHT && levelPieces(part).flatMap(leavesIn).every(isBrief);
}

/** Highest bar of a menu below the name of a site, px; and fewest entries. */
const MENU_HEIGHT = 120;
const MENU_ENTRIES = 3;

/** Whether a section is a menu: a low row of brief texts that are set alike, and nothing else. */
export function isMenuBar(part: Part): boolean {
  const leaves = levelPieces(part).flatMap(leavesIn);
  const texts = leaves.filter((piece) => piece.type === 'text');
  const [first] = texts;
  return (
    first !== undefined &&
    part.box[3] <= MENU_HEIGHT &&
    texts.length >= MENU_ENTRIES &&
    texts.length === leaves.length &&
    cutRows(texts).length === 1 &&
    texts.every((piece) => isBrief(piece) && piece.text.look.size === first.text.look.size)
  );
}

/** Largest share of a region that a side bar takes, and least share of its height, or height in px. */
const SIDE_SHARE = 0.3;
const SIDE_TALL = 0.6;
const SIDE_HEIGHT = 500;
/** A side bar has at least so many brief lines, and hardly any others. */
const SIDE_ENTRIES = 4;
const BRIEF_SHARE = 0.75;

/** Whether a box of things is a side bar of a region: a narrow column along one of its edges, with a menu in it. */
export function isSideBar(pieces: readonly Piece[], region: DrawnBox): boolean {
  const box = around(pieces.map((piece) => piece.box));
  const tall = box[3] >= SIDE_TALL * region[3] || box[3] >= SIDE_HEIGHT;
  const atEdge = Math.min(box[0] - region[0], right(region) - right(box)) <= SIDE_SHARE * box[2];
  const texts = pieces.flatMap(textsIn);
  const brief = texts.filter(isBrief);
  return (
    tall &&
    atEdge &&
    box[2] <= SIDE_SHARE * region[2] &&
    box[1] <= region[1] + SIDE_HEIGHT / 2 &&
    brief.length >= SIDE_ENTRIES &&
    brief.length >= BRIEF_SHARE * texts.length
  );
}
