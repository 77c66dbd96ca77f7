import { required } from '../../data/required.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { borderWidths } from '../../drawing/side-borders.js';
import { bottom, middle, px, right } from '../../geometry/box.js';
import { raiseHeader, raiseOverOrnaments } from './painting-order.js';
import { boxLook, holderLook, imageLook, textLook } from './element-styles.js';
import { fadedTogether, unfade } from './faint.js';
import { layGrid } from './grid.js';
import { centred, centreGutters } from './gutters.js';
import { IN_CELL, NONE, ONE_CELL, SIDE_FLOOR, given, isShort, placeAcross } from './place.js';
import { keepProportion } from './image-boxes.js';
import { longWordLook } from './long-words.js';
import { layOver, placeFree } from './place-over.js';
import { layRow } from './rows.js';
import { columnsOfTables, layCells, standInColumns } from './table-cells.js';
import { layWrap } from './wrap.js';
import { add, boxIn, ordered, paddingDown, type LayoutContext } from './context.js';
import { directionOf } from './direction.js';
import type { Part } from '../model/part.js';
import { type Piece, drawnBox } from '../model/piece.js';
import type { Region, StyleMap } from '../model/region.js';
import { usualGap } from '../model/gap.js';
import { layTags } from './tag-lines.js';
import type { ArtboardStyles } from '../model/part-styles.js';

/**
 * Works out how each part of the tree has to be laid out to stand where it stands on the board.
 * @param views the tree on all boards
 */
export function layOut(root: Part, view: ArtboardView, views: readonly ArtboardView[] = [view]): ArtboardStyles {
  const looks: ArtboardStyles = new Map();
  const box: DrawnBox = [0, 0, view.width, view.artboard.height];
  const setting: LayoutContext = {
    view,
    views,
    looks,
    tables: columnsOfTables(root, view),
    place: (part, region, parent, more) => placeChild(part, region, setting, parent, more),
    dress: (part, own, region, sized) => dress(part, own, region, setting, sized),
  };
  looks.set(root, {});
  layInside(root, box, { x: 0, width: view.width }, setting);
  centreGutters(root, view, looks);
  raiseOverOrnaments(root, view, looks);
  raiseHeader(root, view, looks);
  for (const part of root.parts)
    if (sticksOut(part, view) || isWidened(part, looks)) add(looks, part, { 'overflow-x': 'clip' });
  /* What lies over the whole page is cut off by it. */
  if (root.over.some((part) => sticksOut(part, view))) add(looks, root, { 'overflow-x': 'clip' });
  return looks;
}

/** Whether anything in a part reaches over the sides of the board, which cut it off. */
function sticksOut(part: Part, view: ArtboardView): boolean {
  const box = view.boxOf(part);
  if (box && (box[0] < -NONE || right(box) > view.width + NONE)) return true;
  return [...part.parts, ...part.over].some((part) => sticksOut(part, view));
}

/** Whether anything in a part reaches into the room beside it, by which the page must not scroll. */
function isWidened(part: Part, looks: ArtboardStyles): boolean {
  const own = looks.get(part) ?? {};
  if (['margin-left', 'margin-right'].some((name) => parseFloat(own[name] ?? '0') < 0)) return true;
  return [...part.parts, ...part.over].some((part) => isWidened(part, looks));
}

/** Lays the children of a part out. `box` is the part's own box (inside of its border), `region` where children may lie. */
function layInside(part: Part, box: DrawnBox, region: Region, setting: LayoutContext): void {
  const { view, looks } = setting;
  for (const entry of [...part.parts, ...part.over]) if (!view.boxOf(entry)) add(looks, entry, { display: 'none' });
  const base = view.present(part.parts);
  /* Where nothing is left of what others lie over, these take the place. */
  const isBare = base.length === 0 && !part.piece;
  const children = isBare ? view.present(part.over) : base;
  /* Where the part really lies: a group is as wide as its region, whatever stands in it. */
  const frame: DrawnBox = part.piece || part.band ? box : [region.x, box[1], region.width, box[3]];
  if (children.length) {
    const columns = setting.tables.get(part);
    if (columns && standInColumns(part, columns, view)) return layCells(part, columns, box, region, setting);
    const direction = directionOf(children, view);
    const broken = part.tags && direction !== 'row' && layTags(part, children, box, region, setting);
    if (broken) return layOver(part, frame, setting);
    if (direction === 'stack') layStack(part, children, box, region, setting);
    else if (direction === 'row') layRow(part, children, box, region, setting);
    else if (direction === 'grid') layGrid(part, children, box, region, setting);
    else if (direction === 'wrap') layWrap(part, children, box, region, setting);
    else layFree(part, children, frame, setting);
  }
  if (!isBare) layOver(part, frame, setting);
}

