import { median } from '../data/median.js';
import { required } from '../data/required.js';
import { kerningOf, type FontShapes } from './font-shapes.js';
import type { OutlineMark, PlacedLetter } from './recognise.js';

/** A line of recognised text, px of the page. */
export interface RecognisedLine {
  readonly text: string;
  /** Where each letter of the text begins (UTF-16 units, as SVG counts them), the end of the line last. */
  readonly starts: readonly number[];
  readonly baseline: number;
  readonly size: number;
  /** Number of the font. */
  readonly font: number;
  /** Letter spacing, px. */
  readonly spacing: number;
  /** Numbers of the paths that draw it. */
  readonly paths: readonly number[];
}

/** Letters farther apart than this are of two texts, in sizes. */
const APART = 0.9;
/** Baselines that differ by less are one, in sizes. */
const SAME_LINE = 0.06;
/** Of the room of a space, what must be there for one. */
const SPACE_SHARE = 0.55;
/** Gaps that differ by less are equal, in sizes. */
const EVEN = 0.06;
/** Spacing below this is none, in sizes. */
const LEAST_SPACING = 0.012;

/** Puts letters into lines: those of one font and size that stand on one line beside each other, with the spaces between. */
export function linesOfLetters(
  letters: readonly PlacedLetter[],
  marks: readonly OutlineMark[],
  fonts: readonly FontShapes[],
): RecognisedLine[] {
  const sorted = [...letters].sort(
    (a, b) => a.font - b.font || a.size - b.size || a.baseline - b.baseline || a.x - b.x,
  );
  const rows: PlacedLetter[][] = [];
  for (const letter of sorted) {
    const row = rows.findLast(
      ([first]) =>
        first &&
        first.font === letter.font &&
        Math.abs(first.size - letter.size) < 0.01 * first.size &&
        Math.abs(first.baseline - letter.baseline) <= SAME_LINE * first.size,
    );
    if (row) row.push(letter);
    else rows.push([letter]);
  }
  return rows
    .flatMap((row) => split(row.sort((a, b) => a.x - b.x)))
    .map((row) => lineOf(row, marks, required(fonts[required(row[0]).font])));
}

function gapAfter(letter: PlacedLetter, next: PlacedLetter): number {
  return next.x - letter.x - letter.letter.advance * letter.size;
}

function split(row: readonly PlacedLetter[]): PlacedLetter[][] {
  const parts: PlacedLetter[][] = [];
  row.forEach((letter, at) => {
    const before = row[at - 1];
    const gap = before ? gapAfter(before, letter) / letter.size : Infinity;
    if (gap > APART || gap < -APART) parts.push([letter]);
    else required(parts.at(-1)).push(letter);
  });
  return parts;
}

function lineOf(row: readonly PlacedLetter[], marks: readonly OutlineMark[], shapes: FontShapes): RecognisedLine {
  const first = required(row[0]);
  const { size, font } = first;
  const { space } = shapes;
  /* Nearer pairs that the font itself draws nearer, such as A and V, say nothing of spacing. */
  const gaps = row.slice(1).map((letter, at) => {
    const before = required(row[at]);
    return gapAfter(before, letter) / size - kerningOf(shapes, before.letter.text, letter.letter.text);
  });
  const usual = usualGap(gaps, space);
  const spacing = Math.abs(usual) < LEAST_SPACING ? 0 : usual;
  let text = '';
  const starts: number[] = [];
  row.forEach((letter, at) => {
    const end = at > 0 ? required(row[at - 1]) : undefined;
    if (end && required(gaps[at - 1]) > usual + SPACE_SHARE * space) {
      starts.push(end.x + (end.letter.advance + spacing) * size);
      text += ' ';
    }
    const units = letter.letter.text.length;
    for (let unit = 0; unit < units; unit += 1) starts.push(letter.x + (letter.letter.advance * size * unit) / units);
    text += letter.letter.text;
  });
  const last = required(row.at(-1));
  const paths = [...new Set(row.flatMap((letter) => letter.marks.map((mark) => required(marks[mark]).path)))];
  return {
    text,
    starts: [...starts, last.x + last.letter.advance * size],
    baseline: required(median(row.map(({ baseline }) => baseline))),
    size,
    font,
    spacing: spacing * size,
    paths: paths.sort((a, b) => a - b),
  };
}

/** How far letters of one word stand apart, in sizes: what most of the smaller gaps agree on. */
function usualGap(gaps: readonly number[], space: number): number {
  if (gaps.length === 0) return 0;
  const sorted = [...gaps].sort((a, b) => a - b);
  const low = required(sorted[Math.floor((sorted.length - 1) * 0.4)]);
  if (gaps.length > 2) return low;
  /* Few letters: what lies between them is spacing if it is equal, and one gap alone if it is narrower than a space. */
  const even = required(sorted.at(-1)) - required(sorted[0]) < EVEN;
  const spaced = even && low < (gaps.length === 1 ? 0.9 : 2) * space;
  return low <= SPACE_SHARE * space || spaced ? low : 0;
}
