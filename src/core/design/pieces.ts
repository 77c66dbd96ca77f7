import type { DrawnArt, DrawnBoard, DrawnBox, DrawnPicture, DrawnShape, DrawnText } from './drawn.js';
import { area, holds } from './geometry.js';
import { paragraphsOf, type Paragraph } from './paragraphs.js';

/** One thing of a drawing that the page will have: a text, a picture, artwork, or a box that may hold others. */
export type Piece =
  | { readonly type: 'text'; readonly order: number; readonly box: DrawnBox; readonly text: Paragraph; readonly inside: Piece[] }
  | { readonly type: 'picture'; readonly order: number; readonly box: DrawnBox; readonly picture: DrawnPicture; readonly inside: Piece[] }
  | { readonly type: 'art'; readonly order: number; readonly box: DrawnBox; readonly art: DrawnArt; readonly inside: Piece[] }
  | { readonly type: 'box'; readonly order: number; readonly box: DrawnBox; readonly shape: DrawnShape; readonly look: Readonly<Record<string, string>>; readonly inside: Piece[] };

/** The pieces of a board, each inside the smallest box that holds it, and what is painted on the board itself. */
export interface Pieces {
  readonly width: number;
  readonly height: number;
  /** CSS background of the whole board. */
  readonly ground: Readonly<Record<string, string>>;
  readonly top: readonly Piece[];
  /** All pieces, in painting order. */
  readonly all: readonly Piece[];
}

/** A thing may stick out of its box by this much, px. */
const SLACK = 2;
/** Boxes thinner than this are lines: they hold nothing. */
const THINNEST = 8;

export function piecesOf(board: DrawnBoard): Pieces {
  const texts = board.items.filter((item): item is DrawnText => item.type === 'text');
  const pieces: Piece[] = [
    ...paragraphsOf(texts, board.width).map((text): Piece => ({ type: 'text', order: text.order, box: text.box, text, inside: [] })),
    ...board.items.flatMap((item): Piece[] => {
      if (item.type === 'picture') return [{ type: 'picture', order: item.order, box: item.box, picture: item, inside: [] }];
      if (item.type === 'art') return [{ type: 'art', order: item.order, box: item.box, art: item, inside: [] }];
      return item.type === 'box' ? [{ type: 'box', order: item.order, box: item.box, shape: item, look: item.look, inside: [] }] : [];
    }),
  ].sort((a, b) => a.order - b.order);
  return nest(pieces, board);
}

function nest(pieces: readonly Piece[], board: DrawnBoard): Pieces {
  const whole: DrawnBox = [0, 0, board.width, board.height];
  let ground: Readonly<Record<string, string>> = {};
  const top: Piece[] = [];
  const kept: Piece[] = [];
  for (const piece of pieces) {
    if (piece.type === 'box' && kept.length === 0 && holds(piece.box, whole, SLACK)) {
      ground = { ...ground, ...backgroundOf(piece.look) };
      continue;
    }
    const parent = kept.findLast((one) => canHold(one) && holds(one.box, piece.box, SLACK) && area(one.box) >= area(piece.box) * 0.98);
    if (piece.type === 'box' && parent?.type === 'box' && parent.inside.length === 0 && holds(piece.box, parent.box, SLACK)) {
      kept[kept.indexOf(parent)] = replaceIn(top, kept, parent, { ...parent, look: { ...parent.look, ...piece.look } });
      continue;
    }
    (parent ? parent.inside : top).push(piece);
    kept.push(piece);
  }
  return { width: board.width, height: board.height, ground, top, all: kept };
}

/** Two boxes in the same place are one box with both looks. */
function replaceIn(top: Piece[], kept: readonly Piece[], before: Piece, after: Piece): Piece {
  for (const list of [top, ...kept.map(({ inside }) => inside)]) {
    const at = list.indexOf(before);
    if (at >= 0) list[at] = after;
  }
  return after;
}

function canHold(piece: Piece): boolean {
  return (piece.type === 'box' || piece.type === 'picture') && piece.box[2] > THINNEST && piece.box[3] > THINNEST;
}

function backgroundOf(look: Readonly<Record<string, string>>): Record<string, string> {
  return Object.fromEntries(Object.entries(look).filter(([name]) => name.startsWith('background')));
}
