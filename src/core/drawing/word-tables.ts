import { required } from '../data/required.js';
import { around, bottom, holds, right } from '../geometry/box.js';
import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnText } from './drawing.js';

/**
 * Tables without lines or grounds: words that begin, or end, at the same places in line after line. They are found on the
 * widest artboard, where most cells take one line, and known again on the others by their words, which are painted in the
 * same order there, however they are broken into lines.
 */

/** Fewest rows and columns of a table; fewest rows of one in which nothing is counted, and fewest columns then. */
const ROWS = 4;
const COLUMNS = 3;
const MANY_ROWS = 8;
const MANY_COLUMNS = 4;
/** Places of one column differ by no more, px; lines of one row neither. */
const SAME = 1.5;
/** Steps from row to row differ by no more, px, and are no longer than so many heights of a line. */
const EVEN = 2;
const APART = 4;
/** Share of the cells of a table that are filled at least, and of the cells of a column that are numbers, dates or amounts. */
const FILLED = 0.8;
const COUNTED = 0.6;

/** The words of a row in each of its columns; undefined where it has none. */
type Row = readonly (readonly DrawnText[] | undefined)[];

/** The artboards with the rows of such tables as boxes, and with the cell of each of their texts. */
export function withWordTables(artboards: readonly DrawnArtboard[]): DrawnArtboard[] {
  const widest = artboards.reduce<DrawnArtboard | undefined>(
    (most, artboard) => (most && most.width >= artboard.width ? most : artboard),
    undefined,
  );
  if (!widest) return [...artboards];
  const tables = tablesOn(widest);
  return tables.reduce<DrawnArtboard[]>(withTable, [...artboards]);

  function withTable(boards: DrawnArtboard[], table: readonly Row[], at: number): DrawnArtboard[] {
    const found = boards.map((board) => (board.width === required(widest).width ? table : rowsAgain(table, board)));
    /* A table that another artboard shows otherwise is something else there. */
    if (found.some((rows) => rows === undefined)) return boards;
    return boards.map((board, index) => withRows(board, required(found[index]), `table ${at}`));
  }
}

/** The tables of an artboard, each from its heads on. */
function tablesOn({ items }: DrawnArtboard): Row[][] {
  const rowBoxes = items.filter((item) => item.type === 'box' && item.columns !== undefined);
  const isInTable = ({ box }: DrawnText): boolean =>
    rowBoxes.some((row) => box[1] >= row.box[1] - SAME && bottom(box) <= bottom(row.box) + SAME);
  const texts = items.filter((item): item is DrawnText => item.type === 'text' && !isInTable(item));
  const tables: Row[][] = [];
  let run: DrawnText[][] = [];
  const close = (): void => {
    const table = run.length === 0 || areBoxed(run.flat(), items) ? undefined : tableOf(run);
    if (table) tables.push(table);
    run = [];
  };
  for (const whole of linesOf(texts)) {
    const line = run.length ? whole.filter((text) => isBelow(text, run)) : whole;
    /* A line beside the table, such as one of a menu at the side. */
    if (line.length === 0) continue;
    if (run.length && !goesOn(run, line)) close();
    const next = run.length ? line : whole;
    if (next.length >= COLUMNS - 1) run.push(next);
    else if (run.length) close();
  }
  close();
  return tables;
}

/** Highest box around the words of a cell, in heights of their line. */
const CELL = 4;

/** Whether most texts have a box of their own, such as a cell with borders: these say where things stand. */
function areBoxed(texts: readonly DrawnText[], items: readonly DrawnItem[]): boolean {
  const boxes = items.filter(({ type }) => type === 'box').map(({ box }) => box);
  const all = around(texts.map(({ box }) => box));
  const boxed = texts.filter((text) =>
    boxes.some((box) => holds(box, text.box, SAME) && box[2] < all[2] / 2 && box[3] <= CELL * text.box[3]),
  );
  return boxed.length > texts.length / 2;
}

/** A text may reach over the sides of the rows above by this much, px. */
const OVER = 40;

/** Whether a text stands below the rows of a run rather than beside them. */
function isBelow({ box }: DrawnText, run: readonly DrawnText[][]): boolean {
  const [x, , width] = around(run.flat().map((text) => text.box));
  return right(box) > x && box[0] < x + width + OVER;
}

