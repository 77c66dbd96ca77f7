import { required } from '../../../core/data/required.js';
import { settleClips } from './clips.js';
import { settleFontNames } from './font-names.js';
import { settleMasks } from './masks.js';
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
 * Brings the drawing in the page to plain SVG, step by step, whatever program wrote it: what is used elsewhere is put in
 * its place, masks and clips that do nothing go, those that do become pictures or crops, and paths that are plain shapes
 * become these. It looks as before. Each step may count on those before it.
 * @returns what could not be kept, in words
 */
export async function makePlain(): Promise<string[]> {
  const svg = drawing();
  expandUses(svg);
  settleClips(svg);
  settleShapes(svg);
  return settleMasks(svg);
}

function drawing(): SVGSVGElement {
  return required(document.querySelector('svg'));
}
