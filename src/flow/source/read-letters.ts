import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import { required } from '../../core/data/required.js';
import { mayHoldLetters } from '../../core/lettering/read-outlines.js';
import { familiesFor, type FontsAtHand } from './fonts-at-hand.js';

/**
 * Turns outlined text of the drawing in a page into text, by the shapes of the fonts at hand.
 * @returns what was found, in words
 */
export async function readLetters(page: Page, fonts: FontsAtHand): Promise<string[]> {
  const paths = await inside(page, 'filledPaths');
  if (!mayHoldLetters(paths)) return [];
  const found = await fonts.read(paths);
  if (found.lines.length === 0) return [];
  const families = new Set(found.lines.map(({ font }) => required(found.fonts[font]).family));
  await fonts.serveFallbacks(families);
  const lines = found.lines.map(({ font, ...line }) => {
    const own = required(found.fonts[font]);
    return { ...line, families: familiesFor(own), weight: own.weight, italic: own.italic };
  });
  await inside(page, 'putLines', lines, found.rest);
  return [
    `Text converted to outlines, read by its letters: ${lines.length === 1 ? 'one line' : `${lines.length} lines`} in ${[...families].sort().join(', ')}`,
  ];
}
