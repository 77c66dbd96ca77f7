import type { Line } from './text-line.js';
import type { DrawnBox, DrawnTextStyle } from '../../drawing/drawing.js';
import type { Mark } from './list-marker.js';

export type Alignment = 'left' | 'center' | 'right';

/** Lines that a person would call one text. */
export interface Paragraph {
  readonly order: number;
  readonly path: string;
  readonly layer: string;
  readonly lines: readonly Line[];
  /** Around the glyph boxes of all lines. */
  readonly box: DrawnBox;
  /** Look of most of its characters. */
  readonly look: DrawnTextStyle;
  /** From line to line, px; for one line what its font asks for. */
  readonly leading: number;
  readonly align: Alignment;
  readonly href?: string;
  /** What stands before it as an item of a list; no part of its words. */
  readonly mark?: Mark;
}
