import { required } from '../../data/required.js';
import { around, bottom, middle, right } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';
import { TOUCH } from './strips.js';

/** Fewest things of one size below each other that mark rows, and how much they may differ in size and place; px. */
const FEWEST = 3;
const SLACK = 3;
/** What belongs to a mark begins no farther above it than this, in heights of the mark. */
const ABOVE = 0.5;
/** A line through all marks is no thicker than this, px. */
const THICKEST = 6;
/** Steps from mark to mark may differ by this factor; it is texts of different lengths that make them uneven. */
const UNEVEN = 2.5;

/** Rows of things that stand beside equal marks, and the lines that join the marks. */
export interface MarkedRows {
  readonly rows: readonly Piece[][];
  readonly lines: readonly Piece[];
}

/**
 * Things of one size below each other (portraits, icons, dots of a timeline) with something beside each, on one side or on
 * alternating ones, are entries: what stands at the height of a mark belongs to it, whatever gaps there are between columns.
 * @param columns the same things, cut into columns
 */
export function markedRows(pieces: readonly Piece[], columns: readonly Piece[][]): MarkedRows | undefined {
  if (columns.length < 2) return undefined;
  for (const column of columns) {
    const lines = column.filter((piece) => isThrough(piece, column));
    const marks = column.filter((piece) => !lines.includes(piece)).sort((a, b) => a.box[1] - b.box[1]);
    if (!areMarks(marks)) continue;
    const rest = pieces.filter((piece) => !column.includes(piece));
    const rows = marks.map((mark) => [mark]);
    const fits = rest.every((piece) => {
      const at = marks.findLastIndex(({ box }) => piece.box[1] >= box[1] - ABOVE * box[3]);
      const next = marks[at + 1];
      if (at < 0 || (next && bottom(piece.box) > next.box[1] + TOUCH)) return false;
      required(rows[at]).push(piece);
      return true;
    });
    const isFull = rows.filter(({ length }) => length > 1).length >= Math.max(FEWEST, rows.length - 1);
    if (fits && isFull && areApart(rows)) return { rows, lines };
  }
  return undefined;
}

function areMarks(marks: readonly Piece[]): boolean {
  const [first] = marks;
  if (!first || marks.length < FEWEST || first.type === 'text') return false;
  const steps = marks.slice(1).map(({ box }, at) => box[1] - required(marks[at]).box[1]);
  const even = Math.max(...steps) <= UNEVEN * Math.min(...steps) && Math.min(...steps) > first.box[3];
  return (
    even &&
    marks.every(
      ({ type, box }) =>
        type === first.type &&
        [2, 3].every((side) => Math.abs(required(box[side]) - required(first.box[side])) <= SLACK) &&
        Math.abs(middle(box) - middle(first.box)) <= SLACK,
    )
  );
}

/** A thin line down the column that passes at least two other things. */
function isThrough({ box }: Piece, column: readonly Piece[]): boolean {
  const passed = column.filter(
    ({ box: other }) => other[1] < bottom(box) && bottom(other) > box[1] && other[2] > box[2],
  );
  return (
    box[2] <= THICKEST && box[3] > box[2] && passed.length > 1 && passed.every((piece) => right(piece.box) >= box[0])
  );
}

/** Whether no row reaches into the next. */
function areApart(rows: readonly Piece[][]): boolean {
  const boxes = rows.map((row) => around(row.map(({ box }) => box)));
  return boxes.slice(1).every((box, at) => box[1] >= bottom(required(boxes[at])) - TOUCH);
}