function layStack(part: Part, children: readonly Part[], box: DrawnBox, region: Region, setting: LayoutContext): void {
  const { view, looks } = setting;
  const sorted = ordered(children, 1, setting);
  const first = boxIn(view, required(sorted[0]));
  const last = boxIn(view, required(sorted.at(-1)));
  add(looks, part, { display: 'flex', 'flex-direction': 'column', ...paddingDown(box, first[1], bottom(last)) });
  const gaps = sorted
    .slice(1)
    .map((part, index) => boxIn(view, part)[1] - bottom(boxIn(view, required(sorted[index]))));
  const usual = usualGap(gaps);
  const equal = gaps.length > 1 && usual !== undefined && usual > 0;
  if (equal) add(looks, part, { 'row-gap': px(usual) });
  const rise = Math.min(0, first[1] - box[1]);
  const hang = Math.min(0, bottom(box) - bottom(last));
  sorted.forEach((part, index) => {
    const gap = index === 0 ? rise : required(gaps[index - 1]);
    const down = {
      ...given((!equal || index === 0) && Math.abs(gap) > 0.05, { 'margin-top': px(gap) }),
      ...given(index === sorted.length - 1 && hang < -0.05, { 'margin-bottom': px(hang) }),
    };
    placeChild(part, region, setting, 'stack', down);
  });
}

function placeChild(
  part: Part,
  region: Region,
  setting: LayoutContext,
  parent: 'stack' | 'grid',
  more: StyleMap,
): void {
  const { view, looks } = setting;
  const box = boxIn(view, part);
  /* The heads of a table are a row as wide as the others. */
  if (setting.tables.has(part) && !part.piece) {
    add(looks, part, more);
    return dress(part, [region.x, box[1], region.width, box[3]], region, setting, false);
  }
  const placed = placeAcross(part, box, region, view, parent);
  add(looks, part, { ...placed.look, ...more });
  dress(part, box, placed.region, setting, 'width' in placed.look);
  const stretches = Object.keys(placed.look).every((property) => property.startsWith('margin'));
  if (parent === 'stack' && stretches) centreLine(part, setting);
}

/**
 * A box that is as wide as what holds it, with one line in its middle (a button across a card): the line is centred, so
 * that it still fits where the box is narrower.
 */
function centreLine(part: Part, { view, looks }: LayoutContext): void {
  const [only, more] = view.present(part.parts);
  const line = only && view.pieceOf(only);
  const look = looks.get(part);
  if (!only || more || part.over.length || line?.type !== 'text' || line.text.lines.length > 1) return;
  const room = parseFloat(look?.['padding-left'] ?? '0');
  const offMiddle = middle(boxIn(view, only)) - middle(boxIn(view, part));
  if (room <= SIDE_FLOOR || Math.abs(offMiddle) > NONE) return;
  add(looks, part, { 'padding-left': px(SIDE_FLOOR), 'padding-right': px(SIDE_FLOOR) });
  const { 'margin-left': _, 'margin-right': __, 'max-width': ___, ...rest } = looks.get(only) ?? {};
  looks.set(only, { ...rest, 'text-align': 'center' });
}

/** The part's own look, and what is inside of it. */
function dress(part: Part, box: DrawnBox, region: Region, setting: LayoutContext, sized: boolean): void {
  const { view, looks } = setting;
  const piece = view.pieceOf(part);
  if (piece?.hang || piece?.rise) hangOver(part, piece, looks);
  if (piece?.type === 'text')
    return add(looks, part, {
      ...textLook(piece.text),
      ...longWordLook(piece.text, region.width, view, setting.views),
    });
  if (piece?.type === 'picture' && part.parts.length + part.over.length === 0)
    return add(looks, part, imageLook(piece, sized));
  if (piece?.type === 'art' && part.parts.length + part.over.length === 0) {
    const small = box[2] < 0.9 * region.width;
    return add(looks, part, {
      display: 'block',
      height: px(drawnBox(piece)[3]),
      ...(sized ? {} : { width: small ? px(box[2]) : '100%' }),
      'flex-shrink': '0',
      ...(small ? { 'max-width': '100%' } : {}),
    });
  }
  if (!piece) return layInside(part, box, part.band ? innerRegion(part, box, setting) : region, setting);
  const faded = fadedTogether(part, view);
  const isHolder = part.parts.length + part.over.length > 0;
  const own = isHolder && faded === undefined ? holderLook(piece) : boxLook(piece);
  const [above, after, below, before] = borderWidths(own);
  const whole = drawnBox(piece);
  const inner: DrawnBox = [whole[0] + before, whole[1] + above, whole[2] - before - after, whole[3] - above - below];
  add(looks, part, own);
  if (!isHolder) return add(looks, part, { height: px(whole[3]), 'flex-shrink': '0' });
  layInside(part, inner, innerRegion(part, inner, setting), setting);
  if (faded !== undefined) unfade(part, faded, looks);
  keepLabel(part, setting);
  keepProportion(part, whole, setting);
  if (view.present(part.parts).length === 0) add(looks, part, { 'min-height': px(whole[3]) });
}

