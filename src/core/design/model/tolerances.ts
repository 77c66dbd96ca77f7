/** Equal to the eye, px. */
export const EQUAL = 1.5;
