import { assign, NEVER_ALONE } from '../../data/assign.js';
import { groupBy } from '../../data/group-by.js';
import { required } from '../../data/required.js';
import type { Piece, Pieces } from '../model/piece.js';

/** Pictures of proportions that differ by more are not one, cropped or drawn again; as a factor. */
const MOST_APART = 4;
/** What is larger by more, in px and in shares of the board, is something else: an icon is no hero image; as a factor. */
const AS_LARGE = 3;
/** How much worse it is to take the next one of a row than one that is larger by a factor of e. */
const NEXT = 0.3;

/**
 * Pairs pictures and drawings that are written as other files on the other board by where they stand: between the same
 * things that are known, those that are most alike in size and order. First those with the same thing on both sides, then
 * on one.
 */
export function matchBetween(
  first: Pieces,
  other: Pieces,
  pairs: ReadonlyMap<Piece, Piece>,
  pair: (mine: Piece, theirs: Piece) => void,
): void {
  for (const sides of [['before', 'after'], ['before'], ['after']] as const) {
    const back = new Map([...pairs].map(([mine, theirs]) => [theirs, mine]));
    const keyOf = (entry: Standing): string | undefined =>
      sides.some((side) => entry[side] === undefined)
        ? undefined
        : [entry.piece.type, ...sides.map((side) => first.all.indexOf(required(entry[side])))].join(' ');
    const mine = groupBy(
      standing(first, (piece) => (pairs.has(piece) ? piece : undefined)),
      keyOf,
    );
    const theirs = groupBy(
      standing(other, (piece) => back.get(piece)),
      keyOf,
    );
    const isFromEnd = sides[0] === 'after';
    for (const [key, list] of mine) {
      const there = theirs.get(key) ?? [];
      const candidates = list.flatMap((a, left) =>
        there.flatMap((b, right) => {
          const larger = sizeBetween(a.piece, b.piece, first.width / other.width);
          if (larger > Math.log(AS_LARGE) || !areAlike(a.piece, b.piece)) return [];
          const steps = isFromEnd ? a.fromAfter - b.fromAfter : a.fromBefore - b.fromBefore;
          return [{ left, right, score: -larger - NEXT * Math.abs(steps) }];
        }),
      );
      for (const { left, right } of assign(candidates, NEVER_ALONE))
        pair(required(list[left]).piece, required(there[right]).piece);
    }
  }
}

/** By which factor one is wider than the other, in px or in shares of its board, whichever is less; its logarithm. */
function sizeBetween({ box: a }: Piece, { box: b }: Piece, boards: number): number {
  const factor = Math.max(1, a[2]) / Math.max(1, b[2]);
  return Math.min(Math.abs(Math.log(factor)), Math.abs(Math.log(factor / boards)));
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
