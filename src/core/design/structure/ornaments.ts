import { groupBy } from '../../data/group-by.js';
import type { DrawnArtboard, DrawnBox, DrawnImage, DrawnItem, DrawnShape, DrawnVector } from '../../drawing/drawing.js';
import { isRound } from '../../drawing/round-shape.js';
import { reachesOut } from '../../drawing/within-artboard.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { bottom, holds, right, shared } from '../../geometry/box.js';

/**
 * Shapes that decorate a page and hold nothing: circles and free forms across which words, images or the edges of bands
 * run, and what reaches over an edge of the artboard and over boxes on it. A box holds what lies in it, and what stands in
 * a row lies apart from the rest; a shape whose edge is crossed does neither, so it must not decide where other things
 * stand.
 */

/** Smaller circles and forms are bullets, badges and icons, px. */
const SMALLEST = 60;
/** An edge is crossed by what reaches over it by this much, px. */
const CROSSED = 8;

/** What reaches over an edge of the artboard by this share of itself was not made to be seen whole. */
const REACHING = 0.1;

type Shape = DrawnShape | DrawnVector | DrawnImage;

/** The orders of the ornaments on each artboard: what is one on any of them is one on all. */
export function ornamentsOn(artboards: readonly DrawnArtboard[]): ReadonlySet<number>[] {
  const shapes = artboards.map(freeShapes);
  const found = artboards.map(
    (artboard, at) =>
      new Set((shapes[at] ?? []).filter((shape) => isCrossed(shape, artboard)).map(({ order }) => order)),
  );
  const keys = shapes.map((list) => groupBy(list, paintOf));
  keys.forEach((groups, at) => {
    for (const [paint, list] of groups) {
      const alike = keys.map((other) => other.get(paint) ?? []);
      list.forEach(({ order }, index) => {
        const isOne = alike.some((other, on) => {
          const same = other.length === list.length ? other[index] : undefined;
          return same !== undefined && found[on]?.has(same.order);
        });
        if (isOne) found[at]?.add(order);
      });
    }
  });
  return found;
}

/** Circles and free forms that may be ornaments. */
function freeShapes({ items, width, height }: DrawnArtboard): Shape[] {
  return items.filter(
    (item): item is Shape =>
      item.type !== 'text' &&
      (isFree(item) || isReaching(item, { width, height })) &&
      (Math.min(item.box[2], item.box[3]) >= SMALLEST || isAcross(item, width)),
  );
}

/** Whether a drawing runs from one side of the artboard to the other. */
function isAcross({ type, box }: DrawnItem, width: number): boolean {
  return type === 'art' && box[0] <= 2 && right(box) >= width - 2;
}

function isFree(shape: Shape): boolean {
  return shape.type === 'art' ? shape.outlined === undefined : shape.type === 'box' && isRound(shape);
}

/** Whether much of an image, a drawing or a gradient lies outside of the artboard; plain boxes are cut there. */
function isReaching(shape: Shape, board: { readonly width: number; readonly height: number }): boolean {
  if (shape.type === 'box' && shape.look['background-image'] === undefined) return false;
  const box = shape.type === 'picture' ? shape.whole : shape.box;
  const across = box[0] <= 0 && right(box) >= board.width;
  return !across && reachesOut(box, board) > REACHING * Math.min(box[2], box[3]);
}

/** Whether the edge of a shape runs through words that were painted on it, or through things it holds in no way. */
function isCrossed(shape: Shape, artboard: DrawnArtboard): boolean {
  const later = artboard.items.filter(({ order, box }) => order > shape.order && shared(box, shape.box) > 0);
  if (later.some((item) => item.type === 'text' && crosses(item, shape))) return true;
  if (isReaching(shape, artboard) && reachesOverBoxes(shape, artboard)) return true;
  if (shape.type === 'picture') return false;
  if (shape.type === 'art' && isAlongEdge(shape, artboard, later)) return true;
  if (shape.type === 'art' || later.some((item) => item.type === 'text' && isInside(item.box, shape))) return false;
  const [x, y, width, height] = shape.box;
  if (x < -CROSSED || x + width > artboard.width + CROSSED) return true;
  const edges = artboard.items
    .filter((item) => isBand(item, artboard.width))
    .flatMap(({ box }) => [box[1], bottom(box)]);
  const cutByBand = edges.some((edge) => edge > y + CROSSED && edge < y + height - CROSSED);
  return cutByBand || later.some((item) => item.type === 'picture' && crosses(item, shape));
}

/** A shape along the edge of a band is at most so high, in shares of its width. */
const LOW = 0.25;

