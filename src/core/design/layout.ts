import type { BoardView } from './board-view.js';
import type { Part } from './cuts.js';
import type { DrawnBox } from './drawn.js';
import { bottom, px, right } from './geometry.js';
import { boxLook, pictureLook, textLook } from './looks.js';
import { drawnBox, type Piece } from './pieces.js';
import { isContentRow, NONE, only, placeAcross, type Look, type Region } from './place.js';

/** Equal to the eye, px. */
const EQUAL = 1.5;

/** Looks of all parts on one board. */
export type BoardLooks = Map<Part, Look>;

/** Works out how each part of the tree has to be laid out to stand where it stands on the board. */
export function layOut(root: Part, view: BoardView): BoardLooks {
  const looks: BoardLooks = new Map();
  const box: DrawnBox = [0, 0, view.width, view.board.height];
  looks.set(root, {});
  layInside(root, box, { x: 0, width: view.width }, view, looks);
  return looks;
}

function add(looks: BoardLooks, part: Part, more: Look): void {
  looks.set(part, { ...looks.get(part), ...more });
}

/** Lays the children of a part out. `box` is the part's own box (inside of its border), `region` where children may lie. */
export function layInside(part: Part, box: DrawnBox, region: Region, view: BoardView, looks: BoardLooks): void {
  for (const one of [...part.parts, ...part.over]) if (!view.boxOf(one)) add(looks, one, { display: 'none' });
  const children = view.present(part.parts);
  if (children.length) {
    const direction = directionOf(children, view);
    if (direction === 'stack') layStack(part, children, box, region, view, looks);
    else if (direction === 'row') layRow(part, children, box, region, view, looks);
    else if (direction === 'grid') layGrid(part, children, box, region, view, looks);
    else layFree(part, children, box, view, looks);
  }
  layOver(part, box, view, looks);
}

function boxIn(view: BoardView, part: Part): DrawnBox {
  return view.boxOf(part) as DrawnBox;
}

/** How children lie to each other on this board: above each other, beside each other, in rows of several, or anyhow. */
function directionOf(children: readonly Part[], view: BoardView): 'stack' | 'row' | 'grid' | 'free' {
  if (children.length === 1) return 'stack';
  const boxes = children.map((one) => boxIn(view, one));
  if (disjoint(boxes, 1, 12)) return 'stack';
  if (disjoint(boxes, 0, 2)) return 'row';
  const rows = rowsOf(children, view);
  const columns = rows[0]?.length ?? 0;
  const regular = columns > 1 && rows.every((row, index) => row.length === columns || (index === rows.length - 1 && row.length < columns));
  return regular && rows.every((row) => row.every((one, at) => Math.abs(boxIn(view, one)[0] - boxIn(view, rows[0]?.[at] as Part)[0]) < 3)) ? 'grid' : 'free';
}

function disjoint(boxes: readonly DrawnBox[], axis: 0 | 1, slack: number): boolean {
  const sorted = [...boxes].sort((a, b) => a[axis] - b[axis]);
  return sorted.slice(1).every((box, index) => box[axis] >= (sorted[index] as DrawnBox)[axis] + (sorted[index] as DrawnBox)[axis + 2]! - slack);
}

function rowsOf(children: readonly Part[], view: BoardView): Part[][] {
  const sorted = [...children].sort((a, b) => boxIn(view, a)[1] - boxIn(view, b)[1]);
  const rows: Part[][] = [];
  let end = -Infinity;
  for (const one of sorted) {
    const box = boxIn(view, one);
    if (box[1] >= end - 4) rows.push([one]);
    else (rows.at(-1) as Part[]).push(one);
    end = Math.max(end, bottom(box));
  }
  return rows.map((row) => row.sort((a, b) => boxIn(view, a)[0] - boxIn(view, b)[0]));
}

/** Children in the order of this board; where that is not the order of the document, with `order`. */
function ordered(children: readonly Part[], axis: 0 | 1, view: BoardView, looks: BoardLooks): Part[] {
  const sorted = [...children].sort((a, b) => boxIn(view, a)[axis] - boxIn(view, b)[axis]);
  if (sorted.some((one, index) => one !== children[index])) sorted.forEach((one, index) => add(looks, one, { order: String(index + 1) }));
  return sorted;
}

