import { required } from '../../data/required.js';
import { around, bottom } from '../../geometry/box.js';
import { wordsOf } from '../text/paragraphs.js';
import { HEADER_HEIGHT } from './bars.js';
import { isBrief, leavesIn, levelPieces, SIGN, textsIn } from './brief.js';
import { cutColumns, cutRows, joinStrips } from './strips.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/* The closing lines at the end of a page, told by where they stand and how brief they are. */

/** Fewest things in a row of entries. */
const LEAST_ENTRIES = 3;
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

/** What lies in boxes that hold nothing else. */
function unwrapped(pieces: readonly Piece[]): readonly Piece[] {
  const [only, more] = pieces;
  return only?.inside.length && !more ? unwrapped(only.inside) : pieces;
}

/** Whether a section holds brief things only, set small, with columns of lines that begin at one edge among them. */
function hasLinkColumns(part: Part): boolean {
  const pieces = unwrapped(levelPieces(part));
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
