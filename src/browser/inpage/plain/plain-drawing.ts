import { required } from '../../../core/data/required.js';
import { settleClips } from './clips.js';
import { joinTexts } from './joined-texts.js';
import { settleFontNames } from './font-names.js';
import { joinStacked, settleMasks } from './masks.js';
import { settleShapes } from './shapes.js';
import { expandUses } from './uses.js';

/** Height of the drawing in the page, px. */
export function drawingHeight(): number {
  return Math.round(drawing().getBoundingClientRect().height);
}

/** Names fonts as CSS does, before they are looked for. */
export function nameFonts(): void {
  settleFontNames(drawing());
}

/**
 * Brings the drawing in the page to plain SVG, whatever program wrote it; it looks as before. First: what is used
 * elsewhere is put in its place, and clips go that cut nothing. Then outlined letters can be told from other paths.
 */
export function unfoldDrawing(): void {
  const svg = drawing();
  expandUses(svg);
  settleClips(svg);
}

/**
 * Then, when letters are text: those of one word are put together, paths that are plain shapes become these, masks that do nothing go, and others make one
 * picture of what they are over, as pictures do that lie on each other in one place.
 * @returns what could not be kept, in words
 */
export async function settleDrawing(): Promise<string[]> {
  const svg = drawing();
  joinTexts(svg);
  settleShapes(svg);
  const notes = await settleMasks(svg);
  await joinStacked(svg);
  return notes;
}

function drawing(): SVGSVGElement {
  return required(document.querySelector('svg'));
}
