import type { DrawnBox } from './drawn.js';
import { area, around, bottom, right, shared } from './geometry.js';
import type { Piece } from './pieces.js';

export type Direction = 'stack' | 'row';

/** A piece, or a group of parts that lie above or beside each other; `over` lies over the rest. */
export interface Part {
  readonly piece?: Piece;
  readonly direction: Direction;
  readonly parts: Part[];
  readonly over: Part[];
  readonly box: DrawnBox;
  /** A section across the page without a box of its own. */
  readonly band?: true;
  /** Why it became what it is, in words. */
  readonly reason: string;
}

/** Boxes may overlap by this much and still lie beside each other, px. */
const TOUCH = 3;
/** A gutter narrower than this does not part columns, px. */
const NARROWEST_GUTTER = 6;

/** Where a piece lies on another artboard of the page; undefined if it is not there. */
export type Elsewhere = (piece: Piece) => DrawnBox | undefined;

/**
 * Finds rows and columns among things that lie side by side: recursive cuts along clear gaps. Of the ways to cut that
 * one artboard leaves open, the one is taken that keeps things apart on the others too.
 */
export function arrange(pieces: readonly Piece[], others: readonly Elsewhere[] = []): Part {
  return group(pieces, pieces.length === 0 ? [0, 0, 0, 0] : around(pieces.map(({ box }) => box)), others);
}

function leaf(piece: Piece, others: readonly Elsewhere[]): Part {
  if (piece.inside.length === 0)
    return { piece, direction: 'stack', parts: [], over: [], box: piece.box, reason: 'a thing by itself' };
  const inner = arrange(piece.inside, others);
  const only = !inner.piece ? inner : { ...inner, direction: 'stack' as const, parts: [inner], over: [] };
  return {
    piece,
    direction: only.direction,
    parts: only.parts,
    over: only.over,
    box: piece.box,
    reason: `holds ${piece.inside.length} things; inside: ${only.reason}`,
  };
}

/** A way to cut things apart. */
interface Cut {
  readonly direction: Direction;
  readonly groups: readonly Piece[][];
  readonly reason: string;
}

function group(pieces: readonly Piece[], box: DrawnBox, others: readonly Elsewhere[]): Part {
  if (pieces.length === 1) return leaf(pieces[0] as Piece, others);
  const cuts = cutsOf(pieces);
  const first = cuts[0];
  if (!first) return layered(pieces, box, others);
  const fitting = cuts.find(({ groups }) => apartOn(groups, others));
  const chosen = fitting ?? coarser(first, others) ?? first;
  const instead = chosen === first ? '' : `; ${first.reason} would cross on another artboard`;
  return {
    direction: chosen.direction,
    parts: chosen.groups.map((one) => group(one, around(one.map((piece) => piece.box)), others)),
    over: [],
    box,
    reason: `${chosen.reason}${instead}`,
  };
}

/** The ways in which things can be cut apart, the best for this artboard first. */
function cutsOf(pieces: readonly Piece[]): Cut[] {
  const strips = cutRows(pieces);
  const columns = cutColumns(pieces);
  const cells = columns.length > 1 && strips.length > 1 ? cellsOf(strips) : undefined;
  const asRow = columns.length > 1 ? [rowCut(columns)] : [];
  const joined = strips.length > 1 ? joinStrips(strips) : [];
  const asStack = [
    ...(joined.length > 1 ? [stackCut(joined)] : []),
    ...(strips.length > 1 && joined.length !== strips.length ? [stackCut(strips)] : []),
  ];
  const rowFirst = columns.length > 1 && (strips.length <= 1 || areColumns(strips, columns));
  return [
    ...(cells
      ? [
          {
            direction: 'row' as const,
            groups: cells,
            reason: `${cells.length} like things in rows of ${columns.length}`,
          },
        ]
      : []),
    ...(rowFirst ? [...asRow, ...asStack] : [...asStack, ...asRow]),
  ];
}

function rowCut(groups: readonly Piece[][]): Cut {
  const reason = `${groups.length} columns, gutter ${Math.round(widestGap(groups, 0))} px`;
  return { direction: 'row', groups, reason };
}

function stackCut(groups: readonly Piece[][]): Cut {
  const reason = `${groups.length} rows, widest gap ${Math.round(widestGap(groups, 1))} px`;
  return { direction: 'stack', groups, reason };
}

