import type { Breakpoint, FontFace } from '../../document/types.js';
import type { DrawnArtboard, DrawnBox } from '../../drawing/drawing.js';
import type { DesignChoices } from '../responsive/screens.js';

export interface DesignInput extends DesignChoices {
  readonly fonts?: readonly FontFace[];
  readonly name: string;
  readonly files: readonly string[];
  /** Where the layout of a board gives way to that of the next; half way between their widths if it is not said. */
  readonly breakpoints?: readonly Breakpoint[];
  /** Widest first. */
  readonly boards: readonly DrawnArtboard[];
}

/** A section of the page and where it lies on each board, widest first. */
export interface DesignSection {
  readonly id: string;
  readonly boxes: readonly (DrawnBox | undefined)[];
}
