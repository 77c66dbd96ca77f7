import type { Part } from './part.js';
import type { Look } from './region.js';

/** Looks of all parts on one board. */
export type BoardLooks = Map<Part, Look>;