/** Whether groups do not cross each other on the other artboards. */
function apartOn(groups: readonly Piece[][], others: readonly Elsewhere[]): boolean {
  return others.every((at) => crossings(groups, at).length === 0);
}

/** Pairs of groups (by index) that cross each other on an artboard. */
function crossings(groups: readonly Piece[][], at: Elsewhere): [number, number][] {
  const boxes = groups.map((one) => {
    const there = one.map(at).filter((box) => box !== undefined);
    return there.length ? around(there) : undefined;
  });
  const found: [number, number][] = [];
  boxes.forEach((one, i) => {
    boxes.slice(0, i).forEach((other, j) => {
      if (one && other && crosses(one, other)) found.push([j, i]);
    });
  });
  return found;
}

function crosses(a: DrawnBox, b: DrawnBox): boolean {
  const wide = Math.min(right(a), right(b)) - Math.max(a[0], b[0]);
  const high = Math.min(bottom(a), bottom(b)) - Math.max(a[1], b[1]);
  return wide > TOUCH && high > 2 * TOUCH;
}

/** The same cut with those groups joined that cross elsewhere; undefined if nothing is left of it. */
function coarser(cut: Cut, others: readonly Elsewhere[]): Cut | undefined {
  let groups = [...cut.groups];
  for (let crossed = true; crossed && groups.length > 1;) {
    const pair = others.flatMap((at) => crossings(groups, at))[0];
    crossed = pair !== undefined;
    if (!pair) continue;
    const [to, from] = pair;
    groups = groups.flatMap((one, index) =>
      index === from ? [] : index === to ? [[...one, ...(groups[from] as Piece[])]] : [one],
    );
  }
  if (groups.length < 2) return undefined;
  return cut.direction === 'row' ? rowCut(groups) : stackCut(groups);
}

/** A title this near the middle of what is below it (in shares of its width) is the title of all of it. */
const TITLE_SHARE = 0.04;

/** Whether things that can be cut both ways are columns rather than rows. */
function areColumns(strips: readonly Piece[][], columns: readonly Piece[][]): boolean {
  if (!strips.some((strip) => cutColumns(strip).length > 1)) return false;
  const [first, ...rest] = strips;
  if (first && rest.length && cutColumns(first).length === 1) {
    const title = around(first.map(({ box }) => box));
    const below = around(rest.flat().map(({ box }) => box));
    const off = Math.abs(title[0] + title[2] / 2 - below[0] - below[2] / 2);
    if (cutColumns(rest.flat()).length > 1 && off < TITLE_SHARE * below[2] && title[2] < below[2]) return false;
  }
  return widestGap(columns, 0) >= widestGap(strips, 1);
}

/** Cells of a grid may differ by this much in width and place, px. */
const CELL_SLACK = 4;

/**
 * Strips that all hold the same row of like things are the rows of a grid; its cells in reading order. A row of the
 * grid may be several strips (picture, title, text) that come again in the same order.
 */
function cellsOf(strips: readonly Piece[][]): Piece[][] | undefined {
  const rows = strips.map((strip) => cutColumns(strip));
  const signs = rows.map((row) =>
    row.map((cell) =>
      cell
        .map((piece) => signOf(piece))
        .sort()
        .join('+'),
    ),
  );
  const columns = Math.max(...rows.map((row) => row.length));
  if (columns < 2 || !aligned(rows)) return undefined;
  for (let period = 1; period <= strips.length / 2; period += 1) {
    if (strips.length % period !== 0) continue;
    const repeats = signs.every(
      (sign, index) =>
        sign.every((one, at) => one === signs[index % period]?.[at]) &&
        (sign.length === columns || index >= strips.length - period),
    );
    const plain = period === 1 && signs.every((sign) => sign.every((one) => one === signs[0]?.[0]));
    if (!repeats || (period === 1 && !plain)) continue;
    const cells: Piece[][] = [];
    for (let row = 0; row < strips.length; row += period) {
      for (let column = 0; column < columns; column += 1) {
        const cell = rows.slice(row, row + period).flatMap((one) => one[column] ?? []);
        if (cell.length) cells.push(cell);
      }
    }
    return cells;
  }
  return undefined;
}

function signOf(piece: Piece): string {
  return piece.type === 'text' ? `text ${piece.text.look.size} ${piece.text.look.weight}` : piece.type;
}

