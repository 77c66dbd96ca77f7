import { area, bottom, right, shared } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';

/*
 * Things that lie across an edge: of a band of the page, or of a box that itself reaches out of the band in which it
 * begins. They take the part of their height in the layout that lies in what they belong to, and hang or rise over the
 * rest.
 */

/** A band may end this far from the edge of the board, px. */
const EDGE = 2;
/** Less than this is untidiness rather than an overlap, px. */
const LEAST_OVERLAP = 8;

/**
 * What lies across the edge of a full-width band, painted after it, belongs to the side on which most of it lies, and
 * hangs over to the other.
 */
export function overhang(top: Piece[], kept: Piece[], width: number): void {
  moveToStraddled(top, kept, width);
  const bands = top.filter((piece) => piece.type !== 'text' && piece.box[2] >= width - EDGE && piece.box[3] > 40);
  for (const piece of [...top]) {
    if (piece.type === 'text' || bands.includes(piece)) continue;
    const [x, y, wide, high] = piece.box;
    /* What lies under the beginning of a band for its smaller part belongs above it, too. */
    const band = bands.find(
      (band) =>
        (band.order < piece.order || band.box[1] >= y + high / 2) &&
        band.box[1] > y + LEAST_OVERLAP &&
        band.box[1] < y + high - LEAST_OVERLAP,
    );
    if (!band) {
      riseOver(bands, piece, top, kept);
      continue;
    }
    const above = band.box[1] - y;
    if (above >= high / 2) {
      replaceIn(top, kept, piece, changed(kept, piece, { box: [x, y, wide, above], hang: high - above }));
    } else {
      top.splice(top.indexOf(piece), 1);
      const inner = changed(kept, piece, { box: [x, band.box[1], wide, high - above], rise: above });
      band.inside.push(inner);
      band.inside.sort((a, b) => a.order - b.order);
    }
  }
  for (const band of bands) hangOn(band, top, kept);
}

/** A band painted over the beginning of what follows it ends there, and hangs over the rest. */
function hangOn(band: Piece, top: Piece[], kept: Piece[]): void {
  const [x, y, wide, high] = band.box;
  const under = top.find(
    ({ type, order, box }) =>
      type !== 'text' &&
      order < band.order &&
      box[1] > y + high / 2 &&
      box[1] < y + high - LEAST_OVERLAP &&
      bottom(box) > y + high + LEAST_OVERLAP,
  );
  if (!under) return;
  const hang = y + high - under.box[1];
  replaceIn(top, kept, band, changed(kept, band, { box: [x, y, wide, high - hang], hang }));
}

/** What begins on the end of a band and goes on below it, where no other band follows, rises over it. */
function riseOver(bands: readonly Piece[], piece: Piece, top: Piece[], kept: Piece[]): void {
  const [x, y, wide, high] = piece.box;
  const band = bands.find(
    (band) =>
      band.order < piece.order &&
      bottom(band.box) > y + LEAST_OVERLAP &&
      bottom(band.box) < y + high / 2 &&
      band.box[1] < y,
  );
  if (!band) return;
  const rise = bottom(band.box) - y;
  replaceIn(top, kept, piece, changed(kept, piece, { box: [x, y + rise, wide, high - rise], rise }));
}

function changed(kept: Piece[], before: Piece, change: Partial<Piece>): Piece {
  const after = { ...before, ...change } as Piece;
  kept[kept.indexOf(before)] = after;
  return after;
}

/** What lies in a box by about half of itself belongs to it. */
const HALF = 0.45;

/**
 * A portrait over the upper edge of a card belongs to the card: to one beside which it was drawn, and to one that itself
 * begins in an image above, even if that image is high enough to hold the portrait.
 */
function moveToStraddled(top: Piece[], kept: Piece[], width: number): void {
  const lists: (readonly [holder: Piece | undefined, list: Piece[]])[] = [
    [undefined, top],
    ...kept.map((piece) => [piece, piece.inside] as const),
  ];
  for (const [holder, list] of lists) {
    for (const piece of list.filter(({ type }) => type !== 'text')) {
      const under = kept.findLast(
        (box) =>
          box.box[2] < width - EDGE &&
          (list.includes(box) ? liesAcrossTop(piece, box) : reachesBelow(box, holder) && liesMostlyOn(piece, box)),
      );
      if (!under || under.order < (holder?.order ?? 0)) continue;
      list.splice(list.indexOf(piece), 1);
      const [x, y, wide, high] = piece.box;
      const rise = under.box[1] - y;
      const inner =
        rise > LEAST_OVERLAP ? changed(kept, piece, { box: [x, under.box[1], wide, high - rise], rise }) : piece;
      under.inside.push(inner);
      under.inside.sort((a, b) => a.order - b.order);
    }
  }
}

/** Whether a box begins in a holder without being held, and ends below it. */
function reachesBelow({ box }: Piece, holder: Piece | undefined): boolean {
  return holder !== undefined && box[1] < bottom(holder.box) && bottom(box) > bottom(holder.box) + LEAST_OVERLAP;
}

/** Whether a thing lies across the upper edge of a box that is as wide and goes on below it. */
function liesAcrossTop(piece: Piece, box: Piece): boolean {
  const { box: a } = piece;
  const { box: b } = box;
  return (
    liesMostlyOn(piece, box) &&
    a[1] < b[1] - LEAST_OVERLAP &&
    bottom(a) < bottom(b) - LEAST_OVERLAP &&
    a[0] >= b[0] - EDGE &&
    right(a) <= right(b) + EDGE
  );
}

/** Whether a thing was painted on a larger box and lies there for the most part. */
function liesMostlyOn(piece: Piece, box: Piece): boolean {
  return (
    box.type === 'box' &&
    box.order < piece.order &&
    area(box.box) > area(piece.box) &&
    shared(box.box, piece.box) >= HALF * area(piece.box)
  );
}

/** Puts a piece in the place of another one. */
export function replaceIn(top: Piece[], kept: readonly Piece[], before: Piece, after: Piece): Piece {
  for (const list of [top, ...kept.map(({ inside }) => inside)]) {
    const at = list.indexOf(before);
    if (at >= 0) list[at] = after;
  }
  return after;
}
