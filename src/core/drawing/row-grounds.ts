import { required } from '../data/required.js';
import { bottom } from '../geometry/box.js';
import type { DrawnBox, DrawnItem, DrawnShape } from './drawing.js';
import type { RowPlace } from './table-rows.js';

/** Rows of tables that stand on grounds of their own: on each row, or on every other one. */

/** So much may grounds of one table differ in place and size, px. */
const SLACK = 2;
/** Rows with grounds stand no farther apart, px; a row between two grounds may be higher or lower than they by this share. */
const GAP = 6;
const UNEVEN = 0.35;
/** Fewest grounds, and highest, px; a ground is so much wider than it is high. */
const FEWEST = 2;
const HIGHEST = 120;
const FLAT = 4;
/** A ground takes this share of its row both ways. */
const WHOLE = 0.9;

/** Whether something is what a row stands on. */
export function isGround(item: DrawnItem, row: DrawnBox): boolean {
  return item.type === 'box' && isFilled(item) && item.box[2] >= WHOLE * row[2] && item.box[3] >= WHOLE * row[3];
}

function isFilled({ look }: DrawnShape): boolean {
  return look['background-color'] !== undefined && !look['box-shadow'] && !look['border-radius'];
}

/** Where rows may be that stand on equal grounds below each other, in runs. */
export function rowGrounds(items: readonly DrawnItem[]): RowPlace[][] {
  const grounds = items
    .filter((item): item is DrawnShape => item.type === 'box' && isFilled(item))
    .filter(({ box }) => box[3] <= HIGHEST && box[2] >= FLAT * box[3])
    .sort((a, b) => a.box[1] - b.box[1] || a.order - b.order);
  const groups: DrawnShape[][] = [];
  for (const ground of grounds) {
    const group = groups.find(([first]) => first && isLike(first.box, ground.box));
    if (group) group.push(ground);
    else groups.push([ground]);
  }
  return groups.flatMap(runsOf).map(placesOn);
}

function isLike(a: DrawnBox, b: DrawnBox): boolean {
  return [0, 2].every((side) => Math.abs(required(a[side]) - required(b[side])) <= SLACK);
}

/** Grounds that follow each other at once, or with room for one row between them. */
function runsOf(group: readonly DrawnShape[]): DrawnShape[][] {
  const runs: DrawnShape[][] = [];
  for (const ground of group) {
    const before = runs.at(-1)?.at(-1);
    if (before && (isNext(before, ground) || isSecond(before, ground))) required(runs.at(-1)).push(ground);
    else runs.push([ground]);
  }
  return runs.filter(({ length }) => length >= FEWEST);
}

function isNext({ box: a }: DrawnShape, { box: b }: DrawnShape): boolean {
  const gap = b[1] - bottom(a);
  return gap >= -SLACK && gap <= GAP;
}

function isSecond({ box: a }: DrawnShape, { box: b }: DrawnShape): boolean {
  const gap = b[1] - bottom(a);
  return Math.abs(gap - a[3]) <= UNEVEN * a[3];
}

/** The rows on grounds and between them, and one after the last where every other row has one. */
function placesOn(run: readonly DrawnShape[]): RowPlace[] {
  return run.flatMap((ground, at): RowPlace[] => {
    const [x, y, width, height] = ground.box;
    const next = run[at + 1];
    const own: RowPlace = { box: [x, y, width, height], ground };
    if (next && isNext(ground, next)) return [own];
    const isAlternating = next !== undefined || isSecond(required(run[at - 1]), ground);
    const end = next?.box[1] ?? y + 2 * height;
    return isAlternating ? [own, { box: [x, y + height, width, end - y - height] }] : [own];
  });
}
