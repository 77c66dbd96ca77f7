/** What a browser saw of an SVG artboard: painted things in order, plain data. Lengths are CSS px from its top left corner. */

export type DrawnBox = readonly [x: number, y: number, width: number, height: number];

/** The look of a stretch of text. */
export interface DrawnTextStyle {
  readonly family: string;
  /** Drawn size, transforms included, px. */
  readonly size: number;
  readonly weight: string;
  readonly style: string;
  readonly color: string;
  /** CSS gradient over the text, if no plain colour fills its letters; `color` is its first one then. */
  readonly paint?: string;
  /** px; 0 for normal. */
  readonly spacing: number;
  readonly decoration: string;
  readonly transform: string;
  /** It is set from right to left; on a mirrored artboard: it is set from left to right all the same. */
  readonly direction?: 'rtl' | 'ltr';
}

export interface DrawnWord {
  readonly text: string;
  readonly box: DrawnBox;
}

/** Words of one text element that stand on one line. */
export interface DrawnText {
  readonly type: 'text';
  readonly order: number;
  readonly path: string;
  readonly layer: string;
  readonly box: DrawnBox;
  readonly words: readonly DrawnWord[];
  readonly look: DrawnTextStyle;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly href?: string;
  /** The cell of a table that it stands in: nothing of another cell belongs to the same text. */
  readonly cell?: string;
}

/** A rectangle (or ellipse) with a CSS look. */
export interface DrawnShape {
  readonly type: 'box';
  readonly order: number;
  readonly path: string;
  readonly layer: string;
  readonly box: DrawnBox;
  /** CSS declarations: background, border, radius, shadow, opacity. */
  readonly look: Readonly<Record<string, string>>;
  readonly href?: string;
  /** A row of a table: where its columns begin, px. */
  readonly columns?: readonly number[];
}

/** A picture, with the part of it that shows. */
export interface DrawnImage {
  readonly type: 'picture';
  readonly order: number;
  readonly path: string;
  readonly layer: string;
  readonly box: DrawnBox;
  /** Where the whole picture would lie. */
  readonly whole: DrawnBox;
  /** It is drawn out of its proportions. */
  readonly stretched?: true;
  /** It shows a part of the drawing that was not understood: why, in words. */
  readonly kept?: string;
  readonly address: string;
  readonly title: string;
  readonly look: Readonly<Record<string, string>>;
  readonly href?: string;
}

/** Paths and other drawing that is kept as a vector picture. */
export interface DrawnVector {
  readonly type: 'art';
  readonly order: number;
  readonly path: string;
  readonly layer: string;
  readonly box: DrawnBox;
  /** A whole SVG document. */
  readonly markup: string;
  readonly title: string;
  readonly pieces: number;
  /** Its shapes are letters. */
  readonly outlined?: true;
  readonly href?: string;
}

export type DrawnItem = DrawnText | DrawnShape | DrawnImage | DrawnVector;

export interface DrawnArtboard {
  readonly width: number;
  readonly height: number;
  readonly title: string;
  readonly items: readonly DrawnItem[];
  /** What could not be kept as it is, in words. */
  readonly notes: readonly string[];
}

/** Why a drawing cannot be read. */
export type DrawingFault =
  | { readonly fault: 'broken' | 'no size'; readonly detail: string }
  | { readonly fault: 'too large'; readonly detail: string; readonly elements: number };
