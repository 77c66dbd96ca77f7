import type { Declarations, PageDocument } from '../page/types.js';

/** Where things stand in the source at its widest: by node id, CSS px. */
export type Boxes = ReadonlyMap<string, readonly [x: number, y: number, width: number, height: number]>;

/** Something that opens, closes or chooses another element when it is pressed; both by node id. */
export interface Control {
  readonly control: string;
  readonly target: string;
  readonly kind: 'open' | 'close' | 'tab';
}

export interface PassContext {
  /** How parts of the header look once the page is scrolled, by node id: what is otherwise then. */
  readonly scrolled?: ReadonlyMap<string, Declarations>;
  readonly controls?: readonly Control[];
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
