import type { DrawnTextStyle, DrawnBox, DrawnText } from '../../drawing/drawing.js';

/** Words of one look in a line. */
export interface Run {
  readonly text: string;
  readonly look: DrawnTextStyle;
  readonly href?: string;
  /** How far its baseline lies above that of the line (an exponent) or below it (an index, negative), px. */
  readonly raise?: number;
}

export interface Line {
  readonly runs: readonly Run[];
  readonly box: DrawnBox;
  /** Width of its first word: what would have to fit for it to move up. */
  readonly firstWord: number;
  /** Where its second word begins, if it was drawn in one piece, px. */
  readonly second?: number;
  readonly anchor?: DrawnText['anchor'];
  /** It begins anew though its first word would have fitted above. */
  readonly broken?: true;
}
