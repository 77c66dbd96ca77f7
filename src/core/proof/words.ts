import { markKind } from '../page/words.js';
import type { MeasuredWord } from './measured.js';

/** A word this near its place (px) stands where it stood. */
export const CLOSE = 2;

/** How the words of a page stand against those of its source. */
export interface WordFigures {
  readonly words: number;
  /** Share of the source's words within `CLOSE` of their place. */
  readonly placed: number;
  /** Share of the source's words that are nowhere. */
  readonly missing: number;
  readonly extra: number;
  /** Words that moved or went, farthest first. */
  readonly moved: readonly {
    readonly text: string;
    readonly x: number;
    readonly y: number;
    readonly dx?: number;
    readonly dy?: number;
  }[];
}

/** Longest list of moved words. */
const MOST = 50;

/**
 * Pairs equal words, nearest first, and says how far each moved. What stands before an item of a list and is nowhere does
 * not count: the page draws it by itself, as no word.
 */
export function compareWords(source: readonly MeasuredWord[], result: readonly MeasuredWord[]): WordFigures {
  const waiting = new Map<string, MeasuredWord[]>();
  for (const word of result) {
    const key = word.text.toLowerCase();
    const list = waiting.get(key);
    if (list) list.push(word);
    else waiting.set(key, [word]);
  }
  let placed = 0;
  let missing = 0;
  let drawn = 0;
  const moved: WordFigures['moved'][number][] = [];
  for (const word of source) {
    const candidates = waiting.get(word.text.toLowerCase()) ?? [];
    let best = 0;
    candidates.forEach((one, index) => {
      if (shift(word, one) < shift(word, candidates[best] as MeasuredWord)) best = index;
    });
    const [found] = candidates.splice(best, 1);
    if (!found && markKind(word.text)) drawn += 1;
    else if (!found) {
      missing += 1;
      moved.push({ text: word.text, x: word.x, y: word.y });
    } else if (shift(word, found) <= CLOSE) placed += 1;
    else
      moved.push({ text: word.text, x: word.x, y: word.y, dx: round(found.x - word.x), dy: round(found.y - word.y) });
  }
  const words = source.length - drawn;
  const total = Math.max(1, words);
  moved.sort((a, b) => reach(b) - reach(a));
  const extra = result.length - (words - missing);
  return {
    words,
    placed: words ? placed / total : 1,
    missing: missing / total,
    extra,
    moved: moved.slice(0, MOST),
  };
}

function shift(a: MeasuredWord, b: MeasuredWord): number {
  return Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y));
}

function reach({ dx, dy }: { readonly dx?: number; readonly dy?: number }): number {
  return dx === undefined ? Infinity : Math.max(Math.abs(dx), Math.abs(dy ?? 0));
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}

/** Words that lie on other words: by more than a quarter of the smaller one. */
export function countClashes(words: readonly MeasuredWord[]): number {
  const sorted = [...words].sort((a, b) => a.y - b.y);
  let clashes = 0;
  sorted.forEach((one, index) => {
    for (let next = index + 1; next < sorted.length; next += 1) {
      const other = sorted[next] as MeasuredWord;
      if (other.y >= one.y + one.height) break;
      const wide = Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x);
      const high = Math.min(one.y + one.height, other.y + other.height) - Math.max(one.y, other.y);
      if (wide > 2 && high > 2 && wide * high > 0.25 * Math.min(one.width * one.height, other.width * other.height))
        clashes += 1;
    }
  });
  return clashes;
}
