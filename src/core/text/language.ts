import { detectAll } from 'tinyld';
import { isRightToLeft } from './written-order.js';

/** Fewest letters that a language can be told by, and the least certainty (0 to 1) of the likeliest one. */
const FEWEST_LETTERS = 24;
const LEAST_CERTAIN = 0.08;
/** How far ahead of the next one the likeliest language must be. */
const AHEAD = 1.25;

/** The language of some texts (BCP 47), by their words; undefined if it cannot be told. */
export function languageOf(texts: readonly string[]): string | undefined {
  const all = texts.join('. ').slice(0, 20000);
  if ((all.match(/\p{L}/gu) ?? []).length < FEWEST_LETTERS) return undefined;
  const [first, next] = detectAll(all);
  if (!first || first.accuracy < LEAST_CERTAIN || (next && first.accuracy < AHEAD * next.accuracy)) return undefined;
  return first.lang;
}

/** Whether most letters of some texts are written from right to left. */
export function areRightToLeft(texts: readonly string[]): boolean {
  let [fromRight, all] = [0, 0];
  for (const letter of texts.join('').match(/\p{L}/gu) ?? []) {
    all += 1;
    if (isRightToLeft(letter)) fromRight += 1;
  }
  return fromRight * 2 > all;
}
