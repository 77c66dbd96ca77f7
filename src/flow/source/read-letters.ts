import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import { means, type Decision, type DecisionOutcome } from '../../core/brief/brief.js';
import { required } from '../../core/data/required.js';
import type { DrawnBox } from '../../core/drawing/drawing.js';
import { CERTAIN, CERTAIN_ENOUGH, readingsOf, type Reading } from '../../core/lettering/accept-readings.js';
import { correctReadings, textOf } from '../../core/lettering/correct-readings.js';
import { contoursOfWords } from '../../core/lettering/fit-font.js';
import { mayHoldLetters, type ReadOutlines } from '../../core/lettering/read-outlines.js';
import { readingSheets } from '../../core/lettering/reading-sheet.js';
import { unreadLines, type UnreadText } from '../../core/lettering/unread-lines.js';
import { familiesFor, type FontsAtHand, type RecognisedText } from './fonts-at-hand.js';
import { readSheets } from './print-reader.js';

/** A line that was read from an image of it, px of the page. */
export interface PrintLine {
  readonly text: string;
  /** 0 to 1, and whether that is enough not to look at it. */
  readonly certainty: number;
  readonly isCertain: boolean;
  readonly box: DrawnBox;
  /** It stays drawn, and the text is its alternative text. */
  readonly stays: boolean;
}

/** What became of outlined text. */
export interface LettersRead {
  /** In words. */
  readonly notes: readonly string[];
  readonly lines: readonly PrintLine[];
  /** What the brief corrected, and what it could have. */
  readonly reached: DecisionOutcome;
}

const NOTHING: LettersRead = { notes: [], lines: [], reached: { done: [], known: [] } };

/**
 * Turns outlined text of the drawing in a page into text: by the shapes of the fonts at hand, and what is set in none of
 * them by reading an image of it.
 * @param decisions what the brief says of lines that were read
 */
export async function readLetters(
  page: Page,
  fonts: FontsAtHand,
  decisions: readonly Decision[] = [],
): Promise<LettersRead> {
  const paths = await inside(page, 'filledPaths');
  if (!mayHoldLetters(paths)) return NOTHING;
  const found = await fonts.read(paths);
  const by = found.lines.length ? [await put(page, fonts, found, 'by its letters')] : [];
  const print = await readPrint(page, fonts, decisions);
  return { ...print, notes: [...by, ...print.notes] };
}

/** Puts lines in the place of their outlines. @returns that they were found, in words */
async function put(
  page: Page,
  fonts: FontsAtHand,
  { lines, rest, fonts: own }: RecognisedText,
  how: string,
): Promise<string> {
  const families = new Set(lines.map(({ font }) => required(own[font]).family));
  await fonts.serveFallbacks(families);
  const set = lines.map(({ font, ...line }) => {
    const shapes = required(own[font]);
    return { ...line, families: familiesFor(shapes), weight: shapes.weight, italic: shapes.italic };
  });
  await inside(page, 'putLines', set, rest);
  const count = lines.length === 1 ? 'one line' : `${lines.length} lines`;
  return `Text converted to outlines, read ${how}: ${count} in ${[...families].sort().join(', ')}`;
}

/**
 * Reads what is left of outlined letters from an image of it. A drawing that has more letters as text has outlined ones only
 * where somebody drew them, as in logos: those stay drawn.
 */
async function readPrint(page: Page, fonts: FontsAtHand, decisions: readonly Decision[]): Promise<LettersRead> {
  const unread = unreadLines(await inside(page, 'filledPaths'));
  const drawn = unread.lines.reduce((sum, { letters }) => sum + letters.length, 0);
  if (drawn === 0 || drawn < (await inside(page, 'lettersAsText'))) return NOTHING;
  const sheets = readingSheets(unread.lines);
  const words = await readSheets(sheets);
  const asRead = sheets.flatMap(({ rows }, at) => readingsOf(rows, required(words[at])));
  const done = new Set<number>();
  const readings = correctReadings(asRead, (text) => {
    const found = decisions.find(({ at }) => means(at, text));
    if (found) done.add(found.order);
    return found && String(found.to);
  });
  const accepted = readings.filter(({ certainty }) => certainty >= CERTAIN_ENOUGH);
  const fitted = await fonts.fit(accepted);
  const guesses = readings.filter((reading) => !accepted.includes(reading));
  await inside(page, 'nameLines', namesOf(guesses, accepted));
  const told = {
    lines: readings.map((reading): PrintLine => ({
      text: textOf(reading),
      certainty: reading.certainty,
      isCertain: reading.certainty >= CERTAIN,
      box: reading.line.box,
      stays: guesses.includes(reading),
    })),
    reached: { done: [...done], known: asRead.map(textOf) },
  };
  if (fitted.lines.length === 0) return { ...told, notes: notesOn([], guesses) };
  const set = { ...fitted, rest: restOf(unread, accepted) };
  const note = await put(page, fonts, set, 'from an image of it, in the nearest fonts');
  return { ...told, notes: [note, ...notesOn(accepted, guesses)] };
}

/** What seems to stand in lines that stay drawn. A path that draws other lines too, which become text, has no such name. */
function namesOf(
  guesses: readonly Reading[],
  accepted: readonly Reading[],
): { readonly paths: readonly number[]; readonly text: string }[] {
  const text = new Set(accepted.flatMap(({ line }) => line.paths));
  return guesses
    .filter(({ line }) => !line.paths.some((path) => text.has(path)))
    .map((reading) => ({ paths: reading.line.paths, text: textOf(reading) }));
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