function layStack(part: Part, children: readonly Part[], box: DrawnBox, region: Region, view: BoardView, looks: BoardLooks): void {
  const sorted = ordered(children, 1, view, looks);
  const first = boxIn(view, sorted[0] as Part);
  const last = boxIn(view, sorted.at(-1) as Part);
  add(looks, part, { display: 'flex', 'flex-direction': 'column', ...paddingDown(box, first[1], bottom(last)) });
  const gaps = sorted.slice(1).map((one, index) => boxIn(view, one)[1] - bottom(boxIn(view, sorted[index] as Part)));
  const equal = gaps.length > 1 && gaps.every((gap) => Math.abs(gap - (gaps[0] as number)) < EQUAL) && (gaps[0] as number) > 0;
  if (equal) add(looks, part, { 'row-gap': px(gaps[0] as number) });
  sorted.forEach((one, index) => {
    const gap = index === 0 ? 0 : (gaps[index - 1] as number);
    const down = only(!equal && Math.abs(gap) > 0.05, { 'margin-top': px(gap) });
    placeChild(one, region, view, looks, 'stack', down);
  });
}

/** Room above and below what a part holds. A first child that sticks out has a negative margin instead. */
function paddingDown(box: DrawnBox, top: number, end: number): Look {
  const above = top - box[1];
  const below = bottom(box) - end;
  return { ...(above > 0.05 ? { 'padding-top': px(above) } : above < -0.05 ? { 'margin-top': px(above) } : {}), ...(Math.abs(below) > 0.05 && below > 0 ? { 'padding-bottom': px(below) } : {}) };
}

function placeChild(part: Part, region: Region, view: BoardView, looks: BoardLooks, parent: 'stack' | 'grid', more: Look): void {
  const box = boxIn(view, part);
  const placed = placeAcross(part, box, region, view, parent);
  add(looks, part, { ...placed.look, ...more });
  dress(part, box, placed.region, view, looks, 'width' in placed.look);
}

/** The part's own look, and what is inside of it. */
function dress(part: Part, box: DrawnBox, region: Region, view: BoardView, looks: BoardLooks, sized: boolean): void {
  const piece = view.pieceOf(part);
  if (piece?.hang || piece?.rise) hangOver(part, piece, looks);
  if (piece?.type === 'text') return add(looks, part, textLook(piece.text));
  if (piece?.type === 'picture' && part.parts.length + part.over.length === 0) return add(looks, part, pictureLook(piece, sized));
  if (piece?.type === 'art') {
    const small = box[2] < 0.9 * region.width;
    return add(looks, part, { display: 'block', height: px(drawnBox(piece)[3]), ...(sized ? {} : { width: small ? px(box[2]) : '100%' }), 'flex-shrink': '0', ...(small ? { 'max-width': '100%' } : {}) });
  }
  if (!piece) return layInside(part, box, part.band ? innerRegion(part, box, view, looks) : region, view, looks);
  const own = boxLook(piece);
  const edge = parseFloat(own['border-width'] ?? '0');
  const inner: DrawnBox = [box[0] + edge, box[1] + edge, box[2] - 2 * edge, box[3] - 2 * edge];
  add(looks, part, own);
  if (part.parts.length + part.over.length === 0) return add(looks, part, { height: px(drawnBox(piece)[3]), 'flex-shrink': '0' });
  layInside(part, inner, innerRegion(part, inner, view, looks), view, looks);
  if (view.present(part.parts).length === 0) add(looks, part, { 'min-height': px(box[3]) });
}

/** What hangs over an edge takes no room there, and lies in front. */
function hangOver(part: Part, { hang = 0, rise = 0 }: Piece, looks: BoardLooks): void {
  const before = parseFloat(looks.get(part)?.['margin-top'] ?? '0');
  add(looks, part, { position: 'relative', 'z-index': '1', ...(hang ? { 'margin-bottom': px(-hang) } : {}), ...(rise ? { 'margin-top': px(before - rise) } : {}) });
}

/** Padding at the sides of a box: what its content leaves, the same on both sides where the right is free. */
function innerRegion(part: Part, box: DrawnBox, view: BoardView, looks: BoardLooks): Region {
  const children = view.present(part.parts);
  if (children.length === 0) return { x: box[0], width: box[2] };
  const boxes = children.map((one) => boxIn(view, one));
  const left = Math.max(0, Math.min(...boxes.map((one) => one[0] - box[0])));
  const free = Math.max(0, Math.min(...boxes.map((one) => right(box) - right(one))));
  const whole = box[2] >= view.width - 2;
  const end = whole ? Math.min(left, free) : free >= left - NONE ? left : free;
  const start = whole ? end : left;
  if (!whole) {
    add(looks, part, { ...(start > 0.05 ? { 'padding-left': px(start) } : {}), ...(end > 0.05 ? { 'padding-right': px(end) } : {}) });
    return { x: box[0] + start, width: box[2] - start - end };
  }
  return sideRoom(part, box, start, view, looks);
}

/** Least room at the sides of a band on a screen narrower than the board, px. */
const SIDE_FLOOR = 20;

