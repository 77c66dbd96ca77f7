import { required } from '../../data/required.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Part } from '../model/part.js';
import { levelPieces, textsIn } from './brief.js';

/* Numbers of pages in a row, with steps to the next one and the one before: the pages of a long list. */

/** Fewest entries, and fewest of them numbers; most words of the others. */
const ENTRIES = 3;
const NUMBERS = 2;
const WORDS = 2;
/** Largest entry, px. */
const LARGEST = [140, 64] as const;

/** Whether things in a row are the numbers of pages, which rise by one from the first to the second. */
export function isPager(parts: readonly Part[]): boolean {
  if (parts.length < ENTRIES || parts.some(({ box }) => box[2] > LARGEST[0] || box[3] > LARGEST[1])) return false;
  const said = parts.map(wordsIn);
  if (said.some((words) => words === undefined || words.split(' ').length > WORDS)) return false;
  const numbers = said.flatMap((words) => (/^\d{1,4}$/.test(words ?? '') ? [Number(words)] : []));
  const [first, second] = numbers;
  const rises = numbers.every((number, at) => at === 0 || number > required(numbers[at - 1]));
  return numbers.length >= NUMBERS && second === required(first) + 1 && rises;
}

/** The words of an entry, none for a sign; undefined if it has several texts. */
function wordsIn(part: Part): string | undefined {
  const texts = levelPieces(part).flatMap(textsIn);
  const [text, more] = texts;
  return more ? undefined : text ? wordsOf(text.text) : '';
}