/** Whether a drawing runs across the whole artboard along the edge of a band, and holds nothing: the curve that a band ends in. */
function isAlongEdge(shape: Shape, { items, width }: DrawnArtboard, later: readonly DrawnItem[]): boolean {
  if (!isAcross(shape, width) || shape.box[3] > LOW * width) return false;
  const isHeld = (item: DrawnItem): boolean => !isBand(item, width) && holds(shape.box, item.box, 2);
  if (later.some(isHeld)) return false;
  return items.some((item) => isBand(item, width) && runsAlong(shape.box, item.box));
}

/** Whether the upper or the lower edge of a band runs through something low: what ends there lies in the flow. */
function runsAlong([, y, , high]: DrawnBox, band: DrawnBox): boolean {
  return band[3] > high && [band[1], bottom(band)].some((edge) => edge > y + 2 && edge < y + high - 2);
}

/** Whether something low takes the whole width of a band. */
function isAcrossBox(box: DrawnBox, band: DrawnBox): boolean {
  return box[0] <= band[0] + 2 && right(box) >= right(band) - 2 && box[3] <= LOW * band[2];
}

/** Whether a shape covers the edges of something that was painted before it and is no band of the page. */
function reachesOverBoxes(shape: Shape, { items, width }: DrawnArtboard): boolean {
  return items.some(
    (item) =>
      item.order < shape.order &&
      item.type !== 'text' &&
      !isBand(item, width) &&
      !holds(item.box, shape.box, CROSSED) &&
      overlap(item.box, shape.box) > CROSSED,
  );
}

/** Whether a thing lies partly on a shape and partly beside it. */
function crosses(item: DrawnItem, shape: Shape): boolean {
  const held = item.type === 'text' ? isInside(item.box, shape) : holds(shape.box, item.box, 2);
  return !held && overlap(item.box, shape.box) > CROSSED;
}

/** How far two boxes overlap in the direction in which they overlap less, px. */
function overlap(a: DrawnBox, b: DrawnBox): number {
  return Math.min(
    Math.min(right(a), right(b)) - Math.max(a[0], b[0]),
    Math.min(bottom(a), bottom(b)) - Math.max(a[1], b[1]),
  );
}

/** Whether a box lies in a shape: in its ellipse, if it is round. */
function isInside(box: DrawnBox, shape: Shape): boolean {
  if (!holds(shape.box, box, 2)) return false;
  if (shape.type !== 'box' || !isRound(shape)) return true;
  const [x, y, width, height] = shape.box;
  return [box[0], right(box)].every((left) =>
    [box[1], bottom(box)].every((top) => ((left - x) / width - 0.5) ** 2 + ((top - y) / height - 0.5) ** 2 <= 0.5 ** 2),
  );
}

function isBand({ type, box }: DrawnItem, width: number): boolean {
  return type === 'box' && box[0] <= 2 && right(box) >= width - 2;
}

/** What makes two shapes on different artboards the same. */
function paintOf(shape: Shape): string {
  if (shape.type === 'picture') return `image ${shape.address}`;
  if (shape.type === 'art') return `art ${[...shape.markup.matchAll(/\bd="([^"]*)"/g)].map(([, d]) => d).join('|')}`;
  const { 'border-radius': _, ...paint } = shape.look;
  return JSON.stringify(paint);
}

/**
 * Puts the ornaments of an artboard over the sections that they lie on: over the band along whose edge they run, else over the
 * first one that was painted before, which they may reach over at its end, else over the page.
 */
export function hangOrnaments(
  root: Part,
  ornaments: readonly Piece[],
  boxOf: (part: Part) => DrawnBox | undefined,
  orderOf: (part: Part) => number,
): void {
  for (const piece of ornaments) {
    const along = root.parts.filter((part) => {
      const box = part.piece && boxOf(part);
      return box && isAcrossBox(piece.box, box) && runsAlong(piece.box, box);
    });
    const edged = along.findLast((part) => orderOf(part) < piece.order) ?? along[0];
    const holder =
      edged ??
      root.parts.find((part) => {
        const box = boxOf(part);
        const isSection = part.site === undefined || part.site === 'footer';
        return isSection && box !== undefined && orderOf(part) < piece.order && overlap(box, piece.box) > 0;
      });
    (holder ?? root).over.push(ornamentOf(piece));
  }
}

function ornamentOf(piece: Piece): Part {
  const reason = 'an ornament: its edge crosses what lies on it';
  return { piece, direction: 'stack', parts: [], over: [], box: piece.box, ornament: true, reason };
}
