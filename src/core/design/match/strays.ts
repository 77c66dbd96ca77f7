import type { Piece, Pieces } from '../model/piece.js';

/** Most and fewest things in a row or a card that says where its things are, and the share of them that must agree. */
const MOST = 12;
const FEWEST = 3;
const AGREEING = 0.6;

/** What is paired with something elsewhere, and whether it is a cell, which no artboard has elsewhere. */
export interface Stray {
  readonly piece: Piece;
  readonly isCell: boolean;
}

/**
 * Pairs that leave what most of their neighbours are in: of a row whose other cells are in one row of another artboard, the
 * last cell is there too, even if equal words stand elsewhere.
 * @param pairs things of the first artboard to those of another one
 * @param other the other artboard
 */
export function strayPairs(first: Pieces, other: Pieces, pairs: ReadonlyMap<Piece, Piece>): Stray[] {
  const holders = other.all.filter(isHolder).map((piece) => new Set(leavesOf(piece)));
  const found = new Map<Piece, Stray>();
  for (const holder of first.all.filter(isHolder)) {
    const leaves = leavesOf(holder).filter((leaf) => pairs.has(leaf));
    if (leaves.length < FEWEST) continue;
    const isIn = (leaf: Piece, theirs: ReadonlySet<Piece>): boolean => {
      const mate = pairs.get(leaf);
      return mate !== undefined && theirs.has(mate);
    };
    const home = holders
      .map((theirs) => ({ theirs, count: leaves.filter((leaf) => isIn(leaf, theirs)).length }))
      .filter(({ count }) => count >= AGREEING * leaves.length)
      .sort((a, b) => b.count - a.count || a.theirs.size - b.theirs.size)[0];
    if (!home) continue;
    const isCell = holder.type === 'box' && holder.shape.columns !== undefined;
    for (const piece of leaves.filter((leaf) => !isIn(leaf, home.theirs))) found.set(piece, { piece, isCell });
  }
  return [...found.values()];
}

function isHolder(piece: Piece): boolean {
  return piece.type === 'box' && piece.inside.length > 0 && leavesOf(piece).length <= MOST;
}

/** The innermost things in a box. */
function leavesOf(piece: Piece): Piece[] {
  return piece.inside.flatMap((inner) => (inner.inside.length ? leavesOf(inner) : [inner]));
}