/** Texts in lines, from the top down and from the left. */
function linesOf(texts: readonly DrawnText[]): DrawnText[][] {
  const lines: DrawnText[][] = [];
  const middle = ({ box }: DrawnText): number => box[1] + box[3] / 2;
  for (const text of [...texts].sort((a, b) => middle(a) - middle(b))) {
    const line = lines.at(-1);
    if (line && Math.abs(middle(required(line[0])) - middle(text)) <= SAME) line.push(text);
    else lines.push([text]);
  }
  return lines.map((line) => line.sort((a, b) => a.box[0] - b.box[0]));
}

/** Whether a line follows a run of rows in their step, with words at the places of theirs. */
function goesOn(run: readonly DrawnText[][], line: readonly DrawnText[]): boolean {
  const last = required(run.at(-1));
  const before = run.at(-2);
  const step = topOf(line) - topOf(last);
  if (step > APART * required(last[0]).box[3]) return false;
  if (before && Math.abs(step - topOf(last) + topOf(before)) > EVEN && run.length > 2) return false;
  const at = line.filter((text) => last.some((other) => areInColumn(text, other)));
  return at.length >= Math.max(COLUMNS - 1, line.length / 2);
}

function topOf(line: readonly DrawnText[]): number {
  return Math.min(...line.map(({ box }) => box[1]));
}

function areInColumn({ box: a }: DrawnText, { box: b }: DrawnText): boolean {
  return Math.abs(a[0] - b[0]) <= SAME || Math.abs(right(a) - right(b)) <= SAME;
}

/** The rows and cells of a run of lines, if it is a table. */
function tableOf(run: readonly DrawnText[][]): Row[] | undefined {
  if (run.length < ROWS) return undefined;
  const columns = columnsOf(run);
  if (columns.length < COLUMNS) return undefined;
  const rows = run.map((line): Row => {
    const at = line.map((text) => columnAt(text, columns));
    return columns.map((_, column) => {
      const cell = line.filter((_, index) => at[index] === column);
      return cell.length ? cell : undefined;
    });
  });
  const cells = rows.flat();
  if (cells.filter((cell) => cell !== undefined).length < FILLED * cells.length) return undefined;
  /* Columns of links have words in all cells, and words alone. */
  const isCounted = columns.some((_, column) => {
    const values = rows.slice(1).flatMap((row) => row[column] ?? []);
    return values.filter(isNumber).length >= COUNTED * values.length;
  });
  return isCounted || (rows.length >= MANY_ROWS && columns.length >= MANY_COLUMNS) ? rows : undefined;
}

/** Where the columns of a run begin: where texts of at least half of its lines do, or end together. */
function columnsOf(run: readonly DrawnText[][]): number[] {
  const texts = run.flat();
  const starts: number[] = [];
  for (const text of texts) {
    const mates = texts.filter((other) => areInColumn(text, other));
    if (mates.length < run.length / 2) continue;
    const start = Math.min(...mates.map(({ box }) => box[0]));
    if (!starts.some((known) => Math.abs(known - start) <= SAME)) starts.push(start);
  }
  const sorted = starts.sort((a, b) => a - b);
  /* Two starts with no end between them are one column of words of many lengths. */
  return sorted.filter((start, at) => {
    const before = sorted[at - 1];
    return (
      before === undefined ||
      texts.some(({ box }) => box[0] < start - SAME && right(box) <= start && right(box) > before)
    );
  });
}

function columnAt({ box }: DrawnText, columns: readonly number[]): number {
  return Math.max(
    0,
    columns.findLastIndex((from) => box[0] >= from - SAME),
  );
}

function isNumber(text: DrawnText): boolean {
  const said = wordsOf(text).join('');
  return /\d/.test(said) && said.replace(/[^\p{L}]/gu, '').length <= said.length / 2;
}

/** A cell, and where it stands in its table. */
interface Cell {
  readonly words: readonly string[];
  readonly row: number;
  readonly column: number;
}

/** Share of the cells that are on the other artboards at least: what is cut off at their edges is not seen. */
const SEEN = 0.75;
/** So many cells may be missing one after the other. */
const MISSING = 2;

