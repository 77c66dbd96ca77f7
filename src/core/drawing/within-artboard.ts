import { bottom, right } from '../geometry/box.js';
import { isRound } from './round-shape.js';
import type { DrawnArtboard, DrawnBox, DrawnImage, DrawnItem, DrawnShape } from './drawing.js';

/*
 * An artboard shows what lies on it. What reaches over its edges is cut there before anything is laid out, or the page
 * would begin outside of the screen.
 */

/** Less than this is untidiness, px. */
const UNTIDY = 1;

/** The artboard with all plain boxes and images cut at its edges; images go on showing the part that they showed. */
export function withinArtboard(artboard: DrawnArtboard): DrawnArtboard {
  const items = artboard.items.map((item) => (reachesOut(item.box, artboard) > UNTIDY ? cut(item, artboard) : item));
  return { ...artboard, items };
}

/** How far a box reaches over the edges of an artboard, px. */
export function reachesOut(box: DrawnBox, { width, height }: Pick<DrawnArtboard, 'width' | 'height'>): number {
  return Math.max(-box[0], -box[1], right(box) - width, bottom(box) - height);
}

function cut(item: DrawnItem, artboard: DrawnArtboard): DrawnItem {
  const [left, top] = [Math.max(0, item.box[0]), Math.max(0, item.box[1])];
  const box: DrawnBox = [
    left,
    top,
    Math.min(artboard.width, right(item.box)) - left,
    Math.min(artboard.height, bottom(item.box)) - top,
  ];
  if (box[2] <= 0 || box[3] <= 0) return item;
  if (item.type === 'box' && isPlain(item) && !isRound(item)) return { ...item, box, look: withoutCutSides(item, box) };
  return item.type === 'picture' && isWhole(item) ? { ...item, box } : item;
}

/** A gradient or an image would not be the same in a smaller box. */
function isPlain({ look }: DrawnShape): boolean {
  return (look['background-image'] ?? 'none') === 'none' && !Object.keys(look).some((name) => /mask|clip/.test(name));
}

/** Rounded corners and borders of an image would move with its edges. */
function isWhole({ look, stretched, kept }: DrawnImage): boolean {
  return !stretched && !kept && !Object.keys(look).some((name) => /border|mask|clip/.test(name));
}

/** The look of a box without the borders and the round corners that were cut off. */
function withoutCutSides({ look, box: before }: DrawnShape, box: DrawnBox): Readonly<Record<string, string>> {
  const [top, end, low, left] = [
    box[1] > before[1] + UNTIDY,
    right(box) < right(before) - UNTIDY,
    bottom(box) < bottom(before) - UNTIDY,
    box[0] > before[0] + UNTIDY,
  ];
  return {
    ...look,
    ...cutParts('border-width', look, [top, end, low, left]),
    ...cutParts('border-radius', look, [top || left, top || end, low || end, low || left]),
  };
}

/** The four values of a shorthand, those of the cut sides zero. */
function cutParts(
  name: string,
  look: Readonly<Record<string, string>>,
  cut: readonly boolean[],
): Record<string, string> {
  const value = look[name];
  if (value === undefined || value.includes('/')) return {};
  const parts = value.split(' ');
  const four = [0, 1, 2, 3].map((at) => parts[at] ?? parts[at - 2] ?? parts[0] ?? '0');
  return { [name]: four.map((part, at) => (cut[at] ? '0px' : part)).join(' ') };
}
