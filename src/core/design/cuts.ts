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

/** Finds rows and columns among things that lie side by side: recursive cuts along clear gaps. */
export function arrange(pieces: readonly Piece[]): Part {
  return group(pieces, pieces.length === 0 ? [0, 0, 0, 0] : around(pieces.map(({ box }) => box)));
}

function leaf(piece: Piece): Part {
  if (piece.inside.length === 0)
    return { piece, direction: 'stack', parts: [], over: [], box: piece.box, reason: 'a thing by itself' };
  const inner = arrange(piece.inside);
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

function group(pieces: readonly Piece[], box: DrawnBox): Part {
  if (pieces.length === 1) return leaf(pieces[0] as Piece);
  const strips = cutRows(pieces);
  const columns = cutColumns(pieces);
  const cells = columns.length > 1 && strips.length > 1 ? cellsOf(strips) : undefined;
  if (cells)
    return {
      direction: 'row',
      parts: cells.map((one) => group(one, around(one.map((piece) => piece.box)))),
      over: [],
      box,
      reason: `${cells.length} like things in rows of ${columns.length}`,
    };
  if (columns.length > 1 && (strips.length <= 1 || areColumns(strips, columns))) return row(columns, box);
  if (strips.length > 1) return stack(joinStrips(strips), box);
  if (columns.length > 1) return row(columns, box);
  return layered(pieces, box);
}

function row(columns: readonly Piece[][], box: DrawnBox): Part {
  return {
    direction: 'row',
    parts: columns.map((one) => group(one, around(one.map((piece) => piece.box)))),
    over: [],
    box,
    reason: `${columns.length} columns, gutter ${Math.round(widestGap(columns, 0))} px`,
  };
}

function stack(strips: readonly Piece[][], box: DrawnBox): Part {
  return {
    direction: 'stack',
    parts: strips.map((one) => group(one, around(one.map((piece) => piece.box)))),
    over: [],
    box,
    reason: `${strips.length} rows, widest gap ${Math.round(widestGap(strips, 1))} px`,
  };
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
function layered(pieces: readonly Piece[], box: DrawnBox): Part {
  const overlapping = pieces.filter((one) =>
    pieces.some((other) => other !== one && shared(one.box, other.box) > TOUCH * TOUCH),
  );
  const candidates = overlapping.length ? overlapping : pieces;
  const upper = [...candidates].sort((a, b) => area(a.box) - area(b.box) || b.order - a.order)[0] as Piece;
  const rest = pieces.filter((one) => one !== upper);
  const below = group(rest, box);
  const over = leaf(upper);
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

function cutRows(pieces: readonly Piece[]): Piece[][] {
  return cutAlong(pieces, tops, TOUCH);
}

function cutColumns(pieces: readonly Piece[]): Piece[][] {
  return cutAlong(pieces, (piece) => [piece.box[0], right(piece.box)], -NARROWEST_GUTTER + 2);
}

function cutAlong(pieces: readonly Piece[], extent: (piece: Piece) => [number, number], tolerance: number): Piece[][] {
  const sorted = [...pieces].sort((a, b) => extent(a)[0] - extent(b)[0] || a.order - b.order);
  const groups: Piece[][] = [];
  let end = -Infinity;
  for (const piece of sorted) {
    const [from, to] = extent(piece);
    if (groups.length === 0 || from >= end - tolerance) groups.push([piece]);
    else (groups.at(-1) as Piece[]).push(piece);
    end = Math.max(end, to);
  }
  return groups;
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
 * as they stand closer together than their columns.
 */
function joinStrips(strips: readonly Piece[][]): Piece[][] {
  const between = gaps(strips, 1);
  const joined: Piece[][] = [];
  let run: Piece[] = [];
  strips.forEach((strip, index) => {
    const both = [...run, ...strip];
    const columns = cutColumns(both);
    const close = index === 0 || (between[index - 1] as number) < widestGap(columns, 0);
    const parted =
      columns.length > 1 && cutColumns(strip).length === columns.length && cutColumns(run).length === columns.length;
    if (run.length && parted && close) run = both;
    else {
      if (run.length) joined.push(run);
      run = [...strip];
    }
  });
  if (run.length) joined.push(run);
  return joined.length > 1 ? joined : [...strips];
}
