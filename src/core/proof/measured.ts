/** What a browser measured of a rendered page at one width. Lengths are CSS px from the top left corner of the page. */

export interface Place {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface MeasuredWord extends Place {
  readonly text: string;
}

export interface MeasuredSection extends Place {
  readonly name: string;
}

export interface MeasuredPage {
  readonly words: readonly MeasuredWord[];
  readonly sections: readonly MeasuredSection[];
  readonly pictures: readonly Place[];
  readonly height: number;
  /** How far the page scrolls sideways. */
  readonly overflow: number;
  readonly elements: number;
}
