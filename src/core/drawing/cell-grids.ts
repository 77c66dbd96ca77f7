import { required } from '../data/required.js';
import { around, bottom, holds, right } from '../geometry/box.js';
import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnShape } from './drawing.js';
import { isLine } from './side-borders.js';

/**
 * Tables whose cells were drawn as boxes: boxes that touch each other in rows, and rows that touch each other and part at
 * the same places. The rows are found as boxes, with the cells in them; cells that look alike become the ground of the row.
 */

/** Edges that meet are no farther apart than this, px: borders of neighbours lie on each other. */
const MEET = 2.5;
/** Smallest cell and highest row, px. */
const NARROWEST = 16;
const LOWEST = 16;
const HIGHEST = 320;
/** Fewest rows and columns, and the share of the cells with words in them. */
const ROWS = 3;
const COLUMNS = 2;
const WORDS = 0.5;

/** The artboard with the rows of such tables as boxes. */
export function withCellGrids(artboard: DrawnArtboard): DrawnArtboard {
  const rows = tablesOf(rowsOf(artboard.items))
    .filter((table) => holdsWords(table, artboard.items))
    .flatMap(rowShapes);
  if (rows.length === 0) return artboard;
  const gone = new Set<DrawnItem>(rows.flatMap(({ replaced }) => replaced));
  const items = [...artboard.items.filter((item) => !gone.has(item)), ...rows.map(({ shape }) => shape)];
  return { ...artboard, items: items.sort((a, b) => a.order - b.order) };
}

/** Cells side by side, from the left. */
type Row = readonly DrawnShape[];

function isCell(item: DrawnItem): item is DrawnShape {
  if (item.type !== 'box' || isLine(item)) return false;
  const { look, box } = item;
  const isPlain = !look['box-shadow'] && !look['border-radius'] && !look['background-image'];
  return isPlain && box[2] >= NARROWEST && box[3] >= LOWEST && box[3] <= HIGHEST;
}

/** Boxes of one height, at one height, that touch. */
function rowsOf(items: readonly DrawnItem[]): Row[] {
  const open: DrawnShape[][] = [];
  for (const cell of items.filter(isCell).sort((a, b) => a.box[0] - b.box[0])) {
    const row = open.find((row) => isNextTo(required(row.at(-1)).box, cell.box));
    if (row) row.push(cell);
    else open.push([cell]);
  }
  return open.filter(({ length }) => length >= COLUMNS);
}

function isNextTo(a: DrawnBox, b: DrawnBox): boolean {
  return isNear(a[1], b[1]) && isNear(a[3], b[3]) && isNear(right(a), b[0]);
}

function isNear(a: number, b: number): boolean {
  return Math.abs(a - b) <= MEET;
}

/** Rows of one width that touch, where all part at places where the one with the most cells does. */
function tablesOf(rows: readonly Row[]): Row[][] {
  const tables: Row[][] = [];
  for (const row of [...rows].sort((a, b) => required(a[0]).box[1] - required(b[0]).box[1])) {
    const above = tables.find((table) => isBelow(required(table.at(-1)), row));
    if (above) above.push(row);
    else tables.push([row]);
  }
  return tables.filter((table) => table.length >= ROWS && partsAlike(table));
}

function isBelow(above: Row, row: Row): boolean {
  const [a, b] = [boxOf(above), boxOf(row)];
  return isNear(bottom(a), b[1]) && isNear(a[0], b[0]) && isNear(right(a), right(b));
}

function boxOf(row: Row): DrawnBox {
  return around(row.map(({ box }) => box));
}

function partsAlike(table: readonly Row[]): boolean {
  const starts = columnsOf(table);
  return table.every((row) => row.every(({ box }) => starts.some((start) => isNear(start, box[0]))));
}

/** Where the cells begin in the row that has the most. */
function columnsOf(table: readonly Row[]): number[] {
  const most = Math.max(...table.map(({ length }) => length));
  return required(table.find(({ length }) => length === most)).map(({ box }) => box[0]);
}

/** Cells without words are those of a calendar's empty days, or of a gallery if they are most. */
function holdsWords(table: readonly Row[], items: readonly DrawnItem[]): boolean {
  const texts = items.filter(({ type }) => type === 'text');
  const cells = table.flat();
  const filled = cells.filter(({ box }) => texts.some((text) => holds(box, text.box, MEET)));
  return filled.length >= WORDS * cells.length;
}

interface RowShape {
  readonly shape: DrawnShape;
  readonly replaced: readonly DrawnShape[];
}

function rowShapes(table: readonly Row[]): RowShape[] {
  const columns = columnsOf(table);
  return table.map((row): RowShape => {
    const [first] = row;
    const { path, layer, look } = required(first);
    const isOne = row.every((cell) => isPlainlyLike(cell.look, look));
    const order = Math.min(...row.map((cell) => cell.order)) - (isOne ? 0 : 0.25);
    const shape: DrawnShape = { type: 'box', path, layer, order, box: boxOf(row), look: isOne ? look : {}, columns };
    return { shape, replaced: isOne ? row : [] };
  });
}

/** Whether cells look alike and have no borders at their sides: then it is the row that has the look. */
function isPlainlyLike(look: DrawnShape['look'], other: DrawnShape['look']): boolean {
  const [top = '0', side = top, , left = side] = (look['border-width'] ?? '0').split(' ');
  return JSON.stringify(look) === JSON.stringify(other) && parseFloat(side) === 0 && parseFloat(left) === 0;
}
