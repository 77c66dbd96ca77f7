import { required } from '../../data/required.js';
import { around, right } from '../../geometry/box.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Piece } from '../model/piece.js';

/** Largest sign that goes with the words beside it, px. */
const SIGN = 32;
/** A sign is so many times as far from what it does not go with. */
const APART = 2;
/** Fewest pairs in a row: one sign alone may stand for itself. */
const FEWEST = 2;

/**
 * The columns of a row with signs put to the words that they stand close to, such as the arrows of a menu that opens, or icons
 * before telephone numbers: of two neighbours, the near one.
 */
export function withSigns(columns: readonly Piece[][]): Piece[][] {
  const boxes = columns.map((column) => around(column.map(({ box }) => box)));
  const gapAfter = (at: number): number => {
    const [box, next] = [boxes[at], boxes[at + 1]];
    return box && next ? next[0] - right(box) : Infinity;
  };
  const homes = columns.map((column, at): number => {
    if (!isSign(column)) return at;
    const [before, after] = [gapAfter(at - 1), gapAfter(at)];
    if (isLine(columns[at - 1]) && before * APART <= after) return at - 1;
    return isLine(columns[at + 1]) && after * APART <= before ? at + 1 : at;
  });
  const moved = homes.filter((home, at) => home !== at);
  if (moved.length < FEWEST || columns.length - moved.length < FEWEST) return [...columns];
  return columns.flatMap((column, at) => {
    if (homes[at] !== at) return [];
    return [columns.filter((_, other) => homes[other] === at).flat()];
  });
}

function isSign(column: readonly Piece[]): boolean {
  const [piece, more] = column;
  if (!piece || more || Math.max(piece.box[2], piece.box[3]) > SIGN) return false;
  return piece.type === 'text' ? /^[\p{Co}\p{S}]+$/u.test(wordsOf(piece.text)) : piece.inside.length === 0;
}

function isLine(column: readonly Piece[] | undefined): boolean {
  const [piece, more] = column ?? [];
  return piece?.type === 'text' && !more && piece.text.lines.length === 1 && !isSign(required(column));
}
