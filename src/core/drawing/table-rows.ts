import { required } from '../data/required.js';
import { around, bottom, holds, right, shared } from '../geometry/box.js';
import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnShape } from './drawing.js';
import { isGround, rowGrounds } from './row-grounds.js';
import { isLine, lineColour } from './side-borders.js';

/**
 * Rows of tables. Programs draw the lines between them cell by cell, and never the rows: lines that meet end to end are one
 * line, and what stands in columns between equal lines is a row, whose upper border the line is.
 */

/** Ends of lines that meet are no farther apart than this, px; so much may lines of one table differ in place. */
const MEET = 1.5;
/** Fewest rows with a line above them, and how much higher than the usual one a row may be. */
const FEWEST = 2;
const UNEVEN = 2.5;
/** Highest row, and highest row of a table of two columns; px. */
const ROW = 160;
const LOW_ROW = 72;
/** Things of one column are no farther apart than this across, px. */
const GUTTER = 8;
/** Highest image in a cell, px; widest column, in shares of the table. */
const IMAGE = 72;
const WIDEST = 0.75;
/** The heads of columns stand no higher above the first line than this, px. */
const HEAD = 64;

/** Where a row of a table is: below a line, on a ground of its own, or both. */
export interface RowPlace {
  readonly box: DrawnBox;
  readonly line?: DrawnShape;
  readonly ground?: DrawnShape;
}

/** The artboard with whole lines, and with the rows of its tables as boxes. */
export function withTableRows(artboard: DrawnArtboard): DrawnArtboard {
  const items = withWholeLines(artboard.items);
  const lines = items.filter((item): item is DrawnShape => item.type === 'box' && isLine(item) && isFlat(item.box));
  const lined = alike(lines).flatMap((group) => rowsBetween(group, items));
  const isLined = (ground: DrawnShape): boolean =>
    lined.some(({ shape: { box } }) => shared(box, ground.box) > 0 && ground.box[3] <= box[3] + SAME);
  const grounds = rowGrounds(items.filter((item) => !isRow(item))).filter(
    (run) => !run.some(({ ground }) => ground && isLined(ground)),
  );
  const rows = [...lined, ...grounds.flatMap((run) => rowsOf(run, items))];
  if (rows.length === 0) return { ...artboard, items };
  const used = new Set<DrawnItem | undefined>(rows.map(({ place }) => place.ground));
  const isReplaced = (item: DrawnItem): boolean =>
    used.has(item) ||
    (item.type === 'box' &&
      isLine(item) &&
      rows.some(({ place: { line } }) => line && isLike(item, line) && Math.abs(item.box[1] - line.box[1]) <= SAME));
  const kept = items.filter((item) => !isReplaced(item));
  return { ...artboard, items: [...kept, ...rows.map(({ shape }) => shape)].sort((a, b) => a.order - b.order) };
}

/** Whether something is known as a row already. */
function isRow(item: DrawnItem): boolean {
  return item.type === 'box' && item.columns !== undefined;
}

function isFlat(box: DrawnBox): boolean {
  return box[2] > box[3];
}

/** Lines at one height, in one colour, that meet: one line. */
function withWholeLines(items: readonly DrawnItem[]): DrawnItem[] {
  const open = new Map<string, DrawnShape[]>();
  for (const item of items)
    if (item.type === 'box' && isLine(item) && isFlat(item.box)) {
      const key = `${Math.round(item.box[1])} ${Math.round(item.box[3])} ${lineColour(item)}`;
      (open.get(key) ?? open.set(key, []).get(key))?.push(item);
    }
  const whole = new Map<DrawnItem, DrawnShape | undefined>();
  for (const lines of open.values()) {
    const sorted = [...lines].sort((a, b) => a.box[0] - b.box[0]);
    let run: DrawnShape[] = [];
    const close = (): void => {
      const first = [...run].sort((a, b) => a.order - b.order)[0];
      if (first && run.length > 1) {
        for (const line of run) whole.set(line, undefined);
        whole.set(first, { ...first, box: around(run.map(({ box }) => box)) });
      }
      run = [];
    };
    for (const line of sorted) {
      const end = Math.max(...run.map(({ box }) => right(box)));
      if (run.length && line.box[0] > end + MEET) close();
      run.push(line);
    }
    close();
  }
  return items.flatMap((item) => (whole.has(item) ? (whole.get(item) ?? []) : [item]));
}

