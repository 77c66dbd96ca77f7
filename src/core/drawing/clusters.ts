import { UnionFind } from '../data/union-find.js';
import { required } from '../data/required.js';
import type { DrawnBox } from './drawing.js';
import { around } from '../geometry/box.js';
import { areLetters } from './outlined-text.js';

/** Something that is painted: what it is, and where. */
export interface Painted {
  readonly type: 'text' | 'box' | 'picture' | 'art';
  readonly box: DrawnBox;
  /** For drawing: how its outline goes, the same wherever it stands. */
  readonly outline?: string;
}

/** Drawing that covers more of the board than this is behind other things, no part of a drawing on it. */
const GROUND_SHARE = 0.2;
/** Pieces that overlap by this much belong together, px. */
const OVERLAP = 1;
/** Pieces up to this size that stand no farther apart than this belong together if they are at least so many; px. */
const DOT = 32;
const DOT_GAP = 14;
const FEWEST_DOTS = 40;
/** Farthest that letters of a line stand apart, px. */
const LETTER_GAP = 14;
/** Side of the squares in which neighbours are looked for, px. */
const CELL = 64;

/**
 * Finds drawing that belongs together though no group holds it: paths that lie on each other, swarms
 * of small pieces, and lines of letters.
 * Nothing may be painted between them that would have to lie over some and below others.
 * @returns numbers of the pieces of each cluster, in painting order
 */
export function clustersOf(items: readonly Painted[], artboard: DrawnBox): number[][] {
  const most = GROUND_SHARE * artboard[2] * Math.min(artboard[3], 900);
  const size = ({ box }: Painted): number => Math.max(box[2], box[3]);
  const drawn = numbers(items, (painted) => painted.type === 'art' && painted.box[2] * painted.box[3] <= most);
  const dots = numbers(items, (painted) => (painted.type === 'art' || painted.type === 'box') && size(painted) <= DOT);
  const swarms = joined(items, dots, DOT_GAP).filter((group) => group.length >= FEWEST_DOTS);
  const taken = new Set(swarms.flat());
  const signs = [...rowsOfSigns(items, drawn), ...stacksOfBars(items)];
  for (const index of signs.flat()) taken.add(index);
  const lines = joined(
    items,
    drawn.filter((index) => !taken.has(index)),
    LETTER_GAP,
  ).filter((group) => areLetters(group.map((index) => required(items[index]).box)));
  for (const index of lines.flat()) taken.add(index);
  const overlapping = joined(
    items,
    drawn.filter((index) => !taken.has(index)),
    -OVERLAP,
  );
  const clusters = spread([...swarms, ...signs, ...lines, ...overlapping], items);
  return clusters.filter((group) => group.length > 1 && isFree(group, items));
}

/** Fewest and largest signs in a row that say something together, px, and farthest apart, in their widths. */
const FEWEST_SIGNS = 3;
const LARGEST_SIGN = 32;
const SIGN_GAP = 0.6;

/** Rows of one small outline again and again, closely side by side: the stars of a rating. */
function rowsOfSigns(items: readonly Painted[], drawn: readonly number[]): number[][] {
  const rows: number[][] = [];
  const follows = (row: readonly number[], index: number): boolean => {
    const [before, own] = [required(items[required(row.at(-1))]), required(items[index])];
    const gap = own.box[0] - before.box[0] - before.box[2];
    return (
      before.outline === own.outline &&
      Math.abs(before.box[1] - own.box[1]) <= OVERLAP &&
      Math.abs(before.box[2] - own.box[2]) <= OVERLAP &&
      gap >= 0 &&
      gap <= SIGN_GAP * own.box[2]
    );
  };
  for (const index of drawn) {
    const { outline, box } = required(items[index]);
    if (outline === undefined || Math.max(box[2], box[3]) > LARGEST_SIGN) continue;
    const row = rows.find((other) => follows(other, index));
    if (row) row.push(index);
    else rows.push([index]);
  }
  return rows.filter(({ length }) => length >= FEWEST_SIGNS);
}

/** Thickest and longest bar of a sign, and the widest gap between two, px. */
const BAR = [5, 40] as const;
const BAR_GAP = 12;

