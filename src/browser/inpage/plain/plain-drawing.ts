import { required } from '../../../core/data/required.js';
import { settleClips } from './clips.js';
import { dropCovered, dropRepeated } from './covered.js';
import { joinTexts } from './joined-texts.js';
import { settleFontNames } from './font-names.js';
import { settleLetters } from './letters.js';
import { dropIdleMasks, joinStacked, settleMasks } from './masks.js';
import { settleShadows } from './shadows.js';
import { settleShapes } from './shapes.js';
import { writeReferences } from './references.js';
import { expandUses } from './uses.js';

/** Height of the drawing in the page, px. */
export function drawingHeight(): number {
  return Math.round(drawing().getBoundingClientRect().height);
}

/** How many elements of the drawing in the page paint something. */
export function countDrawn(): number {
  const painted = drawing().querySelectorAll('rect, circle, ellipse, line, path, polygon, polyline, image, text, use');
  return [...painted].filter((element) => !element.closest('defs, clipPath, mask, pattern, symbol, marker')).length;
}

/** Names fonts as CSS does, before they are looked for. */
export function nameFonts(): void {
  settleFontNames(drawing());
}

/**
 * Brings the drawing in the page to plain SVG, whatever program wrote it; it looks as before. First: what is used
 * elsewhere is put in its place, and clips and masks go that change nothing. Then outlined letters can be told from other paths.
 */
export async function unfoldDrawing(): Promise<void> {
  const svg = drawing();
  writeReferences(svg);
  expandUses(svg);
  settleClips(svg);
  await dropIdleMasks(svg);
  dropCovered(svg);
  dropRepeated(svg);
}

/**
 * Then, when letters are text: those of one word are put together, paths that are plain shapes become these, masks make one
 * picture of what they are over, as pictures do that lie on each other in one place.
 * @returns what could not be kept, in words
 */
export async function settleDrawing(): Promise<string[]> {
  const svg = drawing();
  joinTexts(svg);
  settleLetters(svg);
  settleShapes(svg);
  const notes = await settleMasks(svg);
  await joinStacked(svg);
  await settleShadows(svg);
  return notes;
}

function drawing(): SVGSVGElement {
  return required(document.querySelector('svg'));
}
