import type { Part } from './part.js';
import type { StyleMap } from './region.js';

/** Looks of all parts on one board. */
export type ArtboardStyles = Map<Part, StyleMap>;
