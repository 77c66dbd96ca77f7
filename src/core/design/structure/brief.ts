import { wordsOf } from '../text/paragraphs.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/** Pictures and drawings in a bar are at most so high, px; words in a row at most so many. */
export const SIGN = 100;
const MOST_WORDS = 5;

/** A few words in a line, a sign, or a small box with one of them. */
export function isBrief(piece: Piece): boolean {
  if (piece.type === 'text')
    return piece.text.lines.length === 1 && wordsOf(piece.text).split(' ').length <= MOST_WORDS;
  const said = textsIn(piece).filter(({ text }) => /[\p{L}\p{N}]/u.test(wordsOf(text)));
  return piece.box[3] <= SIGN && said.length <= 1 && piece.inside.every(isBrief);
}

export function textsIn(piece: Piece): Extract<Piece, { type: 'text' }>[] {
  return [...(piece.type === 'text' ? [piece] : []), ...piece.inside.flatMap(textsIn)];
}

export function leavesIn(piece: Piece): Piece[] {
  return piece.inside.length ? piece.inside.flatMap(leavesIn) : [piece];
}

/** The pieces that a part is made of, on its own level. */
export function levelPieces({ piece, parts, over }: Part): Piece[] {
  return piece ? [piece] : [...parts, ...over].flatMap(levelPieces);
}
