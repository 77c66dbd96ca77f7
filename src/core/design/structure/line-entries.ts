import { required } from '../../data/required.js';
import { isSetInIcons } from '../model/icon-font.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Paragraph } from '../model/paragraph.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/*
 * Entries of one line each, as menus have them: lines set alike that begin at one edge and follow each other in equal
 * steps. One may stand out in a box of its own, and some may have a sign before them or a badge after them.
 */

/** Most words in such a line. */
const LINE_WORDS = 14;
/** The places where lines begin differ by no more, px. */
const PLACE = 1;
/** Steps from line to line differ by no more, px. */
const UNEVEN = 2;
/** Steps are longer than those of a paragraph, in font sizes. */
const LEAST_STEP = 1.5;
/** A box around a line is at most so high, in steps from line to line. */
const BOX_STEPS = 1.1;
/** What is on a line with the words: signs up to this size, px, or badges of so many letters. */
const SIGN = 40;
const BADGE_LETTERS = 6;
/** Its middle is no farther from that of the words, px. */
const MIDDLE = 5;

/** The words of an entry, and the box around them if it has one. */
export interface EntryLine {
  readonly text: Paragraph;
  /** Where the line begins, with the sign before its words, px. */
  readonly start: number;
  readonly holder?: Piece;
}

/** The line of a single piece: brief words, in a box or not. */
function lineOf(piece: Piece): EntryLine | undefined {
  if (piece.type === 'text') return isBriefLine(piece.text) ? { text: piece.text, start: piece.box[0] } : undefined;
  if (piece.type !== 'box') return undefined;
  const found = lineAmong(piece.inside);
  return found && { ...found, holder: piece };
}

/** The line among things that stand side by side, if all others are signs and badges beside it. */
export function lineAmong(pieces: readonly Piece[]): EntryLine | undefined {
  const lines = pieces.filter((piece) => lineOf(piece) && !isExtra(piece));
  const [lead, more] = lines;
  const line = lead && lineOf(lead);
  if (!lead || !line || more) return undefined;
  const middle = line.text.box[1] + line.text.box[3] / 2;
  const others = pieces.filter((piece) => piece !== lead);
  return others.every((piece) => isExtra(piece) && Math.abs(piece.box[1] + piece.box[3] / 2 - middle) <= MIDDLE)
    ? { ...line, start: Math.min(...pieces.map(({ box }) => box[0])) }
    : undefined;
}

/** Whether a thing is a sign, or a badge with a few letters in a box. */
function isExtra(piece: Piece): boolean {
  if (Math.max(piece.box[2], piece.box[3]) <= SIGN && piece.type !== 'text') return true;
  if (piece.type === 'text') return isSetInIcons(piece.text) || !/[\p{L}\p{N}]{2}/u.test(wordsOf(piece.text));
  return piece.type === 'box' && piece.box[3] <= SIGN && lettersIn(piece) > 0 && lettersIn(piece) <= BADGE_LETTERS;
}

function lettersIn(piece: Piece): number {
  if (piece.type === 'text') return wordsOf(piece.text).length;
  return piece.inside.reduce((sum, inner) => sum + lettersIn(inner), 0);
}

function isBriefLine(text: Paragraph): boolean {
  const words = wordsOf(text);
  return text.lines.length === 1 && !text.mark && words.split(' ').length <= LINE_WORDS && !/[.!?:]$/.test(words);
}

/** The line of a part: of a text, of a box, or of a row of one line with signs and badges. */
export function lineOfPart(part: Part | undefined): EntryLine | undefined {
  if (!part || part.over.length > 0) return undefined;
  if (part.piece) return lineOf(part.piece);
  const pieces = part.parts.map(({ piece }) => piece);
  return part.direction === 'row' && pieces.every((piece) => piece !== undefined)
    ? lineAmong(pieces.map(required))
    : undefined;
}

/**
 * Whether a line goes on with those before it: set alike, stronger or fainter, from one edge or around one middle, in equal
 * steps. Of two that follow each other one at least has no box of its own.
 * @param last the step before, px
 */
export function goesOnInSteps(before: EntryLine, line: EntryLine, last?: number): boolean {
  const { text: a } = before;
  const { text: b } = line;
  const step = b.box[1] - a.box[1];
  const inLine = [
    before.start - line.start,
    a.box[0] - b.box[0],
    a.box[0] + a.box[2] / 2 - b.box[0] - b.box[2] / 2,
  ].some((off) => Math.abs(off) <= PLACE);
  const fits = [before, line].every(({ holder }) => !holder || holder.box[3] <= BOX_STEPS * step);
  return (
    a.look.size === b.look.size &&
    a.look.family === b.look.family &&
    inLine &&
    fits &&
    !(before.holder && line.holder) &&
    step >= LEAST_STEP * b.look.size &&
    Math.abs(step - (last ?? step)) <= UNEVEN
  );
}

/** Fewest entries of one run to be sure, of another one, and the share of all strips that are in runs then. */
const FEWEST = 4;
const FEW = 3;
const MOSTLY = 0.5;

/** Whether strips are, for the most part, entries of one line each in equal steps, whatever stands in columns beside them. */
export function areEntries(strips: readonly Piece[][]): boolean {
  if (strips.length < FEWEST) return false;
  const lines = strips.map(lineAmong);
  const runs = runsOf(lines).filter((length) => length >= FEW);
  const listed = runs.reduce((sum, length) => sum + length, 0);
  const hasExtras = strips.some(({ length }) => length > 1) || lines.some((line) => line?.holder);
  return hasExtras && Math.max(0, ...runs) >= FEWEST && listed >= MOSTLY * strips.length;
}

/** How many lines follow each other in equal steps, each time. */
function runsOf(lines: readonly (EntryLine | undefined)[]): number[] {
  const runs: number[] = [];
  let [run, step]: [number, number | undefined] = [1, undefined];
  lines.forEach((line, at) => {
    const before = lines[at - 1];
    const goesOn = before !== undefined && line !== undefined && goesOnInSteps(before, line, step);
    step = goesOn ? line.text.box[1] - before.text.box[1] : undefined;
    if (!goesOn && at > 0) runs.push(run);
    run = goesOn ? run + 1 : 1;
  });
  return [...runs, run];
}
