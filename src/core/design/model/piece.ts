import type { DrawnImage, DrawnVector, DrawnShape, DrawnBox } from '../../drawing/drawing.js';
import type { Paragraph } from './paragraph.js';

/** One thing of a drawing that the page will have: a text, a picture, artwork, or a box that may hold others. */
export type Piece =
  | (PieceBase & { readonly type: 'text'; readonly text: Paragraph })
  | (PieceBase & { readonly type: 'picture'; readonly picture: DrawnImage })
  | (PieceBase & { readonly type: 'art'; readonly art: DrawnVector })
  | (PieceBase & { readonly type: 'box'; readonly shape: DrawnShape; readonly look: Readonly<Record<string, string>> });

/** What all pieces have. */
export interface PieceBase {
  readonly order: number;
  /** The place it takes in the layout. */
  readonly box: DrawnBox;
  /** How far it hangs over the lower or the upper edge of its section, px. */
  readonly hang?: number;
  readonly rise?: number;
  readonly inside: Piece[];
}

/** Where a piece is drawn, with what hangs over. */
export function drawnBox({ box, hang = 0, rise = 0 }: Piece): DrawnBox {
  return [box[0], box[1] - rise, box[2], box[3] + rise + hang];
}

/** The pieces of a board, each inside the smallest box that holds it, and what is painted on the board itself. */
export interface Pieces {
  readonly width: number;
  readonly height: number;
  /** CSS background of the whole board. */
  readonly ground: Readonly<Record<string, string>>;
  readonly top: readonly Piece[];
  /** Shapes that decorate the board and hold nothing. */
  readonly ornaments: readonly Piece[];
  /** All pieces, in painting order. */
  readonly all: readonly Piece[];
}