/** The one line in a box that is as wide as its words, a button's or a badge's, does not wrap. */
function keepLabel(part: Part, { view, looks }: LayoutContext): void {
  if (!isShort(part, view)) return;
  for (const child of view.present(part.parts))
    if (view.pieceOf(child)?.type === 'text') add(looks, child, { 'text-wrap-mode': 'nowrap' });
}

/** What hangs over an edge takes no room there, and lies in front. */
function hangOver(part: Part, { hang = 0, rise = 0 }: Piece, looks: ArtboardStyles): void {
  const before = parseFloat(looks.get(part)?.['margin-top'] ?? '0');
  add(looks, part, {
    position: 'relative',
    'z-index': '1',
    ...(hang ? { 'margin-bottom': px(-hang) } : {}),
    ...(rise ? { 'margin-top': px(before - rise) } : {}),
  });
}

/** Padding at the sides of a box: what its content leaves, the same on both sides where the right is free. */
function innerRegion(part: Part, box: DrawnBox, setting: LayoutContext): Region {
  const { view, looks } = setting;
  const children = view.present(part.parts);
  if (children.length === 0) return { x: box[0], width: box[2] };
  const boxes = children.map((child) => boxIn(view, child));
  const left = Math.max(0, Math.min(...boxes.map((entry) => entry[0] - box[0])));
  const free = Math.max(0, Math.min(...boxes.map((entry) => right(box) - right(entry))));
  const whole = box[2] >= view.width - 2;
  /* Room may differ by a little, but a word that just fits must not break. */
  const slack = children.some((child) => view.pieceOf(child)?.type === 'text') ? 0.05 : NONE;
  const end = whole ? Math.min(left, free) : free >= left - slack ? left : free;
  /* What lies at the end of an image stays there, whatever its width. */
  const start = whole ? end : view.pieceOf(part)?.type === 'picture' ? Math.min(left, end) : left;
  if (!whole) {
    add(looks, part, {
      ...(start > 0.05 ? { 'padding-left': px(start) } : {}),
      ...(end > 0.05 ? { 'padding-right': px(end) } : {}),
    });
    return { x: box[0] + start, width: box[2] - start - end };
  }
  return sideRoom(part, box, start, setting);
}

/** A band across the page: its content is centred, at most as wide as on the board. */
function sideRoom(part: Part, box: DrawnBox, start: number, setting: LayoutContext): Region {
  const { looks } = setting;
  const width = box[2] - 2 * start;
  if (start > 0.05) {
    const room = start > 2 * SIDE_FLOOR ? centred(width) : px(start);
    add(looks, part, { 'padding-left': room, 'padding-right': room });
  }
  return { x: box[0] + start, width };
}

/**
 * Nothing else holds: all children lie in one cell, each at its place, in shares of the width. The cell is as high as was
 * drawn, and grows with what is in it.
 */
function layFree(part: Part, children: readonly Part[], box: DrawnBox, setting: LayoutContext): void {
  const { looks } = setting;
  /* Places are told from the sides of the part itself. */
  const { 'padding-left': _, 'padding-right': __, ...own } = looks.get(part) ?? {};
  looks.set(part, own);
  add(looks, part, {
    display: 'grid',
    'grid-template-columns': ONE_CELL,
    'align-items': 'start',
    'min-height': px(box[3]),
  });
  for (const child of children) {
    const { left, top, ...across } = placeFree(child, box, setting);
    add(looks, child, { ...IN_CELL, 'margin-left': left, 'margin-top': top, ...across });
  }
}
