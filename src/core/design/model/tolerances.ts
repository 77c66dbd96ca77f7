/** Equal to the eye, px. */
export const EQUAL = 1.5;
/** What covers something may be smaller than that by this on each side, px. */
export const COVER_EDGE = 2;
