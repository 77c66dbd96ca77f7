/** From what on a difference between a page and its source shows. */

/** Colours nearer than this look the same, in the distance of `core/css/colours.ts`: a little more than is just visible, as letters are thin. */
export const SAME_COLOUR = 3;

/** Type sizes this near are the same, px. */
export const SAME_SIZE = 0.25;

/** Line steps this near are the same, px. */
export const SAME_STEP = 0.4;

/** Letters this much wider or narrower show, as a share. */
export const WIDER = 0.012;

/** Texts with fewer letters tell nothing about letter spacing. */
export const FEWEST_LETTERS = 6;

/** Words that drift this far from their place along a line show, px. */
export const DRIFT = 3;

/** The share of a drift that even spacing must fix for it to be the cause. */
export const EVENLY = 0.3;

/** Gaps between words this much wider or narrower show, px. */
export const WIDER_GAP = 0.35;

/** Lines with fewer gaps tell nothing about word spacing. */
export const FEWEST_GAPS = 3;

/** A line that is to fit has at least this much room left, px: letters are placed in fractions of them. */
export const SPARE = 0.5;

/** Letters that are this much nearer each other are hardly seen to be so, in their size. */
export const CLOSER = 0.015;

/** Places and sizes this near are the same, px. */
export const NEAR = 1;

/** More than this off its middle is off centre, px. */
export const CENTRED = 2;
