import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { around, bottom, middle, right, shared } from '../../geometry/box.js';
import { wordsOf } from '../text/paragraphs.js';
import { cutColumns, cutRows, joinStrips } from './strips.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/**
 * The bar at the top of a page and the closing lines at its end, told by where they stand and how brief they are. They
 * are taken out before rows and columns are looked for: a bar that stands above two columns belongs to neither, and one
 * that lies on the first image is not a part of it.
 */

/** The bar ends at most so far below the top, begins at most so far below it, px. */
const BAR_END = 140;
const BAR_START = 100;
/** Pictures and drawings in a bar are at most so high, px; words in a row at most so many. */
const SIGN = 100;
const MOST_WORDS = 5;
/** A bar reaches over this share of the page, or has so many words. */
const BAR_SHARE = 0.5;
/** A bar in a box of its own, which may float below the edge, reaches over this share. */
const BOXED_SHARE = 0.75;
/** Its middle is no farther from that of the page, in shares of half of that. */
const MIDDLE_SHARE = 0.05;
const LEAST_ENTRIES = 3;
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

/** A few words in a line, a sign, or a small box with one of them. */
function isBrief(piece: Piece): boolean {
  if (piece.type === 'text')
    return piece.text.lines.length === 1 && wordsOf(piece.text).split(' ').length <= MOST_WORDS;
  const said = textsIn(piece).filter(({ text }) => /[\p{L}\p{N}]/u.test(wordsOf(text)));
  return piece.box[3] <= SIGN && said.length <= 1 && piece.inside.every(isBrief);
}

function textsIn(piece: Piece): Extract<Piece, { type: 'text' }>[] {
  return [...(piece.type === 'text' ? [piece] : []), ...piece.inside.flatMap(textsIn)];
}

/** A line about rights, in any language. */
const RIGHTS = /©|\(c\)\s|copyright/i;
/** Highest footer, px; most words of the entries above the line about rights. */
const FOOTER_HEIGHT = 700;
const ENTRY_WORDS = 4;
const RIGHTS_WORDS = 24;

/**
 * The closing lines of a region that have no box around them: the line about rights at its very end, with the rows of
 * links and signs right above it.
 * @returns what stands together: columns apart from the lines below them
 */
export function closingLines(pieces: readonly Piece[]): Piece[][] {
  const rows = cutRows(pieces);
  const last = rows.at(-1);
  /* A single box is a section by itself. */
  if (!last || rows.length < 2 || !last.every(isClosing) || last.every(({ inside }) => inside.length > 1)) return [];
  const words = last.flatMap(textsIn).map(({ text }) => wordsOf(text));
  if (!words.some((text) => RIGHTS.test(text) && text.split(' ').length <= RIGHTS_WORDS)) return [];
  const columns = closingColumns(rows.slice(0, -1));
  if (columns.length) return [columns, last];
  const closing = [...last];
  let least = CLOSING_GAP;
  for (const row of rows
    .slice(1, -1)
    .filter((row) => !row.some((piece) => columns.includes(piece)))
    .reverse()) {
    const texts = row.flatMap(textsIn);
    const isEntries = texts.length === 0 || texts.length >= LEAST_ENTRIES;
    const brief = texts.every(({ text }) => wordsOf(text).split(' ').length <= ENTRY_WORDS);
    if (!isEntries || !brief || !row.every(isClosing)) break;
    if (around([...closing, ...row].map(({ box }) => box))[3] > FOOTER_HEIGHT) break;
    const gap = around(closing.map(({ box }) => box))[1] - bottom(around(row.map(({ box }) => box)));
    if (gap > Math.max(CLOSING_GAP, CLOSING_TIMES * least)) break;
    least = Math.min(least, gap);
    closing.unshift(...row);
  }
  return [closing];
}

/** Closing rows stand no farther above others than this, px, or so many times as far as those stand apart. */
const CLOSING_GAP = 80;
const CLOSING_TIMES = 1.5;

/** The columns right above the last line of a page that belong to it: things of the first section are none. */
function closingColumns(rows: readonly Piece[][]): Piece[] {
  const block = joinStrips(rows).at(-1) ?? [];
  const columns = cutColumns(block);
  const isPart = rows.length > 1 && !required(rows[0]).some((piece) => block.includes(piece));
  const isLow = around(block.map(({ box }) => box))[3] <= FOOTER_HEIGHT;
  return isPart && isLow && columns.length >= LEAST_COLUMNS && columns.every(isClosingColumn) ? block : [];
}

/** Fewest columns of a footer above its last line, and most lines of a text in one. */
const LEAST_COLUMNS = 3;
const COLUMN_LINES = 4;

