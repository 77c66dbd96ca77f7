import type { Command } from 'commander';
import { defined } from '../core/data/defined.js';
import type { DrawingChoices } from '../core/source/reading.js';
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

/** Options on how the drawings of a design are read, as given. */
export interface DrawingOptions {
  readonly pages?: string;
  readonly password?: string;
  readonly unit?: string;
}

/** Adds these options to a command. */
export function withDrawingOptions(command: Command): Command {
  return command
    .option('--pages <list>', 'pages of a PDF to take as artboards, e.g. 1,3-5')
    .option('--password <text>', 'password of an encrypted PDF')
    .option('--unit <px>', 'pixels that one unit of a drawing stands for, e.g. 0.5 for a design drawn at 2x');
}

/** @throws TavrikError for a unit that is none */
export function readDrawingOptions({ pages, password, unit }: DrawingOptions): DrawingChoices {
  const px = unit === undefined ? undefined : Number(unit);
  if (px !== undefined && !(px >= 0.05 && px <= 20))
    throw new TavrikError(`"${unit}" is not a number of pixels.`, '--unit', 'Give a number such as 0.5, 1 or 1.333.');
  return defined({ pages, password, unit: px });
}
