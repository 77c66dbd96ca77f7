import { required } from '../../data/required.js';
import type { ElementNode, PageNode } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';

/* Tables: which column each cell stands in (HTML, 4.9.12), and what the columns are called. */

/** Longest name of a column, in letters. */
const LONGEST = 24;

/** How many columns, or rows, a cell takes up. */
function span({ attributes = {} }: ElementNode, name: 'colspan' | 'rowspan'): number {
  const count = Number(attributes[name] ?? 1);
  return Number.isInteger(count) && count > 0 ? Math.min(count, 1000) : 1;
}

function cellsIn(row: ElementNode): ElementNode[] {
  return (row.children ?? []).filter(isElement).filter(({ element }) => element === 'td' || element === 'th');
}

function rowsIn(table: ElementNode): ElementNode[] {
  return [...elements(table)].filter(({ element }) => element === 'tr');
}

/** Whether a row of a table names its columns. */
export function isHead(row: ElementNode): boolean {
  const cells = (row.children ?? []).filter(isElement);
  return row.element === 'tr' && cells.length > 1 && cells.every(({ element }) => element === 'th');
}

/** For each cell of a row by itself the first column that it stands in. */
export function placesIn(row: ElementNode): ReadonlyMap<PageNode, number> {
  let next = 0;
  return new Map(
    cellsIn(row).map((cell) => {
      const at = next;
      next += span(cell, 'colspan');
      return [cell, at];
    }),
  );
}

/** Whether a cell among some rows goes on in the row below: then these belong together. */
export function areTied(rows: readonly ElementNode[]): boolean {
  return rows.some((row) => row.element === 'tr' && cellsIn(row).some((cell) => span(cell, 'rowspan') > 1));
}

/** The cells of a table by the columns that they take up, row by row. */
function gridOf(
  rows: readonly ElementNode[],
): { readonly row: ElementNode; readonly cells: readonly (ElementNode | undefined)[] }[] {
  const open: { cell: ElementNode; rows: number }[] = [];
  return rows.map((row) => {
    const cells: (ElementNode | undefined)[] = [];
    let column = 0;
    const skip = (): void => {
      for (let above = open[column]; above && above.rows > 0; above = open[column]) {
        cells[column] = above.cell;
        above.rows -= 1;
        column += 1;
      }
    };
    for (const cell of cellsIn(row)) {
      skip();
      for (let wide = span(cell, 'colspan'); wide > 0; wide -= 1, column += 1) {
        cells[column] = cell;
        open[column] = { cell, rows: span(cell, 'rowspan') - 1 };
      }
    }
    skip();
    return { row, cells };
  });
}

/** What each cell of a table is called, by the heads above it; where several columns have the same, with the group above that. */
export function columnsOf(table: ElementNode): ReadonlyMap<PageNode, string> | undefined {
  const grid = gridOf(rowsIn(table));
  const first = grid.findIndex(({ row }) => isHead(row));
  if (first < 0) return undefined;
  const heads = grid.slice(first);
  const last = heads.findIndex(({ row }) => !isHead(row));
  const above = last < 0 ? heads : heads.slice(0, last);
  const names = namesOf(above.map(({ cells }) => cells));
  const found = new Map<PageNode, string>();
  for (const { cells } of grid)
    cells.forEach((cell, column) => {
      if (cell && !found.has(cell)) found.set(cell, names[column] ?? 'cell');
    });
  return found;
}

function namesOf(heads: readonly (readonly (ElementNode | undefined)[])[]): string[] {
  const count = Math.max(...heads.map((row) => row.length));
  const columns = Array.from({ length: count }, (_, at) => [
    ...new Set(heads.flatMap((row) => (row[at] ? [textOf(required(row[at])).trim()] : [])).filter(Boolean)),
  ]);
  const own = columns.map((column) => slug(column.at(-1) ?? '', LONGEST));
  return own.map((name, at) => {
    const isTwin = own.some((other, place) => place !== at && other === name);
    return (isTwin ? slug(columns[at]?.join(' ') ?? '', LONGEST + LONGEST) : name) || 'cell';
  });
}
