import { required } from '../data/required.js';
import { shared } from '../geometry/box.js';
import type { DrawnArtboard, DrawnImage, DrawnItem } from './drawing.js';
import type { Misread } from './misread.js';

/** How a region of a drawing is kept as an image. */
export interface RegionToKeep {
  /** The image; its address is not known yet. */
  readonly image: DrawnImage;
  /** Orders of the items that the image replaces, and of those that it must not show, as they stay. */
  readonly replaces: readonly number[];
  readonly without: readonly number[];
}

/**
 * What is to be done so that a region looks as it was drawn: an image takes the place of what was misread in it. Texts stay
 * texts, and so does what lies on it; words that were misread are the alternative text of the image.
 */
export function regionToKeep(items: readonly DrawnItem[], { box, items: wrong, share }: Misread): RegionToKeep {
  const misreadItems = items.filter(({ order }) => wrong.includes(order));
  const here = items.filter((item) => shared(item.box, box) > 0);
  const below = misreadItems.length ? misreadItems : here.filter(({ type }) => type !== 'text');
  const order = Math.max(-1, ...below.map((item) => item.order));
  const stays = here.filter((item) => !wrong.includes(item.order) && (item.type === 'text' || item.order > order));
  const first = misreadItems.at(-1) ?? below.at(-1);
  const words = misreadItems.flatMap((item) => (item.type === 'text' ? item.words.map(({ text }) => text) : []));
  const titles = misreadItems.flatMap((item) => ('title' in item && item.title ? [item.title] : []));
  return {
    image: {
      type: 'picture',
      /* Above what it shows, below what stays. */
      order: misreadItems.length ? order : order + 0.5,
      path: first?.path ?? '',
      layer: first?.layer ?? '',
      box,
      whole: box,
      address: '',
      title: [...titles, ...(words.length ? [words.join(' ')] : [])].join(' – '),
      look: { 'object-fit': 'fill' },
      kept: `${Math.max(0.1, share * 100).toFixed(1)} % of it would look different`,
    },
    replaces: misreadItems.map((item) => item.order),
    without: stays.map((item) => item.order),
  };
}

/** The items of a drawing with a region as an image in the place of what was misread. */
export function withRegionKept(items: readonly DrawnItem[], { image, replaces }: RegionToKeep): DrawnItem[] {
  return [...items.filter(({ order }) => !replaces.includes(order)), image].sort((a, b) => a.order - b.order);
}

/** Notes on the regions of a drawing that are kept as images. */
export function notesOnKept(items: readonly DrawnItem[]): string[] {
  return items.flatMap((item) => {
    if (item.type !== 'picture' || item.kept === undefined) return [];
    const [x, y, width, height] = item.box;
    const name = item.layer || item.path || 'a region without a layer';
    return `Kept as an image, because ${item.kept}: ${name} (${width} × ${height} px at ${x}, ${y})`;
  });
}

/** Side of the squares in which the area of a drawing is counted, px. */
const SQUARE = 8;

/** The share of the area of a drawing that is kept as it is drawn, as an image or a vector drawing. */
export function drawnShare({ width, height, items }: DrawnArtboard): number {
  const [across, down] = [Math.ceil(width / SQUARE), Math.ceil(height / SQUARE)];
  const drawn = new Uint8Array(across * down);
  for (const item of items) {
    if (item.type !== 'art' && !(item.type === 'picture' && item.kept !== undefined)) continue;
    const [x, y, wide, high] = item.box.map((value) => value / SQUARE) as [number, number, number, number];
    for (let row = Math.max(0, Math.floor(y)); row < Math.min(down, y + high); row += 1)
      drawn.fill(
        1,
        row * across + Math.max(0, Math.floor(x)),
        row * across + Math.max(0, Math.min(across, Math.ceil(x + wide))),
      );
  }
  return drawn.reduce((sum, square) => sum + square, 0) / Math.max(1, drawn.length);
}

/** Items numbered in the order in which they are painted. */
export function numbered(items: readonly DrawnItem[]): DrawnItem[] {
  return items.map((_, order) => ({ ...required(items[order]), order }));
}
