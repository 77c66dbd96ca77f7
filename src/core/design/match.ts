import type { Part } from './cuts.js';
import { wordsOf } from './paragraphs.js';
import type { Piece, Pieces } from './pieces.js';

/** Which piece of another board is the same thing as a piece of the first. */
export interface BoardMatch {
  readonly pairs: ReadonlyMap<Piece, Piece>;
  /** Pieces of the other board that the first does not have. */
  readonly extra: readonly Piece[];
}

/** Matches the pieces of two boards of one page: by words, pictures, drawing, then boxes by what they hold. */
export function matchBoards(first: Pieces, other: Pieces): BoardMatch {
  const pairs = new Map<Piece, Piece>();
  const taken = new Set<Piece>();
  const pair = (a: Piece, b: Piece): void => {
    pairs.set(a, b);
    taken.add(b);
  };
  for (const keyOf of [exactKey, looseKey]) {
    const waiting = new Map<string, Piece[]>();
    for (const piece of other.all) {
      const key = taken.has(piece) ? undefined : keyOf(piece);
      if (key) waiting.set(key, [...(waiting.get(key) ?? []), piece]);
    }
    for (const piece of first.all) {
      const key = pairs.has(piece) ? undefined : keyOf(piece);
      const found = key ? waiting.get(key)?.shift() : undefined;
      if (found) pair(piece, found);
    }
  }
  matchHolders(first, other, pairs, taken, pair);
  matchEmpty(first, other, pairs, taken, pair);
  return { pairs, extra: other.all.filter((piece) => !taken.has(piece)) };
}

function exactKey(piece: Piece): string | undefined {
  if (piece.type === 'text') return `text ${wordsOf(piece.text).toLowerCase()}`;
  if (piece.type === 'picture') return `picture ${piece.picture.address}`;
  if (piece.type === 'art') return `art ${piece.art.layer} ${drawnPaths(piece.art.markup)}`;
  return undefined;
}

/** For what is drawn again at another size: its layer name. */
function looseKey(piece: Piece): string | undefined {
  if (piece.type === 'art') return `art ${piece.art.layer} ${piece.art.pieces}`;
  if (piece.type === 'text' && piece.text.layer) return `text in ${piece.text.layer} ${Math.round(piece.text.look.size / 4)}`;
  return undefined;
}

function drawnPaths(markup: string): string {
  return [...markup.matchAll(/\bd="([^"]*)"/g)].map(([, d]) => d).join('|') || markup.replace(/[\d.]+/g, '0');
}

type PairUp = (a: Piece, b: Piece) => void;

function leavesIn(piece: Piece): Piece[] {
  return piece.inside.flatMap((one) => [one, ...leavesIn(one)]);
}

/** Boxes are the same if they hold the same things; inner ones first. */
function matchHolders(first: Pieces, other: Pieces, pairs: ReadonlyMap<Piece, Piece>, taken: ReadonlySet<Piece>, pair: PairUp): void {
  const candidates = other.all.filter((piece) => piece.inside.length > 0 && piece.type === 'box').map((piece) => ({ piece, held: new Set(leavesIn(piece)) }));
  for (const piece of [...first.all].reverse()) {
    if (piece.type !== 'box' || piece.inside.length === 0 || pairs.has(piece)) continue;
    const held = leavesIn(piece).map((one) => pairs.get(one)).filter((one) => one !== undefined);
    if (held.length === 0) continue;
    const best = candidates
      .filter((one) => !taken.has(one.piece))
      .map((one) => ({ ...one, score: held.filter((leaf) => one.held.has(leaf)).length / (held.length + one.held.size) }))
      .sort((a, b) => b.score - a.score)[0];
    if (best && best.score > 0.25) pair(piece, best.piece);
  }
}

/** Boxes that hold nothing: same look inside the same box, in order. */
function matchEmpty(first: Pieces, other: Pieces, pairs: ReadonlyMap<Piece, Piece>, taken: ReadonlySet<Piece>, pair: PairUp): void {
  const parentsOf = (pieces: Pieces): Map<Piece, Piece> => new Map(pieces.all.flatMap((piece) => piece.inside.map((child): [Piece, Piece] => [child, piece])));
  const [mine, theirs] = [parentsOf(first), parentsOf(other)];
  for (const piece of first.all) {
    if (piece.type !== 'box' || pairs.has(piece)) continue;
    const parent = mine.get(piece);
    const wanted = parent ? pairs.get(parent) : undefined;
    const same = (one: Piece): boolean => one.type === 'box' && !taken.has(one) && JSON.stringify(paintOf(one)) === JSON.stringify(paintOf(piece));
    const found = other.all.find((one) => same(one) && theirs.get(one) === wanted) ?? other.all.find(same);
    if (found) pair(piece, found);
  }
}

function paintOf(piece: Piece): unknown {
  return piece.type === 'box' ? [piece.look['background-color'], piece.look['border-color'], Boolean(piece.look['background-image'])] : null;
}

/** Share of the first board's texts and pictures that are in the other. */
export function matchedShare(first: Pieces, { pairs }: BoardMatch): number {
  const counted = first.all.filter(({ type }) => type !== 'box');
  return counted.length ? counted.filter((piece) => pairs.has(piece)).length / counted.length : 1;
}

/** Puts a piece that only another board has into the tree: after the piece that it follows there. */
export function insertExtra(root: Part, extra: Piece, other: Pieces, pairs: ReadonlyMap<Piece, Piece>): boolean {
  const back = new Map([...pairs].map(([mine, theirs]) => [theirs, mine]));
  const index = other.all.indexOf(extra);
  for (let at = index - 1; at >= 0; at -= 1) {
    const mine = back.get(other.all[at] as Piece);
    if (mine && insertAfter(root, mine, extra)) return true;
  }
  root.parts.unshift(partOf(extra));
  return true;
}

function insertAfter(part: Part, mark: Piece, extra: Piece): boolean {
  const list = [part.parts, part.over].find((parts) => parts.some((one) => one.piece === mark));
  if (list) {
    const at = list.findIndex((one) => one.piece === mark);
    const holder = list[at] as Part;
    if (holder.piece?.inside.length) holder.parts.unshift(partOf(extra));
    else list.splice(at + 1, 0, partOf(extra));
    return true;
  }
  return [...part.parts, ...part.over].some((one) => insertAfter(one, mark, extra));
}

function partOf(piece: Piece): Part {
  return { piece: { ...piece, inside: [] } as Piece, direction: 'stack', parts: [], over: [], box: piece.box, reason: 'stands in one artboard only' };
}
