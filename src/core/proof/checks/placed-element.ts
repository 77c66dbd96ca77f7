import type { Compared } from '../compare-page.js';
import { type Box, bottom } from '../../geometry/box.js';

/** A child of a box with where it and the box stand in source and result. */
export interface PlacedElement {
  readonly one: Compared;
  readonly wanted: Box;
  readonly is: Box;
}

/** Whether two things stand above each other rather than side by side. */
export function isAbove(a: Box, b: Box): boolean {
  return b[1] >= bottom(a) - Math.min(a[3], b[3]) / 2;
}
