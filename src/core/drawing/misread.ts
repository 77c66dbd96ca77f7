import { required } from '../data/required.js';
import { UnionFind } from '../data/union-find.js';
import { around, area, shared } from '../geometry/box.js';
import type { DrawnBox, DrawnItem } from './drawing.js';

/** The pixels of a drawing that differ when it is drawn again from what was read, row by row: 1 if different, else 0. */
export interface Unlike {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** A region of a drawing that was not read as it is drawn. */
export interface Misread {
  readonly box: DrawnBox;
  /** Orders of the items that are not as they are drawn; none where nothing was read. */
  readonly items: readonly number[];
  /** Share of its pixels that differ. */
  readonly share: number;
}

/** Side of the squares in which pixels are counted, px; a square with more than this share of them unlike is wrong. */
const SQUARE = 8;
const WRONG = 0.1;
/** A region is wrong if more of its pixels than this are, as a share. */
const LEAST = 0.001;
/** Items are wrong if so much of what shows of them is, as a share: letters are never drawn alike to the pixel. */
const WRONG_THING = 0.15;
const WRONG_TEXT = 0.5;
/** Something is missing where so much is unlike, as a share, in so many squares. */
const SOLID = 0.4;
const FEWEST = 4;

/** The regions of a drawing that are not as they were drawn, from the top. */
export function misread(items: readonly DrawnItem[], pixels: Unlike): Misread[] {
  const unlike = thick(pixels);
  const squares = wrongSquares(unlike);
  const text = items.filter(({ type }) => type === 'text').map(({ box }) => box);
  const atText = (group: readonly DrawnBox[]): number =>
    group.filter((square) => text.some((box) => shared(box, square) > 0)).length / group.length;
  const found = squares.flatMap((group): Misread[] => {
    const place = around(group);
    const blamed = onTop(items, group);
    const things = items.filter((item) => {
      const own = blamed.get(item);
      return own !== undefined && shareOf(item.box, own) >= WRONG_THING;
    });
    /* A text on something that is wrong looks wrong for that reason. */
    const isOnOne = (box: DrawnBox): boolean =>
      things.some((thing) => shared(thing.box, box) >= WRONG_TEXT * area(box));
    const texts = items.filter(
      ({ type, box }) => type === 'text' && shareOf(box, group) >= WRONG_TEXT && !isOnOne(box),
    );
    const wrong = [...things, ...texts];
    /* What belongs to nothing that was read is missing if it is solid: images drawn anew leave traces, and so do letters. */
    const isTrace = group.length < FEWEST || shareIn(place, unlike) < SOLID || atText(group) >= WRONG_TEXT;
    if (wrong.length === 0 && isTrace) return [];
    const box = around([place, ...wrong.map((item) => item.box)]);
    return [{ box, items: wrong.map(({ order }) => order), share: 0 }];
  });
  return apart(found)
    .map((region) => ({ ...region, box: within(region.box, unlike) }))
    .map((region) => ({ ...region, share: shareIn(region.box, unlike) }))
    .filter(({ share }) => share > LEAST)
    .sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0]);
}

/** Without what is thinner than three pixels: edges that lie between two pixels are drawn on one of them, or on both. */
function thick({ width, height, data }: Unlike): Unlike {
  const left = new Uint8Array(data.length);
  const around = [-1, 0, 1].flatMap((down) => [-1, 0, 1].map((across) => down * width + across));
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const at = y * width + x;
      if (data[at] && around.every((step) => data[at + step])) for (const step of around) left[at + step] = 1;
    }
  return { width, height, data: left };
}

/** Squares with much that is unlike, in groups of neighbours. */
function wrongSquares({ width, height, data }: Unlike): DrawnBox[][] {
  const [across, down] = [Math.ceil(width / SQUARE), Math.ceil(height / SQUARE)];
  const counts = new Uint16Array(across * down);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (data[y * width + x]) {
        const at = Math.floor(y / SQUARE) * across + Math.floor(x / SQUARE);
        counts[at] = required(counts[at]) + 1;
      }
  const wrong = [...counts.keys()].filter((at) => required(counts[at]) > WRONG * SQUARE * SQUARE);
  const isWrong = new Set(wrong);
  const union = new UnionFind<number>();
  for (const at of wrong)
    for (const [right, below] of NEIGHBOURS) {
      const x = (at % across) + right;
      if (x < 0 || x >= across) continue;
      const next = at + right + below * across;
      if (isWrong.has(next)) union.join(at, next);
    }
  return union
    .groups(wrong, (at) => at)
    .map((group) =>
      group.map((at): DrawnBox => [(at % across) * SQUARE, Math.floor(at / across) * SQUARE, SQUARE, SQUARE]),
    );
}

/** To the right and below; one square in between may be right. */
const NEIGHBOURS = [-2, -1, 0, 1, 2].flatMap((right) =>
  [0, 1, 2].filter((below) => below > 0 || right > 0).map((below) => [right, below] as const),
);

/** Squares by what lies on top there, texts aside: what is below does not show. */
function onTop(items: readonly DrawnItem[], squares: readonly DrawnBox[]): Map<DrawnItem, DrawnBox[]> {
  const found = new Map<DrawnItem, DrawnBox[]>();
  for (const square of squares) {
    const top = items.findLast(({ type, box }) => type !== 'text' && shared(box, square) >= area(square) / 2);
    if (top) found.set(top, [...(found.get(top) ?? []), square]);
  }
  return found;
}

function shareOf(box: DrawnBox, squares: readonly DrawnBox[]): number {
  return area(box) === 0 ? 0 : squares.reduce((sum, square) => sum + shared(box, square), 0) / area(box);
}

/** Regions that overlap are one. */
function apart(regions: readonly Misread[]): Misread[] {
  let list = [...regions];
  for (;;) {
    const union = new UnionFind<Misread>();
    list.forEach((region, at) => {
      for (const other of list.slice(at + 1)) if (shared(region.box, other.box) > 0) union.join(region, other);
    });
    const joined = union
      .groups(list, (region) => region)
      .map((group) => ({
        box: around(group.map(({ box }) => box)),
        items: [...new Set(group.flatMap(({ items }) => items))].sort((a, b) => a - b),
        share: 0,
      }));
    if (joined.length === list.length) return joined;
    list = joined;
  }
}

function within([x, y, width, height]: DrawnBox, page: { readonly width: number; readonly height: number }): DrawnBox {
  const [left, top] = [Math.max(0, Math.floor(x)), Math.max(0, Math.floor(y))];
  return [
    left,
    top,
    Math.min(page.width, Math.ceil(x + width)) - left,
    Math.min(page.height, Math.ceil(y + height)) - top,
  ];
}

function shareIn([x, y, width, height]: DrawnBox, unlike: Unlike): number {
  let count = 0;
  for (let row = y; row < y + height; row += 1)
    for (let at = x; at < x + width; at += 1) count += unlike.data[row * unlike.width + at] ?? 0;
  return count / Math.max(1, width * height);
}
