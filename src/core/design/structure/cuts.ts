import { required } from '../../data/required.js';
import { area, around, bottom, right } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';

/** Boxes may overlap by this much and still lie beside each other, px. */
export const TOUCH = 3;
/** A gutter narrower than this does not part columns, px. */
const NARROWEST_GUTTER = 6;

/** A way to cut things apart. */
export interface Cut {
  readonly direction: 'stack' | 'row';
  readonly groups: readonly Piece[][];
  readonly reason: string;
}

/** The ways in which things can be cut apart, the best for this artboard first. */
export function cutsOf(pieces: readonly Piece[]): Cut[] {
  const strips = cutRows(pieces);
  const columns = cutColumns(pieces);
  const isGrid = columns.length > 1 && strips.length > 1;
  const cells = isGrid ? (cellsOf(strips) ?? cellsByGaps(strips)) : undefined;
  const asRow = columns.length > 1 ? [...besideGrid(columns), rowCut(columns)] : [];
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
            reason: `${cells.length} similar elements in rows of ${columns.length}`,
          },
        ]
      : []),
    ...(rowFirst ? [...asRow, ...asStack] : [...asStack, ...asRow]),
  ];
}

export function rowCut(groups: readonly Piece[][]): Cut {
  const reason = `${groups.length} columns, gutter ${Math.round(widestGap(groups, 0))} px`;
  return { direction: 'row', groups, reason };
}

export function stackCut(groups: readonly Piece[][]): Cut {
  const reason = `${groups.length} rows, widest gap ${Math.round(widestGap(groups, 1))} px`;
  return { direction: 'stack', groups, reason };
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
  if (first && endsInSign(first, columns)) return false;
  return widestGap(columns, 0) >= widestGap(strips, 1);
}

/** Largest sign at the end of a line, px. */
const SIGN = 32;

/** Whether the last column is a small sign far away in the first line: it opens or closes what is below, and belongs to that line. */
function endsInSign(first: readonly Piece[], columns: readonly Piece[][]): boolean {
  const [sign, ...more] = columns.at(-1) ?? [];
  if (!sign || more.length || Math.max(sign.box[2], sign.box[3]) > SIGN || !first.includes(sign)) return false;
  const line = around(first.filter((piece) => piece !== sign).map(({ box }) => box));
  const off = Math.abs(line[1] + line[3] / 2 - sign.box[1] - sign.box[3] / 2);
  return first.length > 1 && off <= line[3] / 4 && sign.box[0] - right(line) > 2 * SIGN;
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
        sign.every((text, at) => text === signs[index % period]?.[at]) &&
        (sign.length === columns || index >= strips.length - period),
    );
    const plain = period === 1 && signs.every((sign) => sign.every((text) => text === signs[0]?.[0]));
    if (!repeats || (period === 1 && !plain)) continue;
    const cells: Piece[][] = [];
    for (let row = 0; row < strips.length; row += period) {
      for (let column = 0; column < columns; column += 1) {
        const cell = rows.slice(row, row + period).flatMap((row) => row[column] ?? []);
        if (cell.length) cells.push(cell);
      }
    }
    return cells;
  }
  return undefined;
}

/** The gap between the rows of a grid is so many times as wide as those inside of its cells. */
const ROW_GAP = 1.5;

/**
 * Cells of a grid that differ by an element more or less: strips between which the gap is clearly wider are its rows, each
 * cut into columns that begin where those of the first do. The largest thing of each cell is of one sort.
 */
