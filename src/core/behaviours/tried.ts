/** What operating the controls of a page in the browser has shown: plain data, elements by their CSS paths at rest. */

/** How a control is operated: pressed, or pointed at. */
export type Manner = 'press' | 'point';

/** Something in a page that a visitor may operate. */
export interface Candidate {
  readonly path: string;
  readonly by: Manner;
}

/** An attribute that an element has other than at rest; null: it has none. */
export interface AttributeChange {
  readonly path: string;
  readonly name: string;
  readonly to: string | null;
}

/** Elements that a script put into the page: where, and their markup. */
export interface AddedPart {
  /** The box that they are in, and the element before them in it. */
  readonly parent: string;
  readonly after?: string;
  readonly html: string;
}

/** Attribute of parts that were put in, while they stand in the page and are not shown. */
export const PART = 'data-part';

/** The path of an added part by its place in the list; paths in it go on from there. */
export function partPath(index: number): string {
  return `+${index}`;
}

/** How a page differs from the page at rest once something was operated. */
export interface OperatedState {
  readonly changes: readonly AttributeChange[];
  /** The outermost elements that can be seen now and could not at rest, and the other way round. */
  readonly shown: readonly string[];
  readonly hidden: readonly string[];
  /** Of what is seen now: what lies over the page wherever it is scrolled, and whether it covers all of the window. */
  readonly layers: readonly { readonly path: string; readonly covers: boolean }[];
  /** Dialogs that are open above all else, and popovers that are open. */
  readonly modal: readonly string[];
  readonly popovers: readonly string[];
  readonly added: readonly AddedPart[];
  /** How many texts became others, and how many fields hold something else. */
  readonly texts: number;
  readonly values: number;
  /** Where the page would have gone. */
  readonly left?: string;
  /** The page, or a box in it, was scrolled. */
  readonly scrolled?: true;
  /** The element that has the focus, if it is another one than the control. */
  readonly focus?: string;
}

/** What came of operating a control on one screen. */
export interface TriedScreen {
  /** Viewport width, CSS px. */
  readonly width: number;
  readonly state: OperatedState;
  /** Operating it once more brought the page back to rest. */
  readonly goesBack: boolean;
  /** What brings the page back to rest as well. */
  readonly closers: readonly string[];
  /** What had to be operated before it could be seen. */
  readonly opener?: string;
  /** Pressing beside it brings the page back to rest. */
  readonly light?: true;
  /** Operating it once more showed yet something else. */
  readonly steps?: true;
  /** Operating one of its kind in the same place undoes it. */
  readonly exclusive?: true;
}

/** A control that was operated, on the screens on which it can be seen; widest first. */
export interface TriedControl extends Candidate {
  readonly screens: readonly TriedScreen[];
}

/** Whether nothing at all came of it. */
export function isStill(state: OperatedState): boolean {
  const { changes, shown, hidden, modal, popovers, added, texts, values, left, scrolled } = state;
  const lists = [changes, shown, hidden, modal, popovers, added];
  return lists.every((list) => list.length === 0) && texts + values === 0 && left === undefined && !scrolled;
}
