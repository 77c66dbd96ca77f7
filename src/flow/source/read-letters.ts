import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import { required } from '../../core/data/required.js';
import { CERTAIN, CERTAIN_ENOUGH, readingsOf, type Reading } from '../../core/lettering/accept-readings.js';
import { contoursOfWords } from '../../core/lettering/fit-font.js';
import type { FontShapes } from '../../core/lettering/font-shapes.js';
import { mayHoldLetters, type ReadOutlines } from '../../core/lettering/read-outlines.js';
import { readingSheets } from '../../core/lettering/reading-sheet.js';
import { unreadLines, type UnreadText } from '../../core/lettering/unread-lines.js';
import { familiesFor, type FontsAtHand } from './fonts-at-hand.js';
import { readSheets } from './print-reader.js';

/**
 * Turns outlined text of the drawing in a page into text: by the shapes of the fonts at hand, and what is set in none of
 * them by reading its picture.
 * @returns what was found, in words
 */
export async function readLetters(page: Page, fonts: FontsAtHand): Promise<string[]> {
  const paths = await inside(page, 'filledPaths');
  if (!mayHoldLetters(paths)) return [];
  const found = await fonts.read(paths);
  const by = found.lines.length ? [await put(page, fonts, found, 'by its letters')] : [];
  return [...by, ...(await readPrint(page, fonts))];
}

type FontName = Pick<FontShapes, 'family' | 'weight' | 'italic'>;

/** Puts lines in the place of their outlines. @returns that they were found, in words */
async function put(
  page: Page,
  fonts: FontsAtHand,
  { lines, rest, fonts: own }: ReadOutlines & { readonly fonts: readonly FontName[] | ReadonlyMap<number, FontName> },
  how: string,
): Promise<string> {
  const nameOf = (font: number): FontName => required(own instanceof Map ? own.get(font) : (own as FontName[])[font]);
  const families = new Set(lines.map(({ font }) => nameOf(font).family));
  await fonts.serveFallbacks(families);
  const set = lines.map(({ font, ...line }) => {
    const { weight, italic } = nameOf(font);
    return { ...line, families: familiesFor(nameOf(font)), weight, italic };
  });
  await inside(page, 'putLines', set, rest);
  const count = lines.length === 1 ? 'one line' : `${lines.length} lines`;
  return `Text converted to outlines, read ${how}: ${count} in ${[...families].sort().join(', ')}`;
}

/**
 * Reads what is left of outlined letters from its picture. A drawing that has more letters as text has outlined ones only
 * where somebody drew them, as in logos: those stay drawn.
 */
async function readPrint(page: Page, fonts: FontsAtHand): Promise<string[]> {
  const unread = unreadLines(await inside(page, 'filledPaths'));
  const drawn = unread.lines.reduce((sum, { letters }) => sum + letters.length, 0);
  if (drawn === 0 || drawn < (await inside(page, 'lettersAsText'))) return [];
  const sheets = readingSheets(unread.lines);
  const words = await readSheets(sheets);
  const readings = sheets.flatMap(({ rows }, at) => readingsOf(rows, required(words[at])));
  const accepted = readings.filter(({ certainty }) => certainty >= CERTAIN_ENOUGH);
  const fitted = await fonts.fit(accepted);
  const guesses = readings.filter((reading) => !accepted.includes(reading));
  await inside(
    page,
    'nameLines',
    guesses.map((reading) => ({ paths: reading.line.paths, text: textOf(reading) })),
  );
  if (fitted.lines.length === 0) return notesOn([], guesses);
  const told = await put(
    page,
    fonts,
    { ...fitted, rest: restOf(unread, accepted) },
    'from an image of it, in the nearest fonts',
  );
  return [told, ...notesOn(accepted, guesses)];
}

/** What is left of the paths of lines that were read. */
function restOf({ contours }: UnreadText, accepted: readonly Reading[]): ReadOutlines['rest'] {
  const read = new Set(accepted.flatMap(({ line, words }) => contoursOfWords(line, words)));
  const paths = new Set(accepted.flatMap(({ line }) => line.paths));
  return [...paths].flatMap((path) => {
    const left = required(contours[path]).filter((contour) => !read.has(contour));
    return left.length ? [{ path, contours: left.map(({ points }) => points) }] : [];
  });
}

function notesOn(accepted: readonly Reading[], guesses: readonly Reading[]): string[] {
  const list = (readings: readonly Reading[]): string =>
    readings.map((reading) => `“${textOf(reading)}” (${Math.round(reading.certainty * 100)} %)`).join(', ');
  const doubtful = accepted.filter(({ certainty }) => certainty < CERTAIN);
  return [
    ...(doubtful.length ? [`Check how these lines were read: ${list(doubtful)}`] : []),
    ...(guesses.length ? [`Stays drawn, as it could not be read for certain: ${list(guesses)}`] : []),
  ];
}

function textOf({ words }: Pick<Reading, 'words'>): string {
  return words.map(({ text }) => text).join(' ');
}