/** A column of a footer: several things, each a brief text set small or a sign. */
function isClosingColumn(column: readonly Piece[]): boolean {
  const [largest = 0] = column
    .flatMap(textsIn)
    .map(({ text }) => text.look.size)
    .sort((a, b) => b - a);
  return column.flatMap(leavesIn).length > 1 && largest <= COLUMN_TYPE && column.every((piece) => isInColumn(piece));
}

/** Largest type in a column of a footer, px. */
const COLUMN_TYPE = 26;

function isInColumn(piece: Piece): boolean {
  if (piece.type === 'text') return piece.text.lines.length <= COLUMN_LINES;
  return piece.box[3] <= SIGN && piece.inside.every(isInColumn);
}

/**
 * Whether a section right above the last line of a page is the larger part of its footer: a box across the page that
 * touches that line's box, with columns of brief things in it.
 */
export function isFooterAbove(part: Part, last: Part): boolean {
  const isBoxed = part.piece?.type === 'box' && last.piece?.type === 'box';
  const touches = Math.abs(bottom(part.box) - last.box[1]) <= 2 && Math.abs(part.box[2] - last.box[2]) <= 2;
  if (!isBoxed || !touches || part.box[3] + last.box[3] > FOOTER_HEIGHT || last.box[3] >= HEADER_HEIGHT) return false;
  const columns = part.direction === 'row' ? part.parts : [];
  return columns.length > 1 && columns.every((column) => isClosingColumn(levelPieces(column)));
}

function isClosing(piece: Piece): boolean {
  return piece.type === 'text' ? piece.text.lines.length <= 2 : piece.box[3] <= SIGN && piece.inside.every(isClosing);
}

/** A first section up to this height is a header, px. */
const HEADER_HEIGHT = 140;

/** Whether the first section of a page is its header: it is not high, and holds brief things only, more than one. */
export function isHeader(part: Part): boolean {
  const pieces = levelPieces(part).flatMap(leavesIn);
  return part.box[3] < HEADER_HEIGHT && pieces.length > 1 && pieces.every(isBrief);
}

function leavesIn(piece: Piece): Piece[] {
  return piece.inside.length ? piece.inside.flatMap(leavesIn) : [piece];
}

/** Highest footer without a line about rights, px; it has a telephone number or an e-mail address. */
const CONTACT_HEIGHT = 300;
const REACHED = /^\+?[\d\s()./-]{7,20}$|^[^\s@]+@[^\s@]+\.[a-z]{2,}$/i;

/**
 * Whether the last section of a page is its footer: it is not high, and has a line about rights, columns of brief lines, or
 * brief lines alone with a telephone number or an e-mail address among them.
 */
export function isFooter(part: Part): boolean {
  const pieces = levelPieces(part);
  const said = pieces.flatMap(textsIn).map(({ text }) => wordsOf(text));
  if (part.box[3] < FOOTER_HEIGHT && (said.some((words) => RIGHTS.test(words)) || hasLinkColumns(part))) return true;
  return (
    part.box[3] < CONTACT_HEIGHT &&
    pieces.every(isClosing) &&
    said.length > 1 &&
    said.some((words) => REACHED.test(words))
  );
}

/** Fewest columns of brief lines in a footer without a line about rights, and fewest lines in each. */
const LINK_COLUMNS = 2;
const LINK_LINES = 3;

/** Whether a section holds brief things only, set small, with columns of lines that begin at one edge among them. */
function hasLinkColumns(part: Part): boolean {
  const own = levelPieces(part);
  const pieces = own.length === 1 ? own.flatMap(({ inside }) => inside) : own;
  const columns = cutColumns(pieces);
  const isLinks = (column: readonly Piece[]): boolean => {
    const lines = column.filter((piece) => piece.type === 'text' && isBrief(piece));
    return (
      lines.length === column.length &&
      lines.length >= LINK_LINES &&
      lines.every(({ box }) => Math.abs(box[0] - required(lines[0]).box[0]) <= 2)
    );
  };
  const large = pieces.flatMap(textsIn).filter(({ text }) => text.look.size > COLUMN_TYPE);
  /* The name of a site may be larger. */
  const isSmall = pieces.every(isInColumn) && large.length <= 1 && large.every(isBrief);
  return isSmall && columns.filter(isLinks).length >= LINK_COLUMNS;
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

/** The pieces that a part is made of, on its own level. */
export function levelPieces({ piece, parts, over }: Part): Piece[] {
  return piece ? [piece] : [...parts, ...over].flatMap(levelPieces);
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
