import type { Box } from '../geometry/box.js';

/** What a browser measured of a rendered page at one width. Lengths are CSS px from the top left corner of the page. */

export interface Position {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface MeasuredWord extends Position {
  readonly text: string;
  /** How its letters are set: the number of one of the page's `looks`. */
  readonly look?: number;
  /** Id of the innermost element of the page document that it stands in. */
  readonly of?: string;
  /** A box that cuts off what it holds leaves less than half of it. */
  readonly cut?: true;
  /** It goes on in the next line: its place is around both parts. */
  readonly broken?: boolean;
  /** Id of the element that lies on it, as painted; empty if it is none of the page document. */
  readonly under?: string;
}

/** How letters are set. */
export interface MeasuredTextStyle {
  /** The first family that is asked for. */
  readonly family: string;
  /** px */
  readonly size: number;
  readonly weight: string;
  readonly style: string;
  readonly color: string;
}

/** Where an element of the page document stands. */
export interface MeasuredElement {
  readonly box: Box;
  /** Of a picture: the share of it that is not cropped, 0 to 1. */
  readonly shown?: number;
  /** Colour of its background, if it has one. */
  readonly fill?: string;
  /** The box is around the letters of a text, not the text's own: it tells which words are in it. */
  readonly letters?: true;
  /** Of a picture: id of the element that lies on it, as painted. */
  readonly under?: string;
}

export interface MeasuredSection extends Position {
  readonly name: string;
}

export interface MeasuredPage {
  readonly words: readonly MeasuredWord[];
  readonly looks?: readonly MeasuredTextStyle[];
  readonly sections: readonly MeasuredSection[];
  readonly pictures: readonly Position[];
  /** Elements that show, by their id in the page document. */
  readonly things?: Readonly<Record<string, MeasuredElement>>;
  readonly height: number;
  /** How far the page scrolls sideways. */
  readonly overflow: number;
  readonly elements: number;
}

/** What is to be measured besides words, pictures and the page itself. */
export interface MeasureRequest {
  /** Names and CSS paths of the sections; without it, what is marked with `data-section`. */
  readonly sections?: readonly { readonly name: string; readonly path: string }[];
  /** Of a source: elements of the page document, and where they are in it. */
  readonly things?: readonly { readonly id: string; readonly path: string }[];
  /** Of a rendered page: the ids of its elements in the order of the document. */
  readonly order?: readonly string[];
  /** Whether to look for what lies on words and pictures. */
  readonly covers?: boolean;
  /** Of a rendered page: words alone, without elements, pictures and the look of letters. */
  readonly onlyWords?: boolean;
  /** Of a rendered page: the only sections whose words are asked for, besides what stands in none. */
  readonly within?: readonly string[];
}
