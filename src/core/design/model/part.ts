import type { DrawnBox } from '../../drawing/drawing.js';
import type { Piece } from './piece.js';

export type Direction = 'stack' | 'row';

/** A piece, or a group of parts that lie above or beside each other; `over` lies over the rest. */
export interface Part {
  readonly piece?: Piece;
  readonly direction: Direction;
  readonly parts: Part[];
  readonly over: Part[];
  readonly box: DrawnBox;
  /** What it holds are the items of a list; the HTML element of that. */
  readonly list?: 'ul' | 'ol';
  /** It is a table, and holds its rows; the first may be the heads of its columns. */
  /** Its entries are the pages of a long list. */
  readonly pager?: true;
  readonly table?: 'headed' | 'plain';
  /** A section across the page without a box of its own. */
  readonly band?: true;
  /** It is a section inside of a frame. */
  readonly section?: true;
  /** It holds sections, and is none itself. */
  readonly frame?: true;
  /** Which part of the page it is. */
  readonly site?: 'header' | 'navigation' | 'footer';
  /** It holds tags, which break into lines by themselves. */
  readonly tags?: true;
  /** It decorates: nothing else makes room for it. */
  readonly ornament?: true;
  /** Why it became what it is, in words. */
  readonly reason: string;
}

/** Where a piece lies on another artboard of the page; undefined if it is not there. */
export type Elsewhere = (piece: Piece) => DrawnBox | undefined;

/** When the first thing of a part was painted. */
export function firstOrder({ piece, parts, over }: Part): number {
  return Math.min(piece?.order ?? Infinity, ...[...parts, ...over].map(firstOrder));
}
