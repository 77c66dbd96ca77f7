import { required } from '../../data/required.js';
import { around, bottom, right } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';

/* How things fall apart along one axis: into strips below each other, or columns beside each other. */

/** Boxes may overlap by this much and still lie beside each other, px. */
export const TOUCH = 3;
/** A gutter narrower than this does not part columns, px. */
const NARROWEST_GUTTER = 6;

/** Vertical extent that counts for cuts: glyph boxes have air above and below. */
function tops(piece: Piece): [number, number] {
  const air = piece.type === 'text' ? piece.text.look.size * 0.15 : 0;
  return [piece.box[1] + air, bottom(piece.box) - air];
}

/** Boxes and pictures part where they touch; words need a gutter. */
export function cutColumns(pieces: readonly Piece[]): Piece[][] {
  return cutAlong(
    pieces,
    (piece) => [piece.box[0], right(piece.box)],
    (a, b) => (isSolid(a) && isSolid(b) ? TOUCH : 2 - NARROWEST_GUTTER),
  );
}

function isSolid({ type }: Piece): boolean {
  return type === 'box' || type === 'picture';
}

export function cutRows(pieces: readonly Piece[]): Piece[][] {
  /* Two thin lines at one height do not lie below each other. */
  return cutAlong(pieces, tops, ({ box: a }, { box: b }) => Math.min(TOUCH, Math.min(a[3], b[3]) / 2));
}

/** Cuts where no thing reaches over; two things may overlap by what `tolerance` says, px. */
function cutAlong(
  pieces: readonly Piece[],
  extent: (piece: Piece) => [number, number],
  tolerance: (a: Piece, b: Piece) => number,
): Piece[][] {
  const sorted = [...pieces].sort((a, b) => extent(a)[0] - extent(b)[0] || a.order - b.order);
  const groups: Piece[][] = [];
  let farthest: Piece[] = [];
  for (const piece of sorted) {
    const [from] = extent(piece);
    if (farthest.every((entry) => from >= extent(entry)[1] - tolerance(entry, piece))) groups.push([piece]);
    else required(groups.at(-1)).push(piece);
    farthest = farthestOf([...farthest, piece], extent);
  }
  return groups;
}

/** Of each sort, the thing that reaches farthest. */
function farthestOf(pieces: readonly Piece[], extent: (piece: Piece) => [number, number]): Piece[] {
  return [true, false].flatMap((solid) => {
    const sort = pieces.filter((piece) => isSolid(piece) === solid);
    return sort.length ? [sort.reduce((most, piece) => (extent(piece)[1] > extent(most)[1] ? piece : most))] : [];
  });
}

/** The widest gap between neighbouring groups along an axis (0: across, 1: down), px. */
export function widestGap(groups: readonly Piece[][], axis: 0 | 1): number {
  return Math.max(0, ...gaps(groups, axis));
}

export function gaps(groups: readonly Piece[][], axis: 0 | 1): number[] {
  const boxes = groups.map((group) => around(group.map(({ box }) => box)));
  return boxes
    .slice(1)
    .map((box, index) => box[axis] - (required(boxes[index])[axis] + required(boxes[index])[axis === 0 ? 2 : 3]));
}

/** Gaps in one column may differ by this much and still be one rhythm, px. */
const RHYTHM = 2;

/** What stands so close below a column goes with it, px. */
const CLOSE_BELOW = 16;

/** What stands below another column than the first goes with it up to this far, px, if what is next below is so many times as far. */
const NEAR_BELOW = 48;
const NEARER = 1.5;

/** Whether a strip goes on in one of several columns where that left off: at its edge, and in its rhythm. */
function goesOn(run: readonly Piece[], strip: readonly Piece[], next: readonly Piece[] | undefined): boolean {
  const columns = cutColumns(run);
  const box = around(strip.map((piece) => piece.box));
  if (columns.length < 2 || cutColumns([...run, ...strip]).length !== columns.length) return false;
  const column = columns.find((column) => Math.abs(around(column.map((piece) => piece.box))[0] - box[0]) <= RHYTHM);
  if (!column) return false;
  const rows = cutRows(column);
  const last = required(rows.at(-1));
  const gap = box[1] - bottom(around(last.map((piece) => piece.box)));
  const below = next ? around(next.map((piece) => piece.box))[1] - bottom(box) : Infinity;
  const isNearer = column !== columns[0] && gap <= NEAR_BELOW && gap * NEARER <= below;
  return isNearer || gap <= Math.max(CLOSE_BELOW, rows.length > 1 ? widestGap(rows, 1) + RHYTHM : 0);
}

/** Fewest strips that go on in one column alone to be sure that it is one. */
const ALONE = 2;

/**
 * How many strips go on in one column of a run and leave the others empty, to the end or to the next box across the page: a
 * column that is longer than its neighbours, such as an article beside the name of its author. What comes after them must
 * not reach over the gutters, or they would be its heading.
 */
function goOnAlone(run: readonly Piece[], after: readonly Piece[][]): number {
  const columns = cutColumns(run);
  const all = around(run.map(({ box }) => box));
  const isAcross = (strip: readonly Piece[]): boolean =>
    strip.some((piece) => isSolid(piece) && piece.box[0] <= all[0] && right(piece.box) >= right(all));
  const end = after.findIndex(isAcross);
  const tail = after.slice(0, end < 0 ? undefined : end);
  const [first] = tail;
  if (columns.length < 2 || !first || tail.length < ALONE) return 0;
  const left = around(first.map(({ box }) => box))[0];
  const column = columns.findIndex((pieces) => Math.abs(around(pieces.map(({ box }) => box))[0] - left) <= RHYTHM);
  const next = columns[column + 1];
  const limit = next ? around(next.map(({ box }) => box))[0] - NARROWEST_GUTTER : Infinity;
  const gutter = widestGap(columns, 0);
  const isIn = (strip: readonly Piece[], at: number): boolean => {
    const box = around(strip.map((piece) => piece.box));
    const before = around((tail[at - 1] ?? run).map((piece) => piece.box));
    return box[0] >= left - RHYTHM && right(box) <= limit && box[1] - bottom(before) < gutter;
  };
  return column >= 0 && tail.every(isIn) && tail.filter((strip) => isAtEdge(strip, left)).length >= ALONE
    ? tail.length
    : 0;
}

function isAtEdge(strip: readonly Piece[], left: number): boolean {
  return Math.abs(around(strip.map(({ box }) => box))[0] - left) <= RHYTHM;
}

/**
 * Neighbouring strips with the same gutters are one row of columns that happen to have gaps at the same height, as long
 * as they stand closer together than their columns. One column may end before the others.
 */
export function joinStrips(strips: readonly Piece[][]): Piece[][] {
  const between = gaps(strips, 1);
  const joined: Piece[][] = [];
  let run: Piece[] = [];
  let alone = 0;
  strips.forEach((strip, index) => {
    if (run.length && alone === 0) alone = goOnAlone(run, strips.slice(index));
    if (alone > 0) {
      run = [...run, ...strip];
      alone -= 1;
      return;
    }
    const both = [...run, ...strip];
    const columns = cutColumns(both);
    const close = index === 0 || required(between[index - 1]) < widestGap(columns, 0);
    const counts = [cutColumns(run).length, cutColumns(strip).length];
    const parted = Math.min(...counts) > 1 && columns.length >= Math.min(...counts);
    if (run.length && close && (parted || goesOn(run, strip, strips[index + 1]))) run = both;
    else {
      if (run.length) joined.push(run);
      run = [...strip];
    }
  });
  if (run.length) joined.push(run);
  return joined.length > 1 ? joined : [...strips];
}
