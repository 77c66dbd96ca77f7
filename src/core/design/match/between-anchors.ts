import { required } from '../../data/required.js';
import type { Piece, Pieces } from '../model/piece.js';

/** Pictures of proportions that differ by more are not one, cropped or drawn again; as a factor. */
const MOST_APART = 4;

/**
 * Pairs pictures and drawings that are written as other files on the other board by where they stand: between the same
 * things that are known, in the same order. First those with the same thing on both sides, then on one.
 */
export function matchBetween(
  first: Pieces,
  other: Pieces,
  pairs: ReadonlyMap<Piece, Piece>,
  pair: (mine: Piece, theirs: Piece) => void,
): void {
  for (const sides of [['before', 'after'], ['before'], ['after']] as const) {
    const back = new Map([...pairs].map(([mine, theirs]) => [theirs, mine]));
    const mine = standing(first, (piece) => (pairs.has(piece) ? piece : undefined));
    const theirs = standing(other, (piece) => back.get(piece));
    const keyOf = ({ piece, before, after, fromBefore, fromAfter }: Standing): string | undefined => {
      if (sides.some((side) => (side === 'before' ? before : after) === undefined)) return undefined;
      const places = sides.map((side) =>
        side === 'before'
          ? `${first.all.indexOf(required(before))} ${fromBefore}`
          : `${first.all.indexOf(required(after))} ${fromAfter}`,
      );
      return `${piece.type} ${places.slice(0, sides.length === 2 ? 1 : 2).join(' ')} ${sides.length === 2 ? first.all.indexOf(required(after)) : ''}`;
    };
    const wanted = new Map<string, Piece>();
    for (const entry of theirs) {
      const key = keyOf(entry);
      if (key !== undefined && !wanted.has(key)) wanted.set(key, entry.piece);
    }
    for (const entry of mine) {
      const found = wanted.get(keyOf(entry) ?? '');
      if (found && areAlike(entry.piece, found)) pair(entry.piece, found);
    }
  }
}

/** A picture or drawing that is not known, and the known things of the first board around it. */
interface Standing {
  readonly piece: Piece;
  readonly before: Piece | undefined;
  readonly after: Piece | undefined;
  /** How many of its type stand between. */
  readonly fromBefore: number;
  readonly fromAfter: number;
}

function standing({ all }: Pieces, known: (piece: Piece) => Piece | undefined): Standing[] {
  const leaves = all.filter(({ type }) => type !== 'box');
  const found: {
    piece: Piece;
    before: Piece | undefined;
    after: Piece | undefined;
    fromBefore: number;
    fromAfter: number;
  }[] = [];
  let before: Piece | undefined;
  let open: typeof found = [];
  const close = (after: Piece | undefined): void => {
    open.forEach((entry) => {
      const same = open.filter(({ piece }) => piece.type === entry.piece.type);
      const at = same.indexOf(entry);
      found.push({ ...entry, after, fromBefore: at, fromAfter: same.length - at });
    });
    open = [];
  };
  for (const piece of leaves) {
    const anchor = known(piece);
    if (anchor) {
      close(anchor);
      before = anchor;
    } else if (piece.type !== 'text') open.push({ piece, before, after: undefined, fromBefore: 0, fromAfter: 0 });
  }
  close(undefined);
  return found;
}

function areAlike(a: Piece, b: Piece): boolean {
  const shape = ({ box }: Piece): number => box[2] / Math.max(1, box[3]);
  return Math.abs(Math.log(shape(a) / shape(b))) <= Math.log(MOST_APART);
}