/** The rows of a table on another artboard: the same words, painted one after the other in the same order. */
function rowsAgain(table: readonly Row[], { items }: DrawnArtboard): Row[] | undefined {
  const cells = table
    .flatMap((row, at) => row.flatMap((texts, column) => (texts ? [{ texts, row: at, column }] : [])))
    .sort((a, b) => required(a.texts[0]).order - required(b.texts[0]).order)
    .map(({ texts, row, column }): Cell => ({ words: texts.flatMap(wordsOf), row, column }));
  const texts = items.filter((item): item is DrawnText => item.type === 'text');
  for (const [from, text] of texts.entries()) {
    if (!cells.slice(0, MISSING + 1).some((cell) => begins(cell, 0, text))) continue;
    const rows: DrawnText[][][] = table.map((row) => row.map(() => []));
    if (fillCells(rows, cells, texts.slice(from)) < SEEN * cells.length) continue;
    if (rows.every((row) => row.some(({ length }) => length > 0)))
      return rows.map((row) => row.map((cell) => (cell.length ? cell : undefined)));
  }
  return undefined;
}

/** Puts texts into the cells of a table one after the other, as long as they fit. @returns how many cells are whole */
function fillCells(rows: readonly DrawnText[][][], cells: readonly Cell[], texts: readonly DrawnText[]): number {
  let [at, said, whole] = [0, 0, 0];
  for (const text of texts) {
    const skipped = said > 0 ? 0 : cells.slice(at, at + MISSING + 1).findIndex((cell) => begins(cell, 0, text));
    const cell = cells[at + Math.max(0, skipped)];
    if (skipped < 0 || !cell || !begins(cell, said, text)) break;
    at += skipped;
    rows[cell.row]?.[cell.column]?.push(text);
    said += text.words.length;
    if (said < cell.words.length) continue;
    whole += 1;
    at += 1;
    said = 0;
  }
  return whole;
}

/** Whether a text says what a cell does from a word on. */
function begins({ words }: Cell, from: number, text: DrawnText): boolean {
  return wordsOf(text).every((word, at) => words[from + at] === word);
}

function wordsOf({ words }: DrawnText): string[] {
  return words.map(({ text }) => text);
}

/** An artboard with the rows of a table as boxes, its heads too. */
function withRows(artboard: DrawnArtboard, rows: readonly Row[], name: string): DrawnArtboard {
  const cells = new Map<DrawnItem, string>();
  rows.forEach((row, at) =>
    row.forEach((cell, column) => cell?.forEach((text) => cells.set(text, `${name} ${at} ${column}`))),
  );
  const all = around(rows.flatMap((row) => row.flatMap((cell) => cell ?? []).map(({ box }) => box)));
  /* A column that is cut off here would begin after all others. */
  const columns = required(rows[0]).map((_, column) =>
    Math.min(right(all) + column, ...rows.flatMap((row) => (row[column] ?? []).map(({ box }) => box[0]))),
  );
  const own = rows.map((row) => around(row.flatMap((cell) => cell ?? []).map(({ box }) => box)));
  const boxes = rows.map((row, at): DrawnItem => {
    const texts = row.flatMap((cell) => cell ?? []);
    const { path, layer } = required(texts[0]);
    const order = Math.min(...texts.map((text) => text.order)) - 0.25;
    const [from, to] = edgesOf(own, at);
    return { type: 'box', path, layer, order, box: [all[0], from, all[2], to - from], look: {}, columns };
  });
  const items = artboard.items.map((item) => (cells.has(item) ? { ...item, cell: required(cells.get(item)) } : item));
  return { ...artboard, items: [...items, ...boxes].sort((a, b) => a.order - b.order) };
}

/** From where to where a row goes: half of the way to its neighbours, and as far beyond the first and the last. */
function edgesOf(rows: readonly DrawnBox[], at: number): readonly [number, number] {
  const half = (upper: DrawnBox | undefined, lower: DrawnBox | undefined): number | undefined =>
    upper && lower && Math.max(0, lower[1] - bottom(upper)) / 2;
  const own = required(rows[at]);
  const [above, below] = [half(rows[at - 1], own), half(own, rows[at + 1])];
  return [own[1] - (above ?? below ?? 0), bottom(own) + (below ?? above ?? 0)];
}
