import { required } from '../../data/required.js';
import { arrange } from '../structure/arrange.js';
import { insertPart } from './insert-part.js';
import { hangOrnaments } from '../structure/ornaments.js';
import { ArtboardView } from './artboard-view.js';
import { matchArtboards, type ArtboardMatch } from './match-artboards.js';
import type { Part } from '../model/part.js';
import type { Piece, Pieces } from '../model/piece.js';

/** What one board has that the first does not. */
export interface Extras {
  readonly board: Pieces;
  /** Pieces of the first board, and of what came into the tree from boards in between, to pieces of this one. */
  readonly pairs: ReadonlyMap<Piece, Piece>;
  /** What came into the tree from this board. */
  readonly brought: readonly Piece[];
}

/** Puts what only other boards have into the tree, each thing once even if several of them have it. */
export function addExtraParts(root: Part, artboards: readonly Pieces[], matches: readonly ArtboardMatch[]): Extras[] {
  const late: Piece[] = [];
  return matches.map((match, index): Extras => {
    const artboard = required(artboards[index]);
    const again = matchArtboards({ ...artboard, all: late }, { ...artboard, all: match.extra });
    const pairs = new Map([...match.pairs, ...again.pairs]);
    const brought = newThings(again.extra);
    const ornaments = brought.filter((piece) => artboard.ornaments.includes(piece));
    hangOnArtboard(root, ornaments, new ArtboardView(artboard, pairs));
    late.push(...ornaments);
    for (const piece of brought.filter((piece) => !ornaments.includes(piece)))
      late.push(...piecesIn(insertExtra(root, piece, artboard, pairs)));
    return { board: artboard, pairs, brought };
  });
}

/** Puts ornaments that only another artboard has over the sections that they lie on there. */
function hangOnArtboard(root: Part, ornaments: readonly Piece[], view: ArtboardView): void {
  const orderOf = (part: Part): number =>
    Math.min(view.pieceOf(part)?.order ?? Infinity, ...[...part.parts, ...part.over].map(orderOf));
  hangOrnaments(root, ornaments, (part) => view.boxOf(part), orderOf);
}

function piecesIn(part: Part): Piece[] {
  return [...(part.piece ? [part.piece] : []), ...[...part.parts, ...part.over].flatMap(piecesIn)];
}

/**
 * Of what is new, what is to be put into the tree: things with all they hold, if nothing of it is known; and texts and
 * pictures by themselves. A box around things that are known stays out.
 */
function newThings(extra: readonly Piece[]): Piece[] {
  const news = new Set(extra);
  const whole = (piece: Piece): boolean => news.has(piece) && piece.inside.every(whole);
  const held = new Set(extra.filter(whole).flatMap(({ inside }) => inside));
  return extra.filter((piece) => !held.has(piece) && (piece.type !== 'box' || whole(piece)));
}

/** Puts a piece that only another board has into the tree: into what holds it there, as far as that is known. */
function insertExtra(root: Part, extra: Piece, other: Pieces, pairs: ReadonlyMap<Piece, Piece>): Part {
  const back = new Map([...pairs].map(([mine, theirs]) => [theirs, mine]));
  const part = partOf(extra, back);
  const holder = holdersOf(extra, other)
    .flatMap((piece) => back.get(piece) ?? [])
    .flatMap((mine) => partWith(root, mine) ?? [])[0];
  insertPart(holder ?? root, part, new ArtboardView(other, pairs));
  return part;
}

/** What a piece lies in on its own artboard, from the inside out. */
function holdersOf(piece: Piece, { all }: Pick<Pieces, 'all'>): Piece[] {
  const holder = all.findLast(({ inside }) => inside.includes(piece));
  return holder ? [holder, ...holdersOf(holder, { all })] : [];
}

function partWith(part: Part, piece: Piece): Part | undefined {
  if (part.piece === piece) return part;
  for (const child of [...part.parts, ...part.over]) {
    const found = partWith(child, piece);
    if (found) return found;
  }
  return undefined;
}

/** A part of what stands on one board only; what it holds that is known is in the tree already. */
function partOf(piece: Piece, back: ReadonlyMap<Piece, Piece>): Part {
  const known = (piece: Piece): boolean => back.has(piece) || piece.inside.some(known);
  const whole = piece.inside.some(known) ? ({ ...piece, inside: [] } as Piece) : piece;
  return { ...arrange([whole]), reason: 'on one artboard only' };
}
