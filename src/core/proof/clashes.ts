import type { MeasuredWord, Place } from './measured.js';

/** What is wrong with the words of a page at one width. */
export interface WordFaults {
  /** Pairs of words that lie on each other. */
  readonly clashing: readonly (readonly [string, string])[];
  /** Words that reach over a side of the page. */
  readonly cut: readonly string[];
}

/** Words may share this much, across in px and down in shares of the lower one's height, before they clash. */
const ACROSS = 3;
const DOWN = 0.4;
/** Words may reach over a side by this much, px. */
const OVER = 1;

/** Finds words that lie on each other or are cut off by a side of a page of this width, CSS px. */
export function wordFaults(words: readonly MeasuredWord[], width: number): WordFaults {
  const sorted = words
    .filter((word, index) => !isBroken(word, words[index - 1] ?? words[index + 1]))
    .sort((a, b) => a.y - b.y);
  const clashing: [string, string][] = [];
  sorted.forEach((word, index) => {
    for (let next = index + 1; next < sorted.length; next += 1) {
      const other = sorted[next] as MeasuredWord;
      if (other.y >= word.y + word.height) break;
      if (clash(word, other)) clashing.push([word.text, other.text]);
    }
  });
  const cut = words.filter((word) => word.x < -OVER || word.x + word.width > width + OVER).map(({ text }) => text);
  return { clashing, cut };
}

/** Whether a word goes on in the next line: its box is as high as both then. */
function isBroken(word: MeasuredWord, beside: MeasuredWord | undefined): boolean {
  return /[-–—/]/.test(word.text) && beside !== undefined && word.height > 1.6 * beside.height;
}

function clash(a: Place, b: Place): boolean {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return across > ACROSS && down > DOWN * Math.min(a.height, b.height);
}