/** A band across the page: its content is centred, at most as wide as on the board. */
export function sideRoom(part: Part, box: DrawnBox, start: number, view: BoardView, looks: BoardLooks): Region {
  const width = box[2] - 2 * start;
  if (start > 0.05) {
    const room = start > 2 * SIDE_FLOOR ? `max(${SIDE_FLOOR}px, calc((100% - ${px(width)}) / 2))` : px(start);
    add(looks, part, { 'padding-left': room, 'padding-right': room });
  }
  return { x: box[0] + start, width };
}

function layRow(part: Part, children: readonly Part[], box: DrawnBox, region: Region, view: BoardView, looks: BoardLooks): void {
  const sorted = ordered(children, 0, view, looks);
  const boxes = sorted.map((one) => boxIn(view, one));
  const top = Math.min(...boxes.map((one) => one[1]));
  const end = Math.max(...boxes.map(bottom));
  const across = alignDown(boxes, top, end);
  if (isContentRow(part, view)) layContentRow(part, sorted, boxes, region, view, looks, across.of);
  else layColumns(part, sorted, boxes, region, view, looks, across.of);
  add(looks, part, { ...paddingDown(box, top, end), ...(across.look ? { 'align-items': across.look } : {}) });
}

/** How things beside each other line up: on their middles, their whole heights, or their tops with offsets. */
function alignDown(boxes: readonly DrawnBox[], top: number, end: number): { readonly look?: string; readonly of: (box: DrawnBox) => Look } {
  const middles = boxes.map((box) => box[1] + box[3] / 2);
  if (Math.max(...middles) - Math.min(...middles) < EQUAL) return { look: 'center', of: () => ({}) };
  if (boxes.every((box) => Math.abs(box[1] - top) < 0.6 && Math.abs(bottom(box) - end) < 0.6)) return { of: () => ({}) };
  return { look: 'flex-start', of: (box) => only(Math.abs(box[1] - top) > 0.05, { 'margin-top': px(box[1] - top) }) };
}

function layContentRow(part: Part, sorted: readonly Part[], boxes: readonly DrawnBox[], region: Region, view: BoardView, looks: BoardLooks, down: (box: DrawnBox) => Look): void {
  const left = (boxes[0] as DrawnBox)[0] - region.x;
  const free = region.x + region.width - right(boxes.at(-1) as DrawnBox);
  const gaps = boxes.slice(1).map((box, index) => box[0] - right(boxes[index] as DrawnBox));
  const equal = gaps.every((gap) => Math.abs(gap - (gaps[0] as number)) < EQUAL);
  const widest = gaps.indexOf(Math.max(...gaps));
  const spread = free <= NONE && left <= NONE && gaps.length > 0;
  const centred = Math.abs(left - free) < 3 && left > NONE;
  const atEnd = !spread && !centred && Math.abs(free) <= NONE;
  add(looks, part, {
    display: 'flex',
    ...(equal && !spread && gaps.length ? { 'column-gap': px(gaps[0] as number) } : {}),
    ...(centred ? { 'justify-content': 'center' } : atEnd ? { 'justify-content': 'flex-end' } : {}),
    ...(free > 24 && !spread ? { 'flex-wrap': 'wrap', 'row-gap': '8px' } : {}),
  });
  sorted.forEach((one, index) => {
    const gap = index === 0 ? (centred || atEnd ? 0 : left) : (gaps[index - 1] as number);
    const auto = spread && index - 1 === widest;
    const margin = auto ? { 'margin-left': 'auto' } : only((index === 0 || !equal || spread) && Math.abs(gap) > 0.05, { 'margin-left': px(gap) });
    const box = boxes[index] as DrawnBox;
    add(looks, one, { 'flex-shrink': '0', ...margin, ...down(box) });
    const piece = view.pieceOf(one);
    if (piece?.type === 'text') add(looks, one, { 'text-wrap-mode': 'nowrap' });
    if (piece?.type === 'picture') add(looks, one, { width: px(box[2]) });
    dress(one, box, { x: box[0], width: box[2] }, view, looks, true);
  });
}

function layColumns(part: Part, sorted: readonly Part[], boxes: readonly DrawnBox[], region: Region, view: BoardView, looks: BoardLooks, down: (box: DrawnBox) => Look): void {
  const gaps = boxes.slice(1).map((box, index) => box[0] - right(boxes[index] as DrawnBox));
  const gutter = Math.max(0, Math.min(...gaps));
  const first = (boxes[0] as DrawnBox)[0];
  const end = Math.max(right(boxes.at(-1) as DrawnBox), region.x + region.width);
  const regions = boxes.map((box, index): Region => ({ x: box[0], width: (index + 1 < boxes.length ? (boxes[index + 1] as DrawnBox)[0] - gutter : end) - box[0] }));
  const step = regions.slice(0, -1).map(({ width }) => width);
  const last = regions.at(-1) as Region;
  const usual = step[0] as number;
  const even = step.every((width) => Math.abs(width - usual) < EQUAL) && (boxes.at(-1) as DrawnBox)[2] <= usual + EQUAL;
  if (even && last.width > usual) regions[regions.length - 1] = { x: last.x, width: usual };
  const total = (regions.at(-1) as Region).x + (regions.at(-1) as Region).width - first;
  const left = first - region.x;
  const free = region.x + region.width - (first + total);
  add(looks, part, { display: 'grid', 'grid-template-columns': columnsOf(regions.map(({ width }) => width)), ...(gutter > 0.05 ? { 'column-gap': px(gutter) } : {}) });
  if (Math.abs(left) > NONE) add(looks, part, { 'padding-left': px(Math.max(0, left)) });
  if (free > NONE) add(looks, part, { 'padding-right': px(free) });
  sorted.forEach((one, index) => placeChild(one, regions[index] as Region, view, looks, 'grid', down(boxes[index] as DrawnBox)));
}

