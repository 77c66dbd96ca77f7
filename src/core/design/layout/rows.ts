import { required } from '../../data/required.js';
import { columnsFor } from './columns.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, px, right } from '../../geometry/box.js';
import { isContentRow, isShort, NONE, given } from './place.js';
import { add, boxIn, ordered, paddingDown, widenSide, type LayoutContext } from './context.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Part } from '../model/part.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Region, StyleMap } from '../model/region.js';
import { EQUAL } from '../model/tolerances.js';
import { usualGap } from '../model/gap.js';

/** Things side by side, from left to right. */
interface Row {
  readonly part: Part;
  readonly sorted: readonly Part[];
  readonly boxes: readonly DrawnBox[];
  readonly region: Region;
  /** How one of them has to be set to stand where it stands in the height of the row. */
  readonly down: (box: DrawnBox) => StyleMap;
}

/** Lays out what stands side by side: things as wide as their words, or columns that share the width. */
export function layRow(
  part: Part,
  children: readonly Part[],
  box: DrawnBox,
  region: Region,
  setting: LayoutContext,
): void {
  const { view, looks } = setting;
  const sorted = ordered(children, 0, setting);
  const boxes = sorted.map((part) => boxIn(view, part));
  const top = Math.min(...boxes.map((box) => box[1]));
  const end = Math.max(...boxes.map(bottom));
  const isContent = isContentRow(part, view);
  const across = alignDown(boxes, top, end, isContent);
  const row: Row = { part, sorted, boxes, region, down: across.of };
  if (isContent) layContentRow(row, setting);
  else layColumns(row, setting);
  add(looks, part, { ...paddingDown(box, top, end), ...(across.look ? { 'align-items': across.look } : {}) });
}

/**
 * How things beside each other line up: on their middles, their whole heights, or their tops with offsets. Columns that
 * are equally high go on being so: where one of them grows, the others keep their tops.
 */
export function alignDown(
  boxes: readonly DrawnBox[],
  top: number,
  end: number,
  isContent: boolean,
): { readonly look?: string; readonly of: (box: DrawnBox) => StyleMap } {
  const middles = boxes.map((box) => box[1] + box[3] / 2);
  const equal = boxes.every((box) => Math.abs(box[1] - top) < 0.6 && Math.abs(bottom(box) - end) < 0.6);
  if (equal && !isContent) return { of: () => ({}) };
  if (Math.max(...middles) - Math.min(...middles) < EQUAL) return { look: 'center', of: () => ({}) };
  return { look: 'flex-start', of: (box) => given(Math.abs(box[1] - top) > 0.05, { 'margin-top': px(box[1] - top) }) };
}

/** Room from which on a row of short things may break without breaking where it was drawn in one line, px. */
const SPARE = 24;

/** A gap this many times as wide as the room at the sides parts two groups, that stand at the two sides. */
const RIFT = 2.5;

function isRift(gap: number, sides: number): boolean {
  return gap > SPARE && gap > RIFT * sides;
}

/** Edges this alike are the gutters of a page; a gap so many times the next one parts what stands at them. */
const ALIKE = 8;
const PARTED = 3;

/** Whether a row stands between the gutters of the page in two parts, as a mark on one side and a menu on the other. */
function isParted(boxes: readonly DrawnBox[], gaps: readonly number[], page: number): boolean {
  const [most = 0, next] = [...gaps].sort((a, b) => b - a);
  const [left, free] = [required(boxes[0])[0], page - right(required(boxes.at(-1)))];
  return next !== undefined && most > SPARE && most >= PARTED * next && left > 0 && Math.abs(left - free) <= ALIKE;
}

