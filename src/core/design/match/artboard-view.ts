import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { around, bottom, middle } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import type { Piece, Pieces } from '../model/piece.js';
import { aroundColumns } from '../model/even-columns.js';

/** One board seen through the tree that was made from the widest: which piece stands for which, and where. */
export class ArtboardView {
  private readonly boxes = new Map<Part, DrawnBox | undefined>();

  /** @param pairs pieces of the widest board to pieces of this one; none for the widest itself */
  constructor(
    readonly artboard: Pieces,
    private readonly pairs: ReadonlyMap<Piece, Piece> | undefined,
  ) {}

  get width(): number {
    return this.artboard.width;
  }

  /** The piece of this board that is the same thing. */
  pieceOf(part: Part): Piece | undefined {
    if (!part.piece) return undefined;
    if (!this.pairs)
      return this.artboard.all.includes(part.piece) || isSameThing(this.artboard, part.piece) ? part.piece : undefined;
    return this.pairs.get(part.piece) ?? (isSameThing(this.artboard, part.piece) ? part.piece : undefined);
  }

  /** Where a part stands on this board: line boxes for texts, the box around all for groups. Undefined if it is not there. */
  boxOf(part: Part): DrawnBox | undefined {
    if (!this.boxes.has(part)) this.boxes.set(part, this.measure(part));
    return this.boxes.get(part);
  }

  private measure(part: Part): DrawnBox | undefined {
    const piece = this.pieceOf(part);
    if (piece) return piece.type === 'text' ? lineBoxes(piece) : piece.box;
    const inside = part.parts.map((part) => this.boxOf(part)).filter((box) => box !== undefined);
    const all = inside.length ? inside : part.over.map((part) => this.boxOf(part)).filter((box) => box !== undefined);
    if (all.length === 0) return undefined;
    const box = this.evenRow(part) ?? around(all);
    /* A bar that lies on the first section begins where that does. */
    if (part.band && part.site === 'header') return [0, Math.min(0, box[1]), this.width, bottom(box)];
    return part.band ? [0, box[1], this.width, box[3]] : box;
  }

  /**
   * Things centred in columns of one width, whose middles are evenly apart though they are not equally wide: the box
   * around the columns.
   */
  evenRow(part: Part): DrawnBox | undefined {
    const children = this.present(part.parts);
    if (part.direction !== 'row' || part.over.length || children.length < 2) return undefined;
    if (!children.every((child) => this.isCentred(child))) return undefined;
    return aroundColumns(children.map((child) => required(this.boxOf(child))));
  }

  /** Whether what a part holds is centred in it, words included. */
  private isCentred(part: Part): boolean {
    const piece = this.pieceOf(part);
    if (piece) return piece.type === 'text' && piece.text.align === 'center';
    const box = this.boxOf(part);
    const children = this.present(part.parts);
    if (!box || children.length === 0 || part.direction !== 'stack') return false;
    const inLine = children.every((child) => Math.abs(middle(required(this.boxOf(child))) - middle(box)) <= 2);
    return inLine && children.some((child) => this.isCentred(child) || this.pieceOf(child)?.type === 'picture');
  }

  /** Children that are on this board. */
  present(parts: readonly Part[]): Part[] {
    return parts.filter((part) => this.boxOf(part) !== undefined);
  }
}

/** Extra pieces of other boards are copies of the piece without its inside. */
function isSameThing(artboard: Pieces, piece: Piece): boolean {
  return artboard.all.some(
    (entry) => entry.order === piece.order && entry.type === piece.type && entry.box === piece.box,
  );
}

/**
 * Texts as CSS lays them out: lines as high as the leading, glyphs in their middle. Browsers put the half above the
 * glyphs on a whole pixel, rounded down.
 */
function lineBoxes(piece: Extract<Piece, { type: 'text' }>): DrawnBox {
  const { text } = piece;
  const glyphs = Math.round(text.lines[0]?.box[3] ?? text.leading);
  const [x, y, width] = text.box;
  return [x, y - Math.floor((text.leading - glyphs) / 2), width, text.leading * text.lines.length];
}