/** Three short bars below each other, evenly spaced and flush on one side: the sign that opens a menu. */
function stacksOfBars(items: readonly Painted[]): number[][] {
  const isBar = ({ type, box }: Painted): boolean =>
    type === 'box' && box[3] <= BAR[0] && box[2] > 2 * BAR[0] && box[2] <= BAR[1];
  const bars = numbers(items, isBar).sort((a, b) => required(items[a]).box[1] - required(items[b]).box[1]);
  const stacks: number[][] = [];
  for (const index of bars) {
    const { box } = required(items[index]);
    const stack = stacks.find((other) => {
      const [last, before] = [...other].reverse().map((at) => required(items[at]).box);
      const step = last ? box[1] - last[1] : 0;
      const isFlush =
        last && [0, 0.5, 1].some((side) => Math.abs(last[0] + side * last[2] - box[0] - side * box[2]) <= OVERLAP);
      return (
        isFlush &&
        step > last[3] &&
        step - last[3] <= BAR_GAP &&
        (!before || Math.abs(last[1] - before[1] - step) <= OVERLAP)
      );
    });
    if (stack) stack.push(index);
    else stacks.push([index]);
  }
  return stacks.filter(({ length }) => length === FEWEST_SIGNS).map((stack) => stack.sort((a, b) => a - b));
}

/** From so many pieces on a cluster is a drawing, and what lies inside of its outline is part of it. */
const DRAWING = 4;

/** Joins drawings with what lies inside of their outlines, until nothing more does. */
function spread(clusters: readonly number[][], items: readonly Painted[]): number[][] {
  const outline = (group: readonly number[]): Painted => ({
    type: 'art',
    box: around(group.map((index) => required(items[index]).box)),
  });
  let open = clusters
    .map((group) => ({ group, whole: outline(group) }))
    .sort((a, b) => b.group.length - a.group.length);
  const done: number[][] = [];
  while (open.length) {
    const [first, ...others] = open as [(typeof open)[0], ...typeof open];
    const inside =
      first.group.length < DRAWING ? [] : others.filter(({ whole }) => areNear(first.whole, whole, -OVERLAP));
    if (inside.length === 0) {
      done.push(first.group);
      open = others;
      continue;
    }
    const group = [first, ...inside].flatMap((entry) => entry.group).sort((a, b) => a - b);
    open = [{ group, whole: outline(group) }, ...others.filter((entry) => !inside.includes(entry))];
  }
  return done;
}

function numbers(items: readonly Painted[], test: (item: Painted) => boolean): number[] {
  return items.flatMap((item, index) => (test(item) ? [index] : []));
}

/** Groups of pieces of which each has another one no farther away than `gap` (px; below zero it must overlap). */
function joined(items: readonly Painted[], chosen: readonly number[], gap: number): number[][] {
  const union = new UnionFind<number>();
  const cells = new Map<string, number[]>();
  for (const index of chosen) {
    const [x, y, width, height] = required(items[index]).box;
    const reach = Math.max(0, gap);
    for (let column = cellOf(x - reach); column <= cellOf(x + width + reach); column += 1)
      for (let row = cellOf(y - reach); row <= cellOf(y + height + reach); row += 1) {
        const key = `${column} ${row}`;
        const cell = cells.get(key) ?? [];
        for (const other of cell) {
          if (union.root(index) !== union.root(other) && areNear(required(items[index]), required(items[other]), gap))
            union.join(other, index);
        }
        cell.push(index);
        cells.set(key, cell);
      }
  }
  return union.groups(chosen, (index) => index);
}

function cellOf(px: number): number {
  return Math.floor(px / CELL);
}

function areNear({ box: a }: Painted, { box: b }: Painted, gap: number): boolean {
  const across = Math.max(a[0], b[0]) - Math.min(a[0] + a[2], b[0] + b[2]);
  const down = Math.max(a[1], b[1]) - Math.min(a[1] + a[3], b[1] + b[3]);
  return across <= gap && down <= gap;
}

/** Whether nothing else is painted between the pieces where they are. */
function isFree(group: readonly number[], items: readonly Painted[]): boolean {
  const [first, last] = [required(group[0]), required(group[group.length - 1])];
  const own = new Set(group);
  const whole: Painted = { type: 'art', box: around(group.map((index) => required(items[index]).box)) };
  return items
    .slice(first, last)
    .every((painted, index) => own.has(first + index) || !areNear(painted, whole, -OVERLAP));
}