/** Lines of one width below each other, from the top down; of two at one height, what was painted last. */
function alike(lines: readonly DrawnShape[]): DrawnShape[][] {
  const groups: DrawnShape[][] = [];
  for (const line of [...lines].sort((a, b) => a.box[1] - b.box[1])) {
    const group = groups.find(([first]) => first && isLike(first, line));
    const last = group?.at(-1);
    if (!group || !last) groups.push([line]);
    else if (line.box[1] - last.box[1] > SAME) group.push(line);
    else if (line.order > last.order) group[group.length - 1] = line;
  }
  return groups.filter(({ length }) => length >= FEWEST);
}

/** Lines no farther apart than this lie on each other, px. */
const SAME = 3;

function isLike({ box: a }: DrawnShape, { box: b }: DrawnShape): boolean {
  return [0, 2].every((side) => Math.abs(required(a[side]) - required(b[side])) <= 2 * MEET);
}

interface TableRow {
  readonly place: RowPlace;
  readonly shape: DrawnShape;
}

/** Runs of lines with cells between them, each with its row. */
function rowsBetween(lines: readonly DrawnShape[], items: readonly DrawnItem[]): TableRow[] {
  const steps = lines.slice(1).map((line, at) => line.box[1] - required(lines[at]).box[1]);
  const usual = [...steps].sort((a, b) => a - b)[steps.length >> 1] ?? 0;
  const runs: DrawnShape[][] = [[required(lines[0])]];
  for (const [at, step] of steps.entries()) {
    const line = required(lines[at + 1]);
    const between: RowPlace = { box: rowBelow(required(lines[at]), step), line: required(lines[at]) };
    /* What stands across the edges of a row is no row: there a table ends and another begins. */
    if (step > Math.min(ROW, UNEVEN * usual) || contentOf(between, items, false) === undefined) runs.push([line]);
    else required(runs.at(-1)).push(line);
  }
  return runs.flatMap((run) => (run.length >= FEWEST ? rowsOf(placesBetween(run), items) : []));
}

/** From each line to the next; the last row may be as high as the highest. */
function placesBetween(run: readonly DrawnShape[]): RowPlace[] {
  const step = Math.max(...run.slice(1).map(({ box }, at) => box[1] - required(run[at]).box[1]));
  return run.map((line, at): RowPlace => {
    const y = line.box[1];
    return { box: rowBelow(line, (run[at + 1]?.box[1] ?? y + step) - y), line };
  });
}

function rowBelow({ box: [x, y, width] }: DrawnShape, height: number): DrawnBox {
  return [x, y, width, height];
}

function rowsOf(run: readonly RowPlace[], items: readonly DrawnItem[]): TableRow[] {
  const held = run.map((place, at) => contentOf(place, items, at === run.length - 1));
  const places = run.map((place, at): RowPlace => {
    const ground = place.ground ?? held[at]?.find((item): item is DrawnShape => isGround(item, place.box));
    return { ...place, ...(ground ? { ground } : {}) };
  });
  const cells = held.map((row, at) => {
    const own = row?.filter((item) => item !== places[at]?.ground);
    /* Below the last ground stands another row, or what comes after the table. */
    const isPlain = at > 0 && at === run.length - 1 && !places[at]?.line && !places[at]?.ground;
    return own && isPlain && columnsOf(own).length < FEWEST ? undefined : own;
  });
  const filled = cells.filter((row): row is DrawnItem[] => row !== undefined && row.length > 0);
  if (filled.length < cells.length - 1 || filled.length < FEWEST) return [];
  const step = Math.max(...places.map(({ box }) => box[3]));
  const table = required(places[0]).box;
  const head = headOf(table, items);
  const columns = columnsOf([...head, ...filled.flat()]);
  const isTable =
    columns.length >= FEWEST &&
    columns.every(([from, to]) => to - from <= WIDEST * table[2]) &&
    filled.every((row) => columnsOf(row).length >= Math.max(FEWEST, columns.length - 2)) &&
    (columns.length > FEWEST || isOfTexts(filled, columns, step));
  if (!isTable) return [];
  const starts = columns.map(([from]) => from);
  return places.flatMap((place, at): TableRow[] => {
    const content = cells[at];
    if (!content?.length) return [];
    const isOpen = at === places.length - 1 && !place.ground;
    return [{ place, shape: { ...rowShape(place, content, isOpen), columns: starts } }];
  });
}

