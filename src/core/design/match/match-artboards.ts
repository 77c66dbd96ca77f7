import { required } from '../../data/required.js';
import { assign, NEVER_ALONE } from '../../data/assign.js';
import { groupBy } from '../../data/group-by.js';
import { saidBy } from '../text/paragraphs.js';
import { matchBetween } from './between-anchors.js';
import { rewordedTexts } from './reworded-texts.js';
import { strayPairs, type Stray } from './strays.js';
import type { Piece, Pieces } from '../model/piece.js';

/** Which piece of another board is the same thing as a piece of the first. */
export interface ArtboardMatch {
  readonly pairs: ReadonlyMap<Piece, Piece>;
  /** Pieces of the other board that the first does not have. */
  readonly extra: readonly Piece[];
  /** Texts that say the same otherwise. */
  readonly reworded: readonly (readonly [Piece, Piece])[];
}

/** Matches the pieces of two boards of one page: by words, pictures, drawing, then boxes by what they hold. */
export function matchArtboards(first: Pieces, other: Pieces): ArtboardMatch {
  const pairs = new Map<Piece, Piece>();
  const taken = new Set<Piece>();
  const pair = (a: Piece, b: Piece): void => {
    pairs.set(a, b);
    taken.add(b);
  };
  const neighbours = neighbourKeys([first, other]);
  const pairEqual = (except: ReadonlySet<Piece>): void => {
    for (const keyOf of [exactKey, looseKey]) {
      const free = first.all.filter((piece) => !pairs.has(piece) && !except.has(piece));
      const theirs = groupBy(
        other.all.filter((piece) => !taken.has(piece)),
        keyOf,
      );
      for (const [key, list] of groupBy(free, keyOf))
        pairNearest(list, theirs.get(key) ?? [], first, other, neighbours, pair);
    }
  };
  pairEqual(new Set());
  const unpair = (strays: readonly Stray[]): Set<Piece> => {
    for (const { piece } of strays) {
      taken.delete(required(pairs.get(piece)));
      pairs.delete(piece);
    }
    return new Set(strays.map(({ piece }) => piece));
  };
  const cellsOf = (strays: readonly Stray[]): Stray[] => strays.filter(({ isCell }) => isCell);
  const found = strayPairs(first, other, pairs);
  const strays = unpair(found);
  /* What was equal to a stray may stand where that was thought to be. */
  if (strays.size) pairEqual(strays);
  const reworded = rewordedTexts(first, other, pairs);
  for (const [mine, theirs] of reworded) pair(mine, theirs);
  matchBetween(first, other, pairs, pair);
  /* What found nothing better has moved out of what holds the rest. */
  if (strays.size) pairEqual(new Set(cellsOf(found).map(({ piece }) => piece)));
  unpair(cellsOf(strayPairs(first, other, pairs)));
  matchHolders(first, other, pairs, taken, pair);
  matchEmpty(first, other, pairs, taken, pair);
  return {
    pairs,
    extra: other.all.filter((piece) => !taken.has(piece)),
    reworded: reworded.filter(([mine, theirs]) => pairs.get(mine) === theirs),
  };
}

/** What stands right before and after each piece, in the order of painting. */
function neighbourKeys(
  artboards: readonly Pieces[],
): ReadonlyMap<Piece, readonly [string | undefined, string | undefined]> {
  const found = new Map<Piece, readonly [string | undefined, string | undefined]>();
  for (const { all } of artboards) {
    const keyed = all.filter((piece) => exactKey(piece) !== undefined);
    keyed.forEach((piece, index) =>
      found.set(
        piece,
        [keyed[index - 1], keyed[index + 1]].map((piece) => piece && exactKey(piece)) as [
          string | undefined,
          string | undefined,
        ],
      ),
    );
  }
  return found;
}

/** Weight of a neighbour that is not the same thing. */
const STRANGER = 2;

/** Pairs what is equal: what stands in the same layer and is set alike first, then in the order of the boards. */
function pairNearest(
  mine: readonly Piece[],
  theirs: readonly Piece[],
  first: Pieces,
  other: Pieces,
  neighbours: ReturnType<typeof neighbourKeys>,
  pair: PairUp,
): void {
  const strangers = (a: Piece, b: Piece): number =>
    [0, 1].filter((side) => neighbours.get(a)?.[side] !== neighbours.get(b)?.[side]).length * STRANGER;
  const candidates = mine.flatMap((a, left) =>
    theirs.map((b, right) => {
      const cost =
        Math.abs(left - right) +
        strangers(a, b) +
        12 * Math.abs(a.box[1] / first.height - b.box[1] / other.height) +
        unlike(a, b);
      return { left, right, score: -cost };
    }),
  );
  for (const { left, right } of assign(candidates, NEVER_ALONE)) pair(required(mine[left]), required(theirs[right]));
}

/** How unlike two equal texts are set; other things are judged by their place alone. */
function unlike(a: Piece, b: Piece): number {
  if (a.type !== 'text' || b.type !== 'text') return 0;
  const family = a.text.look.family === b.text.look.family ? 0 : 4;
  const layer = a.text.layer === b.text.layer ? 0 : 1;
  return (
    family +
    layer +
    (a.text.look.weight === b.text.look.weight ? 0 : 2) +
    8 * Math.abs(Math.log(a.text.look.size / b.text.look.size))
  );
}

