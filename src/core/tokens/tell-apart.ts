import { NameGiver } from '../text/words.js';
import type { Typography } from './token.js';

/** Gives each name once: the plain one, else the first of these words that makes a free one of it, else a number. */
export class TellingGiver {
  private readonly giver = new NameGiver();

  has(name: string): boolean {
    return this.giver.has(name);
  }

  give(plain: string, words: readonly string[] = []): string {
    const free = [plain, ...words.map((word) => `${plain}-${word}`)].find((name) => !this.giver.has(name));
    return this.giver.give(free ?? plain);
  }
}

/** Names of text styles by how large they are among those of their role, from the largest on, by how many sizes there are. */
const HEADINGS = ['title', 'heading', 'subheading', 'minor-heading'];
const LARGE = ['lead-large', 'lead'];
const SMALL = ['small', 'caption', 'fine-print'];

/** What a size is called. @param at its place among the sizes of its role, from the largest on @param of how many there are */
export function sizeName(role: 'heading' | 'large' | 'small', at: number, of: number): string {
  if (role === 'heading') return of === 1 ? 'heading' : (HEADINGS[at] ?? 'minor-heading');
  if (role === 'large') return LARGE[Math.max(0, LARGE.length - of + at)] ?? 'lead';
  return SMALL[at] ?? 'fine-print';
}

/** What tells a text style from another one, as a person would say it: `bold`, `tight`. */
export function typographyWords(other: Typography, own: Typography): string[] {
  const words: string[] = [];
  const larger = own.fontSize - other.fontSize;
  if (larger !== 0) words.push(larger > 0 ? 'large' : 'small');
  if (own.fontWeight !== other.fontWeight) words.push(own.fontWeight > other.fontWeight ? 'bold' : 'light');
  if (own.fontFamily !== other.fontFamily)
    words.push(/mono|courier|consol/i.test(own.fontFamily) ? 'code' : 'other-font');
  const leading = (parseFloat(own.lineHeight) || 0) - (parseFloat(other.lineHeight) || 0);
  if (leading !== 0) words.push(leading > 0 ? 'airy' : 'tight');
  const spacing = (parseFloat(own.letterSpacing) || 0) - (parseFloat(other.letterSpacing) || 0);
  if (spacing !== 0) words.push(spacing > 0 ? 'spaced' : 'close');
  const pairs = words.flatMap((one) => words.filter((two) => two !== one).map((two) => `${one}-${two}`));
  return [...words, ...pairs, ...words.flatMap((word) => COMPARED[word] ?? [])];
}

const COMPARED: Readonly<Record<string, string>> = {
  large: 'larger',
  small: 'smaller',
  bold: 'bolder',
  light: 'lighter',
  airy: 'airier',
  tight: 'tighter',
};

/** What tells a colour from another one of the same use, by lightness from 0 to 1. */
export function shadeWords(other: number, own: number): string[] {
  return own > other ? ['pale', 'paler', 'palest', 'faint'] : ['deep', 'deeper', 'deepest', 'darkest'];
}