/** The box of a row, with its line as border and what it stands on as ground. @param isOpen whether only its content says where it ends */
function rowShape({ box, line, ground }: RowPlace, content: readonly DrawnItem[], isOpen: boolean): DrawnShape {
  const [x, y, width, height] = box;
  const thick = line?.box[3] ?? 0;
  const inside = around(content.map((item) => item.box));
  const end = isOpen ? bottom(inside) + inside[1] - y - thick : y + height;
  const border = line && {
    'border-width': `${thick}px 0 0 0`,
    'border-style': 'solid',
    'border-color': lineColour(line),
  };
  const order = Math.min(...content.map((item) => item.order)) - 0.25;
  const { path, layer } = required(ground ?? line ?? content[0]);
  return { type: 'box', path, layer, order, box: [x, y, width, end - y], look: { ...ground?.look, ...border } };
}

/** What stands in a row; undefined if something reaches over its edges or is too large for a cell. */
function contentOf(
  { box: row, line, ground }: RowPlace,
  items: readonly DrawnItem[],
  isLast: boolean,
): DrawnItem[] | undefined {
  const inside: DrawnItem[] = [];
  for (const item of items) {
    const { box } = item;
    const isEdge = item === line || item === ground || (line && liesOn(item, line));
    if (isEdge || box[1] >= bottom(row) - 1 || bottom(box) <= row[1] + (line?.box[3] ?? 0) + 1) continue;
    if (right(box) <= row[0] || box[0] >= right(row)) continue;
    /* What holds the whole table, and the lines around it. */
    if (box[1] < row[1] - 1 && bottom(box) > bottom(row) + 1) continue;
    const isWithin = box[1] >= row[1] - 1 && bottom(box) <= bottom(row) + 1;
    if (!isWithin && isLast) continue;
    if (!isWithin || (item.type === 'picture' && box[3] > IMAGE)) return undefined;
    inside.push(item);
  }
  return inside;
}

/** Whether a line lies on another, as the end of what is above and the beginning of what is below do. */
function liesOn(item: DrawnItem, line: DrawnShape): boolean {
  return item.type === 'box' && isLine(item) && isFlat(item.box) && Math.abs(item.box[1] - line.box[1]) <= SAME;
}

/** The heads of columns: texts in one line right above the first line. */
function headOf(table: DrawnBox, items: readonly DrawnItem[]): DrawnItem[] {
  const above = items.filter(
    ({ type, box }) =>
      type === 'text' &&
      bottom(box) <= table[1] + 1 &&
      box[1] >= table[1] - HEAD &&
      box[0] >= table[0] - MEET &&
      right(box) <= right(table) + MEET,
  );
  const lowest = Math.max(...above.map(({ box }) => bottom(box)));
  const row = above.filter(({ box }) => bottom(box) > lowest - box[3] / 2);
  return row.length >= FEWEST ? row : [];
}

/** The columns in which things stand: from and to, px. Boxes that hold others touch, and say nothing. */
function columnsOf(items: readonly DrawnItem[]): (readonly [number, number])[] {
  const columns: [number, number][] = [];
  const isHolder = (item: DrawnItem): boolean =>
    item.type === 'box' &&
    items.some((other) => other !== item && other.type === 'text' && holds(item.box, other.box, MEET));
  const standing = items.filter((item) => !isHolder(item));
  for (const { box } of standing.sort((a, b) => a.box[0] - b.box[0])) {
    const last = columns.at(-1);
    if (last && box[0] < last[1] + GUTTER) last[1] = Math.max(last[1], right(box));
    else columns.push([box[0], right(box)]);
  }
  return columns;
}

/** Two columns are a table if both hold words in each row, and the rows are low: a sign at the end opens something instead. */
function isOfTexts(
  rows: readonly DrawnItem[][],
  columns: readonly (readonly [number, number])[],
  step: number,
): boolean {
  const hasText = (row: readonly DrawnItem[], [from, to]: readonly [number, number]): boolean =>
    row.some(({ type, box }) => type === 'text' && box[0] >= from && right(box) <= to + MEET && box[2] > IMAGE / 4);
  return step <= LOW_ROW && rows.every((row) => columns.every((column) => hasText(row, column)));
}
