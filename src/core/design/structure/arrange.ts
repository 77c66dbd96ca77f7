import { required } from '../../data/required.js';
import { cutsOf, rowCut, stackCut, type Cut } from './cuts.js';
import { TOUCH } from './strips.js';
import { cellsIn, columnsOf } from './tables.js';
import { tagsIn, withTags } from './tags.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { area, around, bottom, holds, right } from '../../geometry/box.js';
import type { Part, Elsewhere } from '../model/part.js';
import { COVER_EDGE } from '../model/tolerances.js';
import type { Piece } from '../model/piece.js';

/**
 * Finds rows and columns among things that lie side by side: recursive cuts along clear gaps. Of the ways to cut that
 * one artboard leaves open, the one is taken that keeps things apart on the others too.
 */
export function arrange(pieces: readonly Piece[], others: readonly Elsewhere[] = []): Part {
  return group(pieces, pieces.length === 0 ? [0, 0, 0, 0] : around(pieces.map(({ box }) => box)), others);
}

function leaf(piece: Piece, others: readonly Elsewhere[]): Part {
  if (piece.inside.length === 0)
    return { piece, direction: 'stack', parts: [], over: [], box: piece.box, reason: 'a single element' };
  const cover = coverOf(piece);
  const inside = piece.inside.filter((inner) => inner !== cover);
  const columns = columnsOf(piece);
  const bare = columns ? rowOf(cellsIn(inside, columns), others) : withBadges(arrange(inside, others));
  const inner = cover ? withCover(bare, leaf(cover, others)) : bare;
  const only = !inner.piece ? inner : { ...inner, direction: 'stack' as const, parts: [inner], over: [] };
  return {
    piece,
    direction: only.direction,
    parts: only.parts,
    over: only.over,
    box: piece.box,
    reason:
      piece.inside.length === 1
        ? 'a box around one element'
        : `holds ${piece.inside.length} things; inside: ${only.reason}`,
  };
}

/** What lies over the whole of a box, or below all that is in it, leaves that as it would be without. */
function withCover(inner: Part, cover: Part): Part {
  if (!inner.piece) return { ...inner, over: [...inner.over, cover] };
  return { direction: 'stack', parts: [inner], over: [cover], box: inner.box, reason: inner.reason };
}

/** The cells of a row of a table. */
function rowOf(cells: readonly Piece[][], others: readonly Elsewhere[]): Part {
  const parts = cells.map((cell) => arrange(cell, others));
  return {
    direction: 'row',
    parts,
    over: [],
    box: around(parts.map(({ box }) => box)),
    reason: `${parts.length} cells`,
  };
}

/** What covers less of an image than this, in shares, is a badge on the box that holds both. */
const BADGE = 0.25;

/** A badge on the image of a card lies over the card, so that the card is built like others that have none. */
function withBadges(part: Part): Part {
  if (part.piece || part.direction !== 'stack') return part;
  const badges: Part[] = [];
  const parts = part.parts.map((child): Part => {
    const [only, more] = child.parts;
    const isImage = !child.piece && only?.piece?.type === 'picture' && !more;
    if (!isImage || !child.over.every((over) => area(over.box) < BADGE * area(only.box))) return child;
    badges.push(...child.over);
    return { ...only, over: only.over };
  });
  return badges.length ? { ...part, parts, over: [...part.over, ...badges] } : part;
}

function group(pieces: readonly Piece[], box: DrawnBox, others: readonly Elsewhere[]): Part {
  if (pieces.length === 1) return leaf(required(pieces[0]), others);
  const tags = tagsIn(pieces);
  if (tags) return tagsOf(tags, box, others);
  const cuts = cutsOf(pieces).map(withTags);
  const first = cuts[0];
  if (!first) return layered(pieces, box, others);
  const fitting = cuts.find(({ groups }) => apartOn(groups, others));
  const chosen = fitting ?? coarser(first, others) ?? first;
  const instead = chosen === first ? '' : `; ${first.reason} would cross on another artboard`;
  return {
    direction: chosen.direction,
    parts: chosen.groups.map((pieces) => group(pieces, around(pieces.map((piece) => piece.box)), others)),
    over: (chosen.over ?? []).map((piece) => leaf(piece, others)),
    ...(chosen.list ? { list: chosen.list } : {}),
    box,
    reason: `${chosen.reason}${instead}`,
  };
}

function tagsOf(tags: readonly Piece[], box: DrawnBox, others: readonly Elsewhere[]): Part {
  const parts = tags.map((tag) => leaf(tag, others));
  return { direction: 'row', parts, over: [], box, tags: true, reason: `${tags.length} tags that wrap` };
}

