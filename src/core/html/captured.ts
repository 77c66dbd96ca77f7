/** What a browser saw of an HTML page: plain data, as the capture hands it to the core. Lengths are CSS px. */

import type { CapturedHead } from './head.js';
import type { Box } from '../geometry/box.js';

export type { Box };

/** An element or a text of the page, in document order. `parent` is an index into the same list, -1 for the root. */
export interface CapturedNode {
  readonly parent: number;
  /** Lower-case element name; absent for text. */
  readonly tag?: string;
  readonly attributes?: Readonly<Record<string, string>>;
  /** CSS path of the element in the source. */
  readonly path?: string;
  readonly text?: string;
  /** For text: whether it makes any box. For elements: whether it is rendered at all. */
  readonly seen?: boolean;
  readonly box?: Box;
  /** Computed display, and the computed white-space of a text's parent. */
  readonly display?: string;
  readonly whiteSpace?: string;
  /** Cleaned markup of a vector drawing (`svg`), whose inside is not captured as nodes. */
  readonly markup?: string;
  /** Address of a picture made of it (a `canvas`). */
  readonly picture?: string;
}

/** A shorthand with `var()`: the longhand that it is for has no value before the variables are known. */
export interface PendingShorthand {
  readonly shorthand: string;
  /** The value of the shorthand. */
  readonly value: string;
}

export type CapturedValue = string | PendingShorthand;
export type CapturedDeclaration = readonly [property: string, value: CapturedValue, important: boolean];

/** One style rule with one selector list, in the order of the source. */
export interface CapturedRule {
  readonly selector: string;
  readonly media: readonly string[];
  /** Conditions that the result keeps as they are, as at-rules: container queries and media other than width. */
  readonly when: readonly string[];
  /** Rank of its cascade layer; rules outside of all layers have the highest. */
  readonly layer: number;
  readonly set: readonly CapturedDeclaration[];
  /** Where its selector is looked for: 0 or nothing for the document, else the number of a shadow root. */
  readonly scope?: RuleScope;
}

/** A shadow root by its number, and which side of it: what is in it, its host, or what is handed to its slots. */
export interface RuleScope {
  readonly root: number;
  readonly side: 'inside' | 'host' | 'slotted';
}

export interface CapturedFace {
  readonly family: string;
  readonly descriptors: Readonly<Record<string, string>>;
  /** Whether the page needed it at the captured width. */
  readonly loaded: boolean;
}

export interface CapturedSheets {
  readonly rules: readonly CapturedRule[];
  readonly faces: readonly CapturedFace[];
  readonly keyframes: Readonly<Record<string, string>>;
  /** Registered custom properties with their descriptors (CSS Properties and Values 1, 3). */
  readonly properties: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Whether pages of the site pass into each other (CSS View Transitions 2, 2): the descriptors. */
  readonly viewTransition?: Readonly<Record<string, string>>;
  /** Addresses of style sheets that could not be read. */
  readonly unread: readonly string[];
}

/** Something that opens, closes or chooses another element when it is pressed; both by number. */
export interface CapturedControl {
  readonly control: number;
  readonly target: number;
  readonly kind: 'open' | 'close' | 'tab';
}

export interface CapturedPage {
  readonly title: string;
  readonly language: string;
  readonly direction: string;
  readonly description: string;
  readonly head?: CapturedHead;
  readonly quirks: boolean;
  readonly address: string;
  readonly nodes: readonly CapturedNode[];
}
