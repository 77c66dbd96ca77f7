import { area, holds, middle } from '../../geometry/box.js';
import type { ArtboardView } from './artboard-view.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import type { Part } from '../model/part.js';
import { drawnBox, type Piece } from '../model/piece.js';

/** Where an element stands on a board, px, and how it shows. */
export interface ElementPlace {
  readonly box: DrawnBox;
  /** Of a picture: the share of it that is not cropped, 0 to 1. */
  readonly shown?: number;
  readonly fill?: string;
  /** Set for an image whose middle something was painted over. */
  readonly under?: '';
  /** It is around the letters of a text, not the text's own box. */
  readonly letters?: true;
}

/**
 * Where boxes, pictures, drawings and the letters of texts stand on a board. Texts and groups have no box of their own
 * that was drawn: the page may make theirs as wide as it likes.
 */
export function standingOn(view: ArtboardView, part: Part): ElementPlace | undefined {
  const piece = view.pieceOf(part);
  if (!piece) return undefined;
  if (piece.type === 'text') return { box: piece.text.box, letters: true };
  const box = drawnBox(piece);
  if (piece.type === 'box' || part.parts.length + part.over.length > 0) return { box };
  const under = isPaintedOver(piece, view) ? ({ under: '' } as const) : {};
  if (piece.type === 'art') return { box, ...under };
  const shown = Math.round(Math.min(1, area(box) / Math.max(1, area(piece.picture.whole))) * 1000) / 1000;
  return { box, shown, ...under };
}

/** Whether an image or a box was painted later over the middle of one. */
function isPaintedOver(piece: Piece, view: ArtboardView): boolean {
  const [x, y] = [middle(piece.box), piece.box[1] + piece.box[3] / 2];
  return view.artboard.all.some(
    (other) => other.type !== 'text' && other.order > piece.order && holds(other.box, [x, y, 0, 0], 0),
  );
}
