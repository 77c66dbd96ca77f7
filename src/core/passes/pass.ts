import type { PageBehaviour } from '../behaviours/behaviour.js';
import type { PageDocument } from '../document/types.js';

/** Where things stand in the source at its widest: by node id, CSS px. */
export type Boxes = ReadonlyMap<string, readonly [x: number, y: number, width: number, height: number]>;

/** Something that opens, closes or chooses another element when it is pressed; both by node id. */
export interface Control {
  readonly control: string;
  readonly target: string;
  readonly kind: 'open' | 'close' | 'tab';
}

/** How a header looks once the page is scrolled, on a screen of a width (px). */
export interface ScrolledScreen {
  readonly width: number;
  /** What is otherwise then in parts of it, by node id: computed values. */
  readonly looks: readonly { readonly id: string; readonly set: Readonly<Record<string, string>> }[];
}

export interface PassContext {
  /** How the header looks once the page is scrolled, on each screen. */
  readonly scrolled?: readonly ScrolledScreen[];
  readonly controls?: readonly Control[];
  /** What operating the controls of the source has shown. */
  readonly behaviours?: readonly PageBehaviour[];
  readonly boxes: Boxes;
  /** Viewport width at which the boxes were measured, CSS px. */
  readonly width: number;
}

/** One change to a page document. Applied twice it changes nothing more. */
export interface Pass {
  readonly name: string;
  /** One line: what it does. */
  readonly does: string;
  readonly run: (document: PageDocument, context: PassContext) => PageDocument;
}
