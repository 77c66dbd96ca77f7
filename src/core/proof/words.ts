import { required } from '../data/required.js';
import { markKind } from '../text/words.js';
import type { MeasuredWord } from './measurement.js';

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

/** A word of the source and the one of the result that is the same; either may lack its fellow. */
export interface WordPair {
  readonly wanted?: MeasuredWord;
  readonly is?: MeasuredWord;
}

/**
 * Pairs equal words, nearest first: those of one element before all others. In the order of the result, then what only the
 * source has.
 * @param textOf the text that an element is in, by their ids: a run is in its paragraph
 */
export function pairWords(
  source: readonly MeasuredWord[],
  result: readonly MeasuredWord[],
  textOf: (id: string) => string = (id) => id,
): WordPair[] {
  const found = new Map<MeasuredWord, MeasuredWord>();
  const own = (word: MeasuredWord): string | undefined =>
    word.of === undefined ? undefined : `${textOf(word.of)} ${keyOf(word)}`;
  const left = pairBy(own, source, result, found);
  const alone = pairBy(
    keyOf,
    left,
    result.filter((word) => !found.has(word)),
    found,
  );
  return [
    ...result.map((is): WordPair => {
      const wanted = found.get(is);
      return { is, ...(wanted ? { wanted } : {}) };
    }),
    ...alone.filter((word) => !markKind(word.text)).map((wanted): WordPair => ({ wanted })),
  ];
}

function keyOf({ text }: MeasuredWord): string {
  return text.toLowerCase();
}

/** Pairs words of one key, nearest first, and returns those of the source that are left. */
function pairBy(
  keyOf: (word: MeasuredWord) => string | undefined,
  source: readonly MeasuredWord[],
  result: readonly MeasuredWord[],
  found: Map<MeasuredWord, MeasuredWord>,
): MeasuredWord[] {
  const waiting = new Map<string, MeasuredWord[]>();
  for (const word of result) {
    const key = keyOf(word);
    if (key !== undefined) waiting.set(key, [...(waiting.get(key) ?? []), word]);
  }
  return source.filter((word) => {
    const candidates = waiting.get(keyOf(word) ?? '') ?? [];
    let best = 0;
    candidates.forEach((candidate, index) => {
      if (shift(word, candidate) < shift(word, required(candidates[best]))) best = index;
    });
    const [fellow] = candidates.splice(best, 1);
    if (fellow) found.set(fellow, word);
    return !fellow;
  });
}

/** Longest list of moved words. */
const MOST = 50;

/**
 * Pairs equal words, nearest first, and says how far each moved. What stands before an item of a list and is nowhere does
 * not count: the page draws it by itself, as no word.
 */
export function compareWords(source: readonly MeasuredWord[], result: readonly MeasuredWord[]): WordFigures {
  /* What a person sees has no elements: a word is where it is, whatever holds it. */
  const bare = (words: readonly MeasuredWord[]): MeasuredWord[] => words.map(({ of: _, ...word }) => word);
  const pairs = pairWords(bare(source), bare(result)).filter(({ wanted }) => wanted !== undefined);
  let placed = 0;
  let missing = 0;
  const moved: WordFigures['moved'][number][] = [];
  for (const { wanted, is } of pairs as { wanted: MeasuredWord; is?: MeasuredWord }[]) {
    const { text, x, y } = wanted;
    if (!is) missing += 1;
    else if (shift(wanted, is) <= CLOSE) placed += 1;
    if (!is) moved.push({ text, x, y });
    else if (shift(wanted, is) > CLOSE) moved.push({ text, x, y, dx: round(is.x - x), dy: round(is.y - y) });
  }
  const words = pairs.length;
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
  sorted.forEach((measuredWord, index) => {
    for (let next = index + 1; next < sorted.length; next += 1) {
      const other = required(sorted[next]);
      if (other.y >= measuredWord.y + measuredWord.height) break;
      const wide =
        Math.min(measuredWord.x + measuredWord.width, other.x + other.width) - Math.max(measuredWord.x, other.x);
      const high =
        Math.min(measuredWord.y + measuredWord.height, other.y + other.height) - Math.max(measuredWord.y, other.y);
      if (
        wide > 2 &&
        high > 2 &&
        wide * high > 0.25 * Math.min(measuredWord.width * measuredWord.height, other.width * other.height)
      )
        clashes += 1;
    }
  });
  return clashes;
}