function exactKey(piece: Piece): string | undefined {
  if (piece.type === 'text') return `text ${saidBy(piece.text)}`;
  if (piece.type === 'picture') return `picture ${piece.picture.address}`;
  if (piece.type === 'art') return `art ${piece.art.layer} ${drawnPaths(piece.art.markup)}`;
  return undefined;
}

/** For what is drawn again at another size: its layer name. */
function looseKey(piece: Piece): string | undefined {
  if (piece.type === 'art') return `art ${piece.art.layer} ${piece.art.pieces}`;
  return undefined;
}

function drawnPaths(markup: string): string {
  return [...markup.matchAll(/\bd="([^"]*)"/g)].map(([, d]) => d).join('|') || markup.replace(/[\d.]+/g, '0');
}

type PairUp = (a: Piece, b: Piece) => void;

function leavesIn(piece: Piece): Piece[] {
  return piece.inside.flatMap((piece) => [piece, ...leavesIn(piece)]);
}

/** Boxes are the same if they hold the same things; inner ones first. */
function matchHolders(
  first: Pieces,
  other: Pieces,
  pairs: ReadonlyMap<Piece, Piece>,
  taken: ReadonlySet<Piece>,
  pair: PairUp,
): void {
  const candidates = other.all
    .filter((piece) => piece.inside.length > 0 && piece.type === 'box')
    .map((piece) => ({ piece, held: new Set(leavesIn(piece)) }));
  for (const piece of [...first.all].reverse()) {
    if (piece.type !== 'box' || piece.inside.length === 0 || pairs.has(piece)) continue;
    const held = leavesIn(piece)
      .map((leaf) => pairs.get(leaf))
      .filter((piece) => piece !== undefined);
    if (held.length === 0) continue;
    const best = candidates
      .filter((candidate) => !taken.has(candidate.piece))
      .map((candidate) => ({
        ...candidate,
        score: held.filter((leaf) => candidate.held.has(leaf)).length / (held.length + candidate.held.size),
      }))
      .sort((a, b) => b.score - a.score)[0];
    if (best && best.score > 0.25) pair(piece, best.piece);
  }
}

/** Sides of boxes that differ by no more than this factor are about as long. */
const AS_LONG = 1.5;

/**
 * Boxes that hold nothing that is known: same look inside the same box, in order; else the same look at about the same
 * size, painted between the same things.
 */
function matchEmpty(
  first: Pieces,
  other: Pieces,
  pairs: ReadonlyMap<Piece, Piece>,
  taken: ReadonlySet<Piece>,
  pair: PairUp,
): void {
  const parentsOf = (pieces: Pieces): Map<Piece, Piece> =>
    new Map(pieces.all.flatMap((piece) => piece.inside.map((child): [Piece, Piece] => [child, piece])));
  const [mine, theirs] = [parentsOf(first), parentsOf(other)];
  const indexOf = new Map(other.all.map((piece, index) => [piece, index]));
  for (const [at, piece] of first.all.entries()) {
    if (piece.type !== 'box' || pairs.has(piece)) continue;
    const parent = mine.get(piece);
    const wanted = parent ? pairs.get(parent) : undefined;
    const same = (entry: Piece): boolean =>
      entry.type === 'box' && !taken.has(entry) && JSON.stringify(paintOf(entry)) === JSON.stringify(paintOf(piece));
    const mateAt = (known: Piece | undefined): number | undefined => known && indexOf.get(required(pairs.get(known)));
    const isKnown = (known: Piece): boolean => pairs.has(known) && known.inside.length === 0;
    const [before, after] = [first.all.slice(0, at).findLast(isKnown), first.all.slice(at + 1).find(isKnown)];
    const [from, to] = [mateAt(before) ?? -1, mateAt(after) ?? other.all.length];
    const isBetween = (entry: Piece): boolean => {
      const index = required(indexOf.get(entry));
      return from > to || (index > from && index < to);
    };
    const found =
      other.all.find(
        (piece) => same(piece) && theirs.get(piece) === wanted && (parent !== undefined || isBetween(piece)),
      ) ?? other.all.find((entry) => same(entry) && areAsLong(entry, piece) && isBetween(entry));
    if (found) pair(piece, found);
  }
}

/** Whether two boxes have a side of about the same length: boxes grow in one direction when the screen does, a dot is no button. */
function areAsLong(a: Piece, b: Piece): boolean {
  return [2, 3].some((side) => {
    const [mine, theirs] = [required(a.box[side]), required(b.box[side])].map((length) => Math.max(1, length));
    return Math.abs(Math.log(required(mine) / required(theirs))) <= Math.log(AS_LONG);
  });
}

function paintOf(piece: Piece): unknown {
  return piece.type === 'box'
    ? [piece.look['background-color'], piece.look['border-color'], Boolean(piece.look['background-image'])]
    : null;
}

/** Share of the first board's texts and pictures that are in the other. */
export function matchedShare(first: Pieces, { pairs }: ArtboardMatch): number {
  const counted = first.all.filter(({ type }) => type !== 'box');
  return counted.length ? counted.filter((piece) => pairs.has(piece)).length / counted.length : 1;
}
