import { required } from '../data/required.js';
import { around } from '../geometry/box.js';
import type { ReadWord } from './fit-font.js';
import type { SheetRow } from './reading-sheet.js';
import type { ReadLine } from './set-lines.js';

/** A word as a reader found it in the picture of a sheet. */
export interface SheetWord {
  readonly text: string;
  /** 0 to 1. */
  readonly certainty: number;
  /** px of the sheet. */
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** What was read in a line. */
export interface Reading extends ReadLine {
  /** 0 to 1: that of its words, longer ones counting for more. */
  readonly certainty: number;
}

/** What is less certain at the ends of a line and has no two letters is a sign beside the text, such as an arrow. */
const SIGN = 0.5;
const LETTERS = /\p{L}{2}/u;
/** Things that are drawn and signs that were read differ by no more than this factor, or something else was read. */
const MOST_APART = 1.8;

/** What is less certain than this, or has no word of three letters, says nothing of what is drawn. */
const GUESS = 0.55;
const WORD = /\p{L}{3}/u;

/** From this certainty on, a reading stands in place of its outlines; from the second on, nobody need look at it. */
export const CERTAIN_ENOUGH = 0.7;
export const CERTAIN = 0.9;

/** What was read in each row of a sheet; rows in which nothing was read are left out. */
export function readingsOf(rows: readonly SheetRow[], words: readonly SheetWord[]): Reading[] {
  return rows.flatMap((row) => {
    const [, top, , height] = row.box;
    const own = words
      .filter((word) => {
        const middle = (word.top + word.bottom) / 2;
        return middle >= top - height * 0.25 && middle <= top + height * 1.25;
      })
      .sort((a, b) => a.left - b.left);
    const isWord = ({ text, certainty }: SheetWord): boolean => certainty >= SIGN || LETTERS.test(text);
    const kept = own.slice(own.findIndex(isWord), own.findLastIndex(isWord) + 1);
    const placed = kept.flatMap((word, at) => placedIn(row, word, kept[at - 1], kept[at + 1]));
    const reading = { line: row.line, words: placed, certainty: certaintyOf(placed) };
    const isGuess = reading.certainty >= GUESS && placed.some(({ text }) => WORD.test(text));
    return isText(reading) && (reading.certainty >= CERTAIN_ENOUGH || isGuess) ? [reading] : [];
  });
}

/** A word in px of the page, as wide as the letters that are drawn there. */
function placedIn(
  { line, box, scale }: SheetRow,
  word: SheetWord,
  before: SheetWord | undefined,
  after: SheetWord | undefined,
): ReadWord[] {
  const onPage = (x: number): number => (x - box[0]) / scale + line.box[0];
  /* Readers do not say exactly where words end: halfway to the next one they do. */
  const from = before ? onPage((before.right + word.left) / 2) : onPage(word.left - 4);
  const to = after ? onPage((word.right + after.left) / 2) : onPage(word.right + 4);
  const letters = line.letters.filter((letter) => {
    const middle = letter[0] + letter[2] / 2;
    return middle >= from && middle <= to;
  });
  if (letters.length === 0) return [];
  const [left, , width] = around(letters);
  return [{ text: plainly(word.text, letters.length), certainty: word.certainty, left, right: left + width }];
}

/** A stroke alone is an I: texts have no bars. */
function plainly(text: string, letters: number): string {
  return letters === 1 && /^[|[\]lI1!]$/.test(text) && text !== '1' && text !== '!'
    ? 'I'
    : text.replace(/\|(?=\p{L})/gu, 'I');
}

function certaintyOf(words: readonly ReadWord[]): number {
  const length = words.reduce((sum, { text }) => sum + text.length, 0);
  return length ? words.reduce((sum, { text, certainty }) => sum + certainty * text.length, 0) / length : 0;
}

function isText({ line, words }: ReadLine): boolean {
  if (words.length === 0) return false;
  const [first, last] = [required(words[0]), required(words.at(-1))];
  const drawn = line.letters.filter(
    (box) => box[0] + box[2] / 2 >= first.left && box[0] + box[2] / 2 <= last.right,
  ).length;
  const signs = words.reduce((sum, { text }) => sum + [...text].length, 0);
  const apart = Math.max(drawn, signs) / Math.max(1, Math.min(drawn, signs));
  return words.some(({ text }) => /[\p{L}\p{N}]/u.test(text)) && signs > 1 && apart <= MOST_APART;
}
