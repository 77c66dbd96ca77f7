import { required } from '../data/required.js';
import type { MeasuredWord, Position } from './measurement.js';

/** What is wrong with the words of a page at one width. */
export interface WordFaults {
  /** Pairs of words that lie on each other. */
  readonly clashing: readonly (readonly [MeasuredWord, MeasuredWord])[];
  /** Words that reach over a side of the page. */
  readonly cut: readonly MeasuredWord[];
  /** Words that go on in the next line with nothing at which they may break. */
  readonly broken: readonly MeasuredWord[];
}

/** Where a word may break: after hyphens, dashes and slashes (Unicode Standard Annex 14). */
const MAY_BREAK = /[-\u00AD\u2010-\u2015/\\]/u;

/** Words may share this much, across in px and down in shares of the lower one's height, before they clash. */
const ACROSS = 3;
const DOWN = 0.4;
/** Words may reach over a side by this much, px. */
const OVER = 1;

/** Finds words that lie on each other or are cut off by a side of a page of this width, CSS px. */
export function wordFaults(words: readonly MeasuredWord[], width: number): WordFaults {
  const cut = words.filter((word) => word.x < -OVER || word.x + word.width > width + OVER);
  const broken = words.filter(({ broken, text }) => broken && !MAY_BREAK.test(text));
  return { clashing: clashingWords(words), cut, broken };
}

/** Pairs of words that lie on each other. */
export function clashingWords(words: readonly MeasuredWord[]): [MeasuredWord, MeasuredWord][] {
  const sorted = words.filter(({ broken }) => !broken).sort((a, b) => a.y - b.y);
  const clashing: [MeasuredWord, MeasuredWord][] = [];
  sorted.forEach((word, index) => {
    for (let next = index + 1; next < sorted.length; next += 1) {
      const other = required(sorted[next]);
      if (other.y >= word.y + word.height) break;
      if (clash(word, other)) clashing.push([word, other]);
    }
  });
  return clashing;
}

/** Letters of a font of icons (Unicode, private use), so many times as high as words that lie on them, are ornament. */
const ICON = /^[\uE000-\uF8FF\u{F0000}-\u{10FFFD}]+$/u;
const ORNAMENT = 4;

function isOrnament(measuredWord: MeasuredWord, other: Position): boolean {
  return measuredWord.height >= ORNAMENT * other.height && ICON.test(measuredWord.text);
}

function clash(a: MeasuredWord, b: MeasuredWord): boolean {
  if (isOrnament(a, b) || isOrnament(b, a)) return false;
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return across > ACROSS && down > DOWN * Math.min(a.height, b.height);
}
