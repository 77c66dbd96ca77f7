import type { PlannedBehaviour } from '../behaviours/behaviour.js';
import type { SourceKind } from '../document/types.js';
import type { AskedFont } from '../fonts/font-faces.js';
import type { Box } from '../geometry/box.js';

/** What a browser saw of a source, for a person to look over. Lengths are CSS px. */

/** The look of a text. */
export interface SurveyedTextStyle {
  /** First family of the list, as it was asked for. */
  readonly family: string;
  readonly size: number;
  readonly weight: number;
  /** `rgb(…)` or `rgba(…)`. */
  readonly color: string;
}

export interface SurveyedText {
  readonly words: string;
  readonly look: SurveyedTextStyle;
  readonly lines: number;
  /** Colour behind it, as far as it is one colour. */
  readonly ground?: string;
  /** It is cut off by the box it stands in, by so many px. */
  readonly cut?: number;
}

export interface SurveyedImage {
  /** As the source wrote it; shortened if it is data. */
  readonly address: string;
  /** Size of the picture itself, px; none for a vector or a missing one. */
  readonly natural?: readonly [width: number, height: number];
  readonly bytes?: number;
  readonly missing?: true;
  readonly stretched?: true;
  /** Cut to a shape that CSS cannot cut to. */
  readonly masked?: true;
  /** It shows a part of a drawing that was not understood: why, in words. */
  readonly kept?: string;
  /** It shows little but words. */
  readonly lettering?: true;
  /** Where the whole picture would lie, if only a part of it shows. */
  readonly whole?: Box;
  /** Alternative text; none if nothing says what it shows. An empty one says that it is decoration. */
  readonly alt?: string;
}

export interface SurveyedVector {
  /** How many shapes it is drawn with. */
  readonly pieces: number;
  readonly bytes: number;
  /** Its shapes are letters. */
  readonly outlined?: true;
  /** It is an image that is cut to a shape. */
  readonly masked?: true;
}

export type SurveyedKind = 'text' | 'heading' | 'button' | 'link' | 'picture' | 'artwork' | 'box' | 'field' | 'embed';

/** One thing that shows. */
export interface SurveyedElement {
  readonly kind: SurveyedKind;
  /** Where it is in the source, as a person finds it there. */
  readonly path: string;
  /** What a person would call it. */
  readonly name: string;
  readonly box: Box;
  readonly text?: SurveyedText;
  /** Of a heading: its level. */
  readonly level?: number;
  readonly picture?: SurveyedImage;
  readonly artwork?: SurveyedVector;
  readonly href?: string;
  /** What it paints: a colour (`rgb(…)`), or something that is not one colour. */
  readonly paint?: string;
}

/** What is painted where something is not one colour. */
export const MANY_COLOURS = 'many colours';

/** A layer of a drawing that says something though nothing, or nothing by itself, shows of it. */
export interface SurveyedLayer {
  readonly state: 'hidden' | 'empty' | 'off-board' | 'holds-one' | 'loose' | 'group';
  readonly path: string;
  readonly name: string;
  readonly box?: Box;
  /** Of a group: what kinds of things it holds, in order. */
  readonly holds?: string;
}

/** A row of things alike, and the gaps between them. */
export interface SurveyedRow {
  readonly path: string;
  readonly name: string;
  readonly box: Box;
  readonly gaps: readonly number[];
}

/** A source at one width: an artboard, or a page in a viewport. */
export interface SurveyedScreen {
  readonly name: string;
  readonly file: string;
  readonly width: number;
  readonly height: number;
  readonly things: readonly SurveyedElement[];
  readonly layers: readonly SurveyedLayer[];
  readonly sections: readonly { readonly name: string; readonly y: number; readonly height: number }[];
  /** The share of the area of a drawing that is kept as it is drawn. */
  readonly drawnShare?: number;
  /** Lines of outlined text as they were read from an image. */
  readonly readings?: readonly SurveyedReading[];
}

export interface SurveyedReading {
  readonly text: string;
  /** 0 to 1, and whether that is enough not to look at it. */
  readonly certainty: number;
  readonly isCertain: boolean;
  readonly box: Box;
  /** It stays drawn. */
  readonly stays: boolean;
}

export interface SurveyedForm {
  readonly path: string;
  readonly name: string;
  readonly action: string;
  readonly method: string;
  readonly fields: readonly string[];
}

/** Something that a page does or fetches beyond what shows. */
export interface SurveyedExtra {
  readonly path: string;
  readonly name: string;
  readonly detail: string;
}

/** Neighbours that are alike but each styled by itself. */
export interface SurveyedItems {
  readonly path: string;
  readonly name: string;
  readonly count: number;
  readonly by: 'id' | 'position';
  readonly box: Box;
}

/** One page of a source. */
export interface SurveyedPage {
  readonly name: string;
  readonly kind: SourceKind;
  readonly title: string;
  readonly description: string;
  readonly language: string;
  /** Widest first. */
  readonly screens: readonly SurveyedScreen[];
  readonly fonts: readonly AskedFont[];
  readonly forms: readonly SurveyedForm[];
  readonly scripts: readonly SurveyedExtra[];
  /** What controls do that scripts answer; missing where nobody tried. */
  readonly behaviours?: readonly SurveyedBehaviour[];
  readonly embeds: readonly SurveyedExtra[];
  /** Resources on other servers. */
  readonly elsewhere: readonly SurveyedExtra[];
  readonly items: readonly SurveyedItems[];
  /** Boxes with a least or fixed width that no narrow screen has room for. */
  readonly rigid: readonly (SurveyedExtra & { readonly box: Box; readonly width: number })[];
  /** Ids that links in the page can lead to. */
  readonly anchors: readonly string[];
  /** What is on one artboard and on no other of the page. */
  readonly lone: readonly {
    readonly screen: number;
    readonly path: string;
    readonly name: string;
    readonly box: Box;
  }[];
}

/** A control that a script answers, and by which means it would go on doing what it does; or why it would not. */
export type SurveyedBehaviour = Pick<PlannedBehaviour, 'name' | 'kind' | 'means' | 'reason'>;
