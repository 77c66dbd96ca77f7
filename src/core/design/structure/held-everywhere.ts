import { area, shared } from '../../geometry/box.js';
import type { Elsewhere } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/** What lies in a box by less than this share of itself is beside it. */
const INSIDE = 0.5;

/**
 * Takes drawings out of boxes without words that they lie in on the widest artboard alone, by chance: on the others that
 * have both they lie beside it. They go to what holds the box.
 */
export function leaveChanceHolders(pieces: Piece[], others: readonly Elsewhere[]): void {
  for (const holder of [...pieces]) {
    leaveChanceHolders(holder.inside, others);
    /* A box with words in it is there to hold things. */
    if (holdsWords(holder)) continue;
    const leaving = holder.inside.filter((piece) => isHeldByChance(piece, holder, others));
    if (leaving.length === 0 || leaving.length === holder.inside.length) continue;
    holder.inside.splice(0, holder.inside.length, ...holder.inside.filter((piece) => !leaving.includes(piece)));
    pieces.splice(pieces.indexOf(holder) + 1, 0, ...leaving);
  }
}

function isHeldByChance(piece: Piece, holder: Piece, others: readonly Elsewhere[]): boolean {
  const shares = others.flatMap((at) => {
    const [own, outer] = [at(piece), at(holder)];
    return own && outer && area(own) > 0 ? [shared(own, outer) / area(own)] : [];
  });
  return shares.length > 0 && shares.every((share) => share < INSIDE);
}

function holdsWords(piece: Piece): boolean {
  return piece.type === 'text' || piece.inside.some(holdsWords);
}
