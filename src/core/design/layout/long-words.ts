import { px } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Paragraph } from '../model/paragraph.js';
import type { StyleMap } from '../model/region.js';

/** Narrowest screen that a page is made for, and widest artboard of a phone; px. */
const NARROWEST = 320;
const PHONE = 480;
/** Room that stays at both sides of words on the narrowest screen, px. */
const SIDES = 20;

/**
 * Type that gets smaller on screens narrower than the narrowest artboard, in proportion to these, if one of its words would
 * not fit on the narrowest: it would break inside of the word.
 */
export function longWordLook(text: Paragraph, view: ArtboardView, views: readonly ArtboardView[]): StyleMap {
  if (view !== views.at(-1) || view.width > PHONE || view.width <= NARROWEST) return {};
  if (longestWord(text) <= NARROWEST - 2 * SIDES) return {};
  /* Rounded up, so that it is the size drawn on the artboard itself. */
  const share = Math.ceil((text.look.size / view.width) * 1e4) / 100;
  return { 'font-size': `min(${px(text.look.size)}, ${share}vw)` };
}

/** Width of the longest word, px, as its letters have it of its line. */
function longestWord({ lines }: Paragraph): number {
  const widths = lines.map(({ box, runs }) => {
    const words = runs.map(({ text }) => text).join('');
    const most = Math.max(0, ...words.split(/\s+/).map(({ length }) => length));
    return (box[2] * most) / Math.max(1, words.trim().length);
  });
  return Math.max(0, ...widths);
}
