import { required } from '../../data/required.js';
import { area, around } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';
import { cutColumns, gaps, TOUCH } from './strips.js';

/** Cells of a grid may differ by this much in width and place, px. */
const CELL_SLACK = 4;

/**
 * Strips that all hold the same row of like things are the rows of a grid; its cells in reading order. A row of the
 * grid may be several strips (picture, title, text) that come again in the same order.
 */
export function cellsOf(strips: readonly Piece[][]): Piece[][] | undefined {
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
  if (columns < 2 || cutColumns(strips.flat()).length !== columns || areLines(rows)) return undefined;
  for (let period = 1; period <= strips.length / 2; period += 1) {
    if (strips.length % period !== 0) continue;
    const repeats = signs.every(
      (sign, index) =>
        sign.every((text, at) => text === signs[index % period]?.[at]) &&
        (sign.length === columns || index >= strips.length - period),
    );
    const plain = period === 1 && signs.every((sign) => sign.every((text) => text === signs[0]?.[0]));
    if (!repeats || (period === 1 && !plain) || !alignedBy(rows, period)) continue;
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
export function cellsByGaps(strips: readonly Piece[][]): Piece[][] | undefined {
  const between = gaps(strips, 1);
  const steps = [...between].sort((a, b) => a - b);
  /* The clearest jump from the gaps inside of cells to those between rows. */
  const ratio = (at: number): number => required(steps[at]) / Math.max(1, steps[at - 1] ?? 0);
  const jumps = steps.flatMap((step, at) => (at > 0 && ratio(at) >= ROW_GAP && step > TOUCH ? [at] : []));
  const jump = jumps.reduce((most, at) => (most < 0 || ratio(at) > ratio(most) ? at : most), -1);
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

/**
 * Strips in which some that follow each other are the rows of one grid: those put together, the others as they are; undefined
 * if there are none. A title above a grid, or a line below it, is no part of its cells.
 */
export function gridAmong(strips: readonly Piece[][]): Piece[][] | undefined {
  const found: Piece[][] = [];
  for (let from = 0; from < strips.length;) {
    const rows = plainRows(strips.slice(from));
    found.push(strips.slice(from, from + rows).flat());
    from += rows;
  }
  return found.length > 1 && found.length < strips.length ? found : undefined;
}

/** How many strips at the start are rows of equal boxes or images, in the same columns; the last may be shorter. At least 1. */
function plainRows(strips: readonly Piece[][]): number {
  const [first = [], ...rest] = strips;
  const top = cutColumns(first);
  const sample = first[0];
  if (top.length < 2 || !sample) return 1;
  const isCell = (cell: readonly Piece[]): boolean => {
    const [only, more] = cell;
    return (
      more === undefined &&
      (only?.type === 'box' || only?.type === 'picture') &&
      only.type === sample.type &&
      Math.abs(only.box[2] - sample.box[2]) <= CELL_SLACK
    );
  };
  let rows = 1;
  if (!top.every(isCell)) return rows;
  for (const strip of rest) {
    const cells = cutColumns(strip);
    if (cells.length > top.length || !cells.every(isCell) || !aligned([top, cells])) break;
    rows += 1;
    if (cells.length < top.length) break;
  }
  return rows;
}

function signOf(piece: Piece): string {
  return piece.type === 'text' ? `text ${piece.text.look.size} ${piece.text.look.weight}` : piece.type;
}

/** Whether each row stands in line with the row of the same sort before it: an icon may begin elsewhere than the text below. */
function alignedBy(rows: readonly Piece[][][], period: number): boolean {
  return rows.slice(0, period).every((_, phase) => aligned(rows.filter((__, at) => at % period === phase)));
}

/** Lines so much closer to each other than columns are read down the columns. */
const COLUMN_TIMES = 2;
const LINES = 3;

/** Whether cells are brief lines that stand close below each other and far from those beside: columns rather than a grid. */
function areLines(rows: readonly Piece[][][]): boolean {
  const cells = rows.flat();
  const isLine = (cell: readonly Piece[]): boolean => {
    const [first, more] = cell;
    return first?.type === 'text' && !more && first.text.lines.length === 1;
  };
  const strips = rows.map((row) => row.flat());
  return (
    rows.length >= LINES &&
    cells.every(isLine) &&
    Math.min(...gaps(cutColumns(strips.flat()), 0)) > COLUMN_TIMES * Math.max(0, ...gaps(strips, 1))
  );
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