/** Whether groups do not cross each other on the other artboards. */
function apartOn(groups: readonly Piece[][], others: readonly Elsewhere[]): boolean {
  return others.every((at) => crossingOf(groups, at) === undefined);
}

/** The first pair of groups (by index) that cross each other on an artboard. */
function crossingOf(groups: readonly Piece[][], at: Elsewhere): readonly [number, number] | undefined {
  const boxes = groups.map((group) => {
    const there = group.map(at).filter((box) => box !== undefined);
    return there.length ? around(there) : undefined;
  });
  for (const [i, box] of boxes.entries())
    for (let j = 0; j < i; j += 1) {
      const other = boxes[j];
      if (box && other && crosses(box, other)) return [j, i];
    }
  return undefined;
}

function crosses(a: DrawnBox, b: DrawnBox): boolean {
  const wide = Math.min(right(a), right(b)) - Math.max(a[0], b[0]);
  const high = Math.min(bottom(a), bottom(b)) - Math.max(a[1], b[1]);
  return wide > TOUCH && high > 2 * TOUCH;
}

function firstOf<From, To>(list: readonly From[], find: (one: From) => To | undefined): To | undefined {
  for (const one of list) {
    const found = find(one);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** The same cut with those groups joined that cross elsewhere; undefined if nothing is left of it. */
function coarser(cut: Cut, others: readonly Elsewhere[]): Cut | undefined {
  let groups = [...cut.groups];
  for (let crossed = true; crossed && groups.length > 1;) {
    const pair = firstOf(others, (at) => crossingOf(groups, at));
    crossed = pair !== undefined;
    if (!pair) continue;
    const [to, from] = pair;
    /* What lies between two goes with both. */
    groups = [...groups.slice(0, to), groups.slice(to, from + 1).flat(), ...groups.slice(from + 1)];
  }
  if (groups.length < 2) return undefined;
  return cut.direction === 'row' ? rowCut(groups) : stackCut(groups);
}

/** A row of things over another is no higher than this, px: the bar of a menu, a line of badges. */
const BAR = 120;

/** What overlaps without being held is laid over the rest, the last painted first; a row of such things as one. */
function layered(pieces: readonly Piece[], box: DrawnBox, others: readonly Elsewhere[]): Part {
  const overlapping = pieces.filter((piece) => pieces.some((other) => other !== piece && overlaps(piece, other)));
  const candidates = overlapping.length ? overlapping : pieces;
  const upper = required([...candidates].sort((a, b) => area(a.box) - area(b.box) || b.order - a.order)[0]);
  const bar = barOf(upper, candidates);
  const rest = pieces.filter((piece) => !bar.includes(piece));
  const below = group(rest, box, others);
  const over = bar.length > 1 ? group(bar, around(bar.map((piece) => piece.box)), others) : leaf(upper, others);
  if (!below.piece) return { ...below, over: [...below.over, over], box };
  return {
    direction: 'stack',
    parts: [below],
    over: [over],
    box,
    reason:
      bar.length > 1
        ? `a row of ${bar.length} elements overlaps the rest`
        : 'overlapping elements without a box around them',
  };
}

/** A drawing without anything in it that covers all that a box holds: a veil over an image and its words, or below these. */
function coverOf({ box, inside }: Piece): Piece | undefined {
  return inside.length < 2
    ? undefined
    : inside.find((piece) => piece.type !== 'text' && piece.inside.length === 0 && holds(piece.box, box, COVER_EDGE));
}

/** Whether things reach into each other by more than a border both ways. */
function overlaps({ box: a }: Piece, { box: b }: Piece): boolean {
  const wide = Math.min(right(a), right(b)) - Math.max(a[0], b[0]);
  const high = Math.min(bottom(a), bottom(b)) - Math.max(a[1], b[1]);
  return wide > TOUCH && high > TOUCH;
}

/** The things in one row with a thing that lie, as it does, over one larger thing and over nothing else. */
function barOf(upper: Piece, candidates: readonly Piece[]): Piece[] {
  const under = candidates.filter((candidate) => candidate !== upper && overlaps(candidate, upper));
  const [ground] = under;
  if (under.length !== 1 || !ground || area(ground.box) < 4 * area(upper.box)) return [upper];
  const bar = candidates.filter(
    (candidate) =>
      candidate === upper ||
      (candidate !== ground &&
        overlaps(candidate, ground) &&
        Math.min(bottom(candidate.box), bottom(upper.box)) - Math.max(candidate.box[1], upper.box[1]) > 0 &&
        candidates.every((other) => other === candidate || other === ground || !overlaps(candidate, other))),
  );
  return around(bar.map(({ box }) => box))[3] <= BAR ? bar : [upper];
}
