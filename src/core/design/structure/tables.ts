import { required } from '../../data/required.js';
import { around } from '../../geometry/box.js';
import type { Paragraph } from '../model/paragraph.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { textsIn } from './brief.js';

/** Where the columns begin of a row of a table; undefined for what is none. */
export function columnsOf(piece: Piece | undefined): readonly number[] | undefined {
  return piece?.type === 'box' ? piece.shape.columns : undefined;
}

/** The cells of a row: what stands from where each column begins to where the next does. Empty cells are left out. */
export function cellsIn(pieces: readonly Piece[], columns: readonly number[]): Piece[][] {
  const cells = columns.map((): Piece[] => []);
  for (const piece of pieces) cells[columnAt(startOfPiece(piece), columns)]?.push(piece);
  return cells.filter(({ length }) => length > 0);
}

/** Number of the column in which something begins, px. */
function columnAt(start: number, columns: readonly number[]): number {
  return Math.max(
    0,
    columns.findLastIndex((from) => start >= from - SLACK),
  );
}

/** Where what a cell shows begins, px: columns are told by that, and a box around it may begin before. */
function startOfPiece({ box, inside }: Piece): number {
  return inside.length ? Math.min(...inside.map((inner) => inner.box[0])) : box[0];
}

function startOfCell({ piece, box }: Part): number {
  return piece ? startOfPiece(piece) : box[0];
}

/** Things may begin so far before their column, px. */
const SLACK = 2;

/** Fewest rows of a table. */
const FEWEST = 2;

/** Rows of one table that follow each other, with the heads of their columns, as parts of their own. */
export function withTables(part: Part): Part {
  const parts = part.parts.map(withTables);
  const over = part.over.map(withTables);
  if (part.direction !== 'stack') return { ...part, parts, over };
  const result: Part[] = [];
  for (let at = 0; at < parts.length;) {
    const rows = rowsAt(parts, at);
    if (rows.length < FEWEST) {
      result.push(required(parts[at]));
      at += 1;
      continue;
    }
    const head = headFor(required(rows[0]), result.at(-1));
    if (head) result.pop();
    const all = head ? [head, ...rows] : rows;
    result.push({
      direction: 'stack',
      parts: all,
      over: [],
      box: around(all.map(({ box }) => box)),
      table: head || beginsWithHeads(rows) ? 'headed' : 'plain',
      reason: `a table of ${rows.length} rows`,
    });
    at += rows.length;
  }
  const [only] = result;
  /* A group of nothing but a table is that table. */
  if (!part.piece && only?.table && result.length === 1) return { ...part, ...only, over, box: part.box };
  return { ...part, parts: result, over };
}

function rowsAt(parts: readonly Part[], from: number): Part[] {
  const columns = columnsOf(parts[from]?.piece);
  if (!columns) return [];
  const rows: Part[] = [];
  for (const part of parts.slice(from)) {
    if (columnsOf(part.piece)?.join() !== columns.join()) break;
    rows.push(part);
  }
  return rows;
}

/** The row of texts right above a table, each at the head of another column. */
function headFor(row: Part, above: Part | undefined): Part | undefined {
  const columns = columnsOf(row.piece) ?? [];
  if (!above || above.piece || above.over.length || above.direction !== 'row' || above.parts.length < FEWEST)
    return undefined;
  const places = above.parts.map((part) => columnAt(startOfCell(part), columns));
  const isHead =
    above.parts.every(({ piece }) => piece?.type === 'text') &&
    places.every((place, at) => at === 0 || place > required(places[at - 1]));
  return isHead && above.parts.length <= columns.length ? above : undefined;
}

/** Fewest rows of a table to tell its heads by their look. */
const ROWS = 3;

/** Whether the first row is set otherwise than the others; the last may say the same once more. */
function beginsWithHeads(rows: readonly Part[]): boolean {
  const [first, ...rest] = rows.map(({ piece }) => (piece ? textsIn(piece) : []).map(({ text }) => lookOf(text)));
  const looks = new Set(rest.slice(0, Math.max(1, rest.length - 1)).flat());
  return rows.length >= ROWS && first !== undefined && first.length > 0 && !first.some((look) => looks.has(look));
}

function lookOf({ look: { size, weight, color, style } }: Paragraph): string {
  return [size, weight, color, style].join(' ');
}

/** Numbers of the columns in which the cells of a row stand, for the rows of a table. */
export function placesOf(row: Part, columns: readonly number[]): number[] {
  return row.parts.map((part) => columnAt(startOfCell(part), columns));
}