function layContentRow({ part, sorted, boxes, region, down }: Row, setting: LayoutContext): void {
  const { view, looks } = setting;
  const left = required(boxes[0])[0] - region.x;
  const free = region.x + region.width - right(required(boxes.at(-1)));
  const gaps = boxes.slice(1).map((box, index) => box[0] - right(required(boxes[index])));
  const usual = usualGap(gaps);
  const equal = usual !== undefined;
  const widest = gaps.indexOf(Math.max(...gaps));
  const sides = Math.max(left, free);
  const spread =
    gaps.length > 0 &&
    (sides <= NONE ||
      (Math.min(left, free) >= -NONE && (isRift(required(gaps[widest]), sides) || isParted(boxes, gaps, view.width))));
  const centred = !spread && Math.abs(left - free) < 3 && left > NONE;
  const atEnd = !spread && !centred && Math.abs(free) <= NONE;
  add(looks, part, {
    display: 'flex',
    ...(equal && !spread ? { 'column-gap': px(usual) } : {}),
    ...(centred ? { 'justify-content': 'center' } : atEnd ? { 'justify-content': 'flex-end' } : {}),
    ...(Math.max(free, spread ? Math.max(...gaps) : 0) > SPARE ? { 'flex-wrap': 'wrap', 'row-gap': '8px' } : {}),
  });
  if (spread && left > NONE) widenSide(looks, part, 'padding-left', left);
  if (spread && free > NONE) widenSide(looks, part, 'padding-right', free);
  sorted.forEach((part, index) => {
    const gap = index === 0 ? (centred || atEnd || spread ? 0 : left) : required(gaps[index - 1]);
    const auto = spread && index - 1 === widest;
    const margin = auto
      ? { 'margin-left': 'auto' }
      : given((index === 0 || !equal || spread) && Math.abs(gap) > 0.05, { 'margin-left': px(gap) });
    const box = required(boxes[index]);
    add(looks, part, { 'flex-shrink': '0', ...margin, ...down(box) });
    const piece = view.pieceOf(part);
    if (piece?.type === 'text') add(looks, part, { 'text-wrap-mode': 'nowrap' });
    /* A box with several things in it may part them: it is as wide as it was drawn. */
    const isParted = piece?.type === 'box' && view.present(part.parts).length > 1;
    if (piece?.type === 'picture' || isParted) add(looks, part, { width: px(box[2]) });
    setting.dress(part, box, { x: box[0], width: box[2] }, true);
  });
}

function layColumns({ part, sorted, boxes, region, down }: Row, setting: LayoutContext): void {
  const { looks, view } = setting;
  const { regions, gutter } = columnsFor(boxes, region, view.evenRow(part) !== undefined);
  const first = required(regions[0]).x;
  const total = required(regions.at(-1)).x + required(regions.at(-1)).width - first;
  const left = first - region.x;
  const free = region.x + region.width - (first + total);
  add(looks, part, {
    display: 'grid',
    'grid-template-columns': columnsOf(
      regions.map(({ width }) => width),
      sorted.map((part) => isShort(part, view)),
      fixedTracks(sorted, view),
    ),
    ...(gutter > 0.05 ? { 'column-gap': px(gutter) } : {}),
  });
  if (left > NONE) widenSide(looks, part, 'padding-left', left);
  if (free > NONE) widenSide(looks, part, 'padding-right', free);
  sorted.forEach((part, index) => {
    setting.place(part, required(regions[index]), 'grid', down(required(boxes[index])));
    if (isLabel(part, view)) add(looks, part, { 'text-wrap-mode': 'nowrap' });
  });
}

/** Words of a label, which never wraps. */
const LABEL_WORDS = 2;

function isLabel(part: Part, view: ArtboardView): boolean {
  const piece = view.pieceOf(part);
  return piece?.type === 'text' && isShort(part, view) && wordsOf(piece.text).split(' ').length <= LABEL_WORDS;
}

/** Largest picture or sign that keeps its size whatever the width of its row is, px. */
const SIGN = 96;

/** Which things in a row keep their width beside words that share the rest: a portrait, a sign in a circle. */
function fixedTracks(children: readonly Part[], view: ArtboardView): boolean[] {
  const isFixed = children.map((part) => {
    const [, , width, height] = boxIn(view, part);
    return Math.max(width, height) <= SIGN && isWordless(part, view);
  });
  return isFixed.includes(false) ? isFixed : isFixed.map(() => false);
}

function isWordless(part: Part, view: ArtboardView): boolean {
  return view.pieceOf(part)?.type !== 'text' && [...part.parts, ...part.over].every((inner) => isWordless(inner, view));
}

/** Columns in shares of the width. Those of short words and icons are never narrower than these. @param fixed which keep their width */
export function columnsOf(
  widths: readonly number[],
  short: readonly boolean[] = [],
  fixed: readonly boolean[] = [],
): string {
  const equal = widths.every((width) => Math.abs(width - required(widths[0])) < EQUAL);
  const track = (width: number, at: number): string =>
    fixed[at] ? px(width) : `minmax(${short[at] ? 'min-content' : '0'}, ${Math.round(width * 100) / 100}fr)`;
  return equal && !short.includes(true) && !fixed.includes(true)
    ? `repeat(${widths.length}, minmax(0, 1fr))`
    : widths.map(track).join(' ');
}