function aligned(rows: readonly Piece[][][]): boolean {
  const starts = (rows[0] as Piece[][]).map((cell) => around(cell.map(({ box }) => box)));
  return rows.every((row) =>
    row.every((cell, at) => {
      const box = around(cell.map((piece) => piece.box));
      const first = starts[at];
      return (
        first !== undefined &&
        (Math.abs(box[0] - first[0]) <= CELL_SLACK ||
          Math.abs(box[0] + box[2] / 2 - first[0] - first[2] / 2) <= CELL_SLACK)
      );
    }),
  );
}

/** What overlaps without being held is laid over the rest, the last painted first. */
function layered(pieces: readonly Piece[], box: DrawnBox, others: readonly Elsewhere[]): Part {
  const overlapping = pieces.filter((one) =>
    pieces.some((other) => other !== one && shared(one.box, other.box) > TOUCH * TOUCH),
  );
  const candidates = overlapping.length ? overlapping : pieces;
  const upper = [...candidates].sort((a, b) => area(a.box) - area(b.box) || b.order - a.order)[0] as Piece;
  const rest = pieces.filter((one) => one !== upper);
  const below = group(rest, box, others);
  const over = leaf(upper, others);
  if (!below.piece) return { ...below, over: [...below.over, over], box };
  return {
    direction: 'stack',
    parts: [below],
    over: [over],
    box,
    reason: 'things that overlap without a box around them',
  };
}

/** Vertical extent that counts for cuts: glyph boxes have air above and below. */
function tops(piece: Piece): [number, number] {
  const air = piece.type === 'text' ? piece.text.look.size * 0.15 : 0;
  return [piece.box[1] + air, bottom(piece.box) - air];
}

/** Boxes and pictures part where they touch; words need a gutter. */
function cutColumns(pieces: readonly Piece[]): Piece[][] {
  return cutAlong(
    pieces,
    (piece) => [piece.box[0], right(piece.box)],
    (a, b) => (isSolid(a) && isSolid(b) ? 1 : 2 - NARROWEST_GUTTER),
  );
}

function isSolid({ type }: Piece): boolean {
  return type === 'box' || type === 'picture';
}

function cutRows(pieces: readonly Piece[]): Piece[][] {
  return cutAlong(pieces, tops, () => TOUCH);
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
    if (farthest.every((one) => from >= extent(one)[1] - tolerance(one, piece))) groups.push([piece]);
    else (groups.at(-1) as Piece[]).push(piece);
    farthest = farthestOf([...farthest, piece], extent);
  }
  return groups;
}

/** Of each sort, the thing that reaches farthest. */
function farthestOf(pieces: readonly Piece[], extent: (piece: Piece) => [number, number]): Piece[] {
  return [true, false].flatMap((solid) => {
    const sort = pieces.filter((one) => isSolid(one) === solid);
    return sort.length ? [sort.reduce((most, one) => (extent(one)[1] > extent(most)[1] ? one : most))] : [];
  });
}

/** The widest gap between neighbouring groups along an axis (0: across, 1: down), px. */
function widestGap(groups: readonly Piece[][], axis: 0 | 1): number {
  return Math.max(0, ...gaps(groups, axis));
}

function gaps(groups: readonly Piece[][], axis: 0 | 1): number[] {
  const boxes = groups.map((one) => around(one.map(({ box }) => box)));
  return boxes
    .slice(1)
    .map(
      (box, index) => box[axis] - ((boxes[index] as DrawnBox)[axis] + (boxes[index] as DrawnBox)[axis === 0 ? 2 : 3]),
    );
}

/**
 * Neighbouring strips with the same gutters are one row of columns that happen to have gaps at the same height, as long
 * as they stand closer together than their columns. One column may end before the others.
 */
function joinStrips(strips: readonly Piece[][]): Piece[][] {
  const between = gaps(strips, 1);
  const joined: Piece[][] = [];
  let run: Piece[] = [];
  strips.forEach((strip, index) => {
    const both = [...run, ...strip];
    const columns = cutColumns(both);
    const close = index === 0 || (between[index - 1] as number) < widestGap(columns, 0);
    const counts = [cutColumns(run).length, cutColumns(strip).length];
    const parted = Math.min(...counts) > 1 && columns.length === Math.max(...counts);
    if (run.length && parted && close) run = both;
    else {
      if (run.length) joined.push(run);
      run = [...strip];
    }
  });
  if (run.length) joined.push(run);
  return joined.length > 1 ? joined : [...strips];
}
