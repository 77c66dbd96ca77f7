import type { Box } from '../geometry/box.js';

/** Ways in which a page can differ from its source, in the words of the trade. */
export const FAULTS = [
  'missing',
  'extra',
  'off-centre',
  'gap',
  'padding',
  'place',
  'size',
  'line-break',
  'leading',
  'font',
  'letters',
  'colour',
  'crop',
  'order',
  'cut-off',
  'covered',
] as const;
export type Fault = (typeof FAULTS)[number];

/** A declaration that would fix it. */
export interface SuggestedFix {
  /** Id of the element whose style it is about. */
  readonly id: string;
  readonly property: string;
  /** CSS value; undefined where only the property is known. */
  readonly value?: string;
}

/** One difference from the source at one width. */
export interface Difference {
  readonly fault: Fault;
  /** Id and name of the element in the page document, and of the section that it is in. */
  readonly id: string;
  readonly name: string;
  readonly section: string;
  /** In words, with the figures of both. */
  readonly what: string;
  /** How far it is off: px, or percent for crops and colours. */
  readonly by: number;
  /** Where it is in the source, and where in the result; CSS px. */
  readonly wanted?: Box;
  readonly box?: Box;
  readonly remedy?: SuggestedFix;
}
