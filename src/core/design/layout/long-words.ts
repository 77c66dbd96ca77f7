import { px } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Paragraph } from '../model/paragraph.js';
import type { StyleMap } from '../model/region.js';

/** Narrowest screen that a page is made for, and widest artboard of a phone; px. */
const NARROWEST = 320;
const PHONE = 480;
/** Smallest type that may get smaller, px: what is small already would not be read any more. */
const LARGE = 24;
/** A region that takes more than this share of the screen loses all that the screen loses: its sides stay. */
const ONE_COLUMN = 0.5;

/**
 * Type that gets smaller on screens narrower than the narrowest artboard, in proportion to these, if one of its words would
 * not fit on the narrowest: it would break inside of the word.
 * @param room width of the region that the text stands in, px
 */
export function longWordLook(
  text: Paragraph,
  room: number,
  view: ArtboardView,
  views: readonly ArtboardView[],
): StyleMap {
  if (view !== views.at(-1) || view.width > PHONE || view.width <= NARROWEST) return {};
  const lost = view.width - NARROWEST;
  const left = room - (room > ONE_COLUMN * view.width ? lost : (lost * room) / view.width);
  const word = longestWord(text);
  if (text.look.size < LARGE || word <= left || word > room + 1 || left <= 0) return {};
  const { size, spacing } = text.look;
  const slope = (size * (1 - left / word)) / lost;
  const start = Math.ceil((size - slope * view.width) * 100) / 100;
  const run = Math.ceil(slope * 1e4) / 100;
  return {
    'font-size': `min(${px(size)}, ${px(start)} + ${run}vw)`,
    ...(spacing ? { 'letter-spacing': `${Math.round((spacing / size) * 1e4) / 1e4}em` } : {}),
  };
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