function cellsByGaps(strips: readonly Piece[][]): Piece[][] | undefined {
  const between = gaps(strips, 1);
  const steps = [...between].sort((a, b) => a - b);
  const jump = steps.findIndex(
    (step, at) => at > 0 && step >= ROW_GAP * Math.max(1, steps[at - 1] ?? 0) && step > TOUCH,
  );
  /* Each row has more than one strip, or it would have been a grid of plain rows. */
  if (jump < 1) return undefined;
  const least = required(steps[jump]);
  const rows: Piece[][] = [];
  strips.forEach((strip, at) => {
    if (at > 0 && required(between[at - 1]) < least) required(rows.at(-1)).push(...strip);
    else rows.push([...strip]);
  });
  const cells = rows.map((row) => cutColumns(row));
  const columns = required(cells[0]).length;
  const full = cells.every((row, at) => row.length === columns || (at === cells.length - 1 && row.length < columns));
  if (rows.length < 2 || columns < 2 || !full || !aligned(cells)) return undefined;
  const largest = cells
    .flat()
    .map((cell) => cell.reduce((most, piece) => (area(piece.box) > area(most.box) ? piece : most)));
  const [first] = largest;
  const alike = largest.every(({ type, box }) => type === first?.type && Math.abs(box[2] - first.box[2]) <= CELL_SLACK);
  return alike && first?.type !== 'text' ? cells.flat() : undefined;
}

/** A column beside a grid, such as what narrows down what is in it: the grid is one thing. */
function besideGrid(columns: readonly Piece[][]): Cut[] {
  if (columns.length < 3) return [];
  const [first, ...after] = columns as [Piece[], ...Piece[][]];
  const [last, before] = [required(columns.at(-1)), columns.slice(0, -1)];
  const isGrid = (rest: readonly Piece[][]): boolean => cellsByGaps(cutRows(rest.flat())) !== undefined;
  if (isGrid(columns)) return [];
  if (isGrid(after)) return [rowCut([first, after.flat()])];
  return isGrid(before) ? [rowCut([before.flat(), last])] : [];
}

function signOf(piece: Piece): string {
  return piece.type === 'text' ? `text ${piece.text.look.size} ${piece.text.look.weight}` : piece.type;
}

function aligned(rows: readonly Piece[][][]): boolean {
  const starts = required(rows[0]).map((cell) => around(cell.map(({ box }) => box)));
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

export function cutRows(pieces: readonly Piece[]): Piece[][] {
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
function widestGap(groups: readonly Piece[][], axis: 0 | 1): number {
  return Math.max(0, ...gaps(groups, axis));
}

function gaps(groups: readonly Piece[][], axis: 0 | 1): number[] {
  const boxes = groups.map((group) => around(group.map(({ box }) => box)));
  return boxes
    .slice(1)
    .map((box, index) => box[axis] - (required(boxes[index])[axis] + required(boxes[index])[axis === 0 ? 2 : 3]));
}

/** Gaps in one column may differ by this much and still be one rhythm, px. */
const RHYTHM = 2;

/** What stands so close below a column goes with it, px. */
const CLOSE_BELOW = 16;

/** Whether a strip goes on in one of several columns where that left off: at its edge, and in its rhythm. */
function goesOn(run: readonly Piece[], strip: readonly Piece[]): boolean {
  const columns = cutColumns(run);
  const box = around(strip.map((piece) => piece.box));
  if (columns.length < 2 || cutColumns([...run, ...strip]).length !== columns.length) return false;
  const column = columns.find((column) => Math.abs(around(column.map((piece) => piece.box))[0] - box[0]) <= RHYTHM);
  if (!column) return false;
  const rows = cutRows(column);
  const last = required(rows.at(-1));
  const gap = box[1] - bottom(around(last.map((piece) => piece.box)));
  return gap <= Math.max(CLOSE_BELOW, rows.length > 1 ? widestGap(rows, 1) + RHYTHM : 0);
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
    const close = index === 0 || required(between[index - 1]) < widestGap(columns, 0);
    const counts = [cutColumns(run).length, cutColumns(strip).length];
    const parted = Math.min(...counts) > 1 && columns.length >= Math.min(...counts);
    if (run.length && close && (parted || goesOn(run, strip))) run = both;
    else {
      if (run.length) joined.push(run);
      run = [...strip];
    }
  });
  if (run.length) joined.push(run);
  return joined.length > 1 ? joined : [...strips];
}