function columnsOf(widths: readonly number[]): string {
  const equal = widths.every((width) => Math.abs(width - (widths[0] as number)) < EQUAL);
  return equal ? `repeat(${widths.length}, minmax(0, 1fr))` : widths.map((width) => `minmax(0, ${Math.round(width * 100) / 100}fr)`).join(' ');
}

function layGrid(part: Part, children: readonly Part[], box: DrawnBox, region: Region, view: BoardView, looks: BoardLooks): void {
  const rows = rowsOf(children, view);
  const flat = rows.flat();
  if (flat.some((one, index) => one !== children[index])) flat.forEach((one, index) => add(looks, one, { order: String(index + 1) }));
  const first = (rows[0] as Part[]).map((one) => boxIn(view, one));
  const gutter = Math.max(0, Math.min(...first.slice(1).map((one, index) => one[0] - right(first[index] as DrawnBox))));
  const end = Math.max(right(first.at(-1) as DrawnBox), region.x + region.width);
  const regions = first.map((one, index): Region => ({ x: one[0], width: (index + 1 < first.length ? (first[index + 1] as DrawnBox)[0] - gutter : end) - one[0] }));
  const extents = rows.map((row) => [Math.min(...row.map((one) => boxIn(view, one)[1])), Math.max(...row.map((one) => bottom(boxIn(view, one))))] as const);
  const gap = Math.max(0, Math.min(...extents.slice(1).map(([top], index) => top - (extents[index]?.[1] ?? 0))));
  add(looks, part, { display: 'grid', 'grid-template-columns': columnsOf(regions.map(({ width }) => width)), ...(gutter > 0.05 ? { 'column-gap': px(gutter) } : {}), ...(gap > 0.05 ? { 'row-gap': px(gap) } : {}), 'align-items': 'start' });
  add(looks, part, paddingDown(box, extents[0]?.[0] ?? box[1], extents.at(-1)?.[1] ?? bottom(box)));
  const left = (first[0] as DrawnBox)[0] - region.x;
  if (left > NONE) add(looks, part, { 'padding-left': px(left) });
  rows.forEach((row, at) => {
    const extra = at === 0 ? 0 : (extents[at]?.[0] ?? 0) - (extents[at - 1]?.[1] ?? 0) - gap;
    row.forEach((one, column) => {
      const offset = boxIn(view, one)[1] - (extents[at]?.[0] ?? 0) + extra;
      placeChild(one, regions[column] as Region, view, looks, 'grid', only(Math.abs(offset) > 0.05, { 'margin-top': px(offset) }));
    });
  });
}

/** Nothing else holds: each child at its place, in shares of the width. */
function layFree(part: Part, children: readonly Part[], box: DrawnBox, view: BoardView, looks: BoardLooks): void {
  add(looks, part, { position: 'relative', 'min-height': px(box[3]) });
  for (const one of children) placeFree(one, box, view, looks);
}

function layOver(part: Part, box: DrawnBox, view: BoardView, looks: BoardLooks): void {
  const over = view.present(part.over);
  if (over.length === 0) return;
  add(looks, part, { position: 'relative' });
  for (const one of over) placeFree(one, box, view, looks);
}

function placeFree(part: Part, around: DrawnBox, view: BoardView, looks: BoardLooks): void {
  const box = boxIn(view, part);
  const piece = view.pieceOf(part);
  const share = (value: number): string => `${Math.round((value / around[2]) * 1e5) / 1e3}%`;
  const fixed = piece?.type === 'art' && box[2] < 100;
  add(looks, part, { position: 'absolute', left: share(box[0] - around[0]), top: px(box[1] - around[1]), width: fixed ? px(box[2]) : share(box[2]), ...(piece?.type === 'text' && piece.text.lines.length === 1 ? { 'text-wrap-mode': 'nowrap' } : {}) });
  dress(part, box, { x: box[0], width: box[2] }, view, looks, true);
}
