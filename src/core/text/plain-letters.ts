import { transliterate } from 'transliteration';

/** Whether letters other than those of the Latin alphabet are in a text. */
const FOREIGN = /[^\p{Script=Latin}\p{P}\p{S}\p{Z}\p{N}\p{M}\p{C}]/u;

/** A text in Latin letters, whatever alphabet it is written in: what names are made of. */
export function plainLetters(text: string): string {
  return FOREIGN.test(text) ? transliterate(text) : text;
}
