import { required } from '../../data/required.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, px } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import type { Region, StyleMap } from '../model/region.js';
import type { ArtboardStyles } from '../model/part-styles.js';
import type { Columns } from '../model/columns.js';

/** What the layout of rows, grids and stacks works with. */
export interface LayoutContext {
  readonly view: ArtboardView;
  /** The same tree on all artboards, this one among them: what keeps its size there is told by them. */
  readonly views: readonly ArtboardView[];
  readonly looks: ArtboardStyles;
  /** Where the cells of the rows of tables stand on this artboard. */
  readonly tables: ReadonlyMap<Part, Columns>;
  /** Places a child across its region, gives it its look and lays out what is inside. */
  readonly place: (part: Part, region: Region, parent: 'stack' | 'grid', more: StyleMap) => void;
  /** Gives a part its own look and lays out what is inside. `sized` if its width is set already. */
  readonly dress: (part: Part, box: DrawnBox, region: Region, sized: boolean) => void;
}

export function add(looks: ArtboardStyles, part: Part, more: StyleMap): void {
  looks.set(part, { ...looks.get(part), ...more });
}

/** More room at a side of a part, besides what it has there already; px. */
export function widenSide(
  looks: ArtboardStyles,
  part: Part,
  side: 'padding-left' | 'padding-right',
  more: number,
): void {
  const before = looks.get(part)?.[side] ?? '0';
  const plain = /^[\d.]+(px)?$/.test(before);
  add(looks, part, { [side]: plain ? px(parseFloat(before) + more) : `calc(${before} + ${px(more)})` });
}

export function boxIn(view: ArtboardView, part: Part): DrawnBox {
  return required(view.boxOf(part));
}

export function rowsOf(children: readonly Part[], view: ArtboardView): Part[][] {
  const sorted = [...children].sort((a, b) => boxIn(view, a)[1] - boxIn(view, b)[1]);
  const rows: Part[][] = [];
  let end = -Infinity;
  for (const part of sorted) {
    const box = boxIn(view, part);
    if (box[1] >= end - 4) rows.push([part]);
    else required(rows.at(-1)).push(part);
    end = Math.max(end, bottom(box));
  }
  return rows.map((row) => row.sort((a, b) => boxIn(view, a)[0] - boxIn(view, b)[0]));
}

/** The rows of this board; where reading them one after the other is not the order of the document, with `order`. */
export function orderedRows(children: readonly Part[], { view, looks }: LayoutContext): Part[][] {
  const rows = rowsOf(children, view);
  sayOrder(rows.flat(), children, looks);
  return rows;
}

function sayOrder(here: readonly Part[], children: readonly Part[], looks: ArtboardStyles): void {
  if (here.some((part, index) => part !== children[index]))
    here.forEach((part, index) => add(looks, part, { order: String(index + 1) }));
}

/** Children in the order of this board; where that is not the order of the document, with `order`. */
export function ordered(children: readonly Part[], axis: 0 | 1, { view, looks }: LayoutContext): Part[] {
  const start = (part: Part): number => (isPageHeader(part) ? -Infinity : boxIn(view, part)[axis]);
  const sorted = [...children].sort((a, b) => (start(a) === start(b) ? 0 : start(a) - start(b)));
  sayOrder(sorted, children, looks);
  return sorted;
}

/** The header of the page, which comes first though what follows it may begin as high. */
export function isPageHeader({ site, band }: Part): boolean {
  return site === 'header' && band === true;
}

/** Room above and below what a part holds. */
export function paddingDown(box: DrawnBox, top: number, end: number): StyleMap {
  const above = top - box[1];
  const below = bottom(box) - end;
  return {
    ...(above > 0.05 ? { 'padding-top': px(above) } : {}),
    ...(below > 0.05 ? { 'padding-bottom': px(below) } : {}),
  };
}

/** Links are drawn as the design draws them: underlined only where it underlines. */
export function undecorated(looks: ArtboardStyles, part: Part): void {
  const look = looks.get(part);
  if (look && look['text-decoration-line'] === undefined) look['text-decoration-line'] = 'none';
}
