import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, px, right } from '../../geometry/box.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Columns } from '../model/columns.js';
import type { Part } from '../model/part.js';
import type { Region, StyleMap } from '../model/region.js';
import { columnsOf, placesOf } from '../structure/tables.js';
import { add, boxIn, paddingDown, widenSide, type LayoutContext } from './context.js';
import { NONE } from './place.js';
import { alignDown, columnsOf as tracksOf } from './rows.js';

/** The columns in which the rows of all tables stand on a board: those of one table begin at the same places. */
export function columnsOfTables(root: Part, view: ArtboardView): Map<Part, Columns> {
  const found = new Map<Part, Columns>();
  const visit = (part: Part): void => {
    if (part.table) for (const [row, columns] of columnsIn(part, view)) found.set(row, columns);
    for (const inner of [...part.parts, ...part.over]) visit(inner);
  };
  visit(root);
  return found;
}

function columnsIn(table: Part, view: ArtboardView): [Part, Columns][] {
  const begins = table.parts.map(({ piece }) => columnsOf(piece)).find((columns) => columns !== undefined) ?? [];
  /* What only another artboard has between the rows is no row; the heads of columns may be one without a box. */
  const rows = table.parts
    .filter((row, at) => columnsOf(row.piece) !== undefined || (at === 0 && row.direction === 'row'))
    .map((row) => ({ row, places: placesOf(row, begins) }));
  const starts = begins.map((_, column) => {
    const cells = rows.flatMap(({ row, places }) => row.parts.filter((_, at) => places[at] === column));
    const lefts = cells.flatMap((cell) => view.boxOf(cell)?.[0] ?? []);
    return lefts.length ? Math.min(...lefts) : undefined;
  });
  return rows.map(({ row, places }) => [row, { starts, places }]);
}

/** Whether the cells of a row stand side by side on a board, each in its column. */
export function standInColumns(row: Part, { starts, places }: Columns, view: ArtboardView): boolean {
  const boxes = row.parts.map((cell) => view.boxOf(cell));
  return boxes.every((box, at) => {
    const next = starts.slice(required(places[at]) + 1).find((start) => start !== undefined);
    return !box || next === undefined || right(box) <= next + NONE;
  });
}

/** Lays a row of a table out: all rows of one table have the same columns, in shares of its width. */
export function layCells(
  row: Part,
  { starts, places }: Columns,
  box: DrawnBox,
  region: Region,
  setting: LayoutContext,
): void {
  const { view, looks } = setting;
  const present = starts.flatMap((start, column) => (start === undefined ? [] : [{ start, column }]));
  const edges = [...present.map(({ start }) => start), region.x + region.width];
  const widths = present.map((_, at) => Math.max(1, required(edges[at + 1]) - required(edges[at])));
  const cells = row.parts.flatMap((part, at) => (view.boxOf(part) ? [{ part, column: required(places[at]) }] : []));
  const boxes = cells.map(({ part }) => boxIn(view, part));
  const [top, end] = [Math.min(...boxes.map((own) => own[1])), Math.max(...boxes.map(bottom))];
  const { look, of: down } = alignDown(boxes, top, end, false);
  add(looks, row, {
    display: 'grid',
    'grid-template-columns': tracksOf(widths),
    ...(look ? { 'align-items': look } : {}),
    ...(isOfLines(cells, view) && look !== 'flex-start'
      ? heightOf(row, paddingDown(box, top, end), view)
      : paddingDown(box, top, end)),
  });
  const left = required(edges[0]) - region.x;
  if (left > NONE) widenSide(looks, row, 'padding-left', left);
  cells.forEach(({ part, column }, at) => {
    const track = present.findIndex((entry) => entry.column === column);
    const next = cells[at + 1];
    const last = next ? present.findIndex((entry) => entry.column === next.column) : present.length;
    const span = Math.max(1, last - track);
    const width = widths.slice(track, track + span).reduce((sum, one) => sum + one, 0);
    setting.place(part, { x: required(edges[track]), width }, 'grid', {
      'grid-column': span > 1 ? `${track + 1} / span ${span}` : String(track + 1),
      ...down(required(boxes[at])),
    });
  });
}

function isOfLines(cells: readonly { readonly part: Part }[], view: ArtboardView): boolean {
  return cells.every(({ part }) => view.pieceOf(part)?.type === 'text');
}

/** What the lines of a font may be higher than its letters, px. */
const LEADING = 0.5;

/** A row of texts is as high as it was drawn, however high a line is: over many rows the rest of a pixel would add up. */
function heightOf(row: Part, padding: StyleMap, view: ArtboardView): StyleMap {
  const [above, below] = ['padding-top', 'padding-bottom'].map((side) => parseFloat(padding[side] ?? '0'));
  if (!row.piece || above === undefined || below === undefined || Math.min(above, below) <= LEADING) return padding;
  return {
    'padding-top': px(above - LEADING),
    'padding-bottom': px(below - LEADING),
    'min-height': px(boxIn(view, row)[3]),
    'align-items': 'center',
  };
}
