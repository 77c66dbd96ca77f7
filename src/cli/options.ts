import { TavrikError } from '../core/errors/tavrik-error.js';
import { NARROWEST, WIDEST } from '../project/settings.js';

/** Reads a list of viewport widths. @throws TavrikError */
export function readWidths(text: string): number[] {
  const widths = text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);
  if (widths.length === 0) throw new TavrikError('No width was given.', '--widths', 'List them, e.g. 1440,820,390.');
  const numbers = widths.map((text) => {
    if (!/^\d+$/.test(text))
      throw new TavrikError(
        `"${text}" is not a width.`,
        '--widths',
        'Give whole numbers in CSS px, e.g. 1440,820,390.',
      );
    const width = Number(text);
    if (width < NARROWEST || width > WIDEST)
      throw new TavrikError(
        `${width} px is not a screen width.`,
        '--widths',
        `Give widths from ${NARROWEST} to ${WIDEST} px.`,
      );
    return width;
  });
  return [...new Set(numbers)].sort((a, b) => b - a);
}

/** @throws TavrikError if a word is none of those that an option knows */
export function oneOf<Word extends string>(word: string, known: readonly Word[], option: string): Word {
  const found = known.find((entry) => entry === word);
  if (found === undefined)
    throw new TavrikError(`Unknown value "${word}".`, option, `Give one of ${known.join(', ')}.`);
  return found;
}

/** @throws TavrikError for a port that is none */
export function readPort(text: string): number {
  const port = Number(text);
  if (/^\d+$/.test(text) && port < 65536) return port;
  throw new TavrikError(`"${text}" is not a port.`, '--port', 'Give a number up to 65535; 0 is any that is free.');
}

export const BROWSER_OPTION = ['--browser <path>', 'Chromium to use (or set TAVRIK_BROWSER)'] as const;
export const JSON_OPTION = ['--json', 'print the result as JSON'] as const;

/** The words of a list with commas; none without it. */
export function listOf(text: string | undefined): string[] {
  return (text ?? '')
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);
}
