import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { contoursOf } from '../../../core/drawing/contours.js';
import { roundBoxOf } from '../../../core/drawing/plain-shape.js';
import { area, holds } from '../../../core/geometry/box.js';
import { clipped, isEmpty, isUpright, pageBox, paintedBox } from '../drawing/geometry.js';
import { APART } from './placing.js';
import { referenced } from './references.js';
import { shownBox, windowOf } from './windows.js';

const LEAVES = 'rect, circle, ellipse, line, path, polygon, polyline, image, text, use';
/** Smallest cover, as a share of the drawing: what lies under small things is part of a picture. */
const SMALLEST = 0.01;
/** What is covered may reach over the edge of its cover by this, px. */
const EDGE = 0.3;

/**
 * Leaves out what nobody sees because something opaque was painted over all of it: programs that write from print paint
 * pages again, whole, over what they have painted before.
 */
export function dropCovered(svg: SVGSVGElement): void {
  const page = pageBox(svg.getBoundingClientRect());
  const leaves = [...svg.querySelectorAll<SVGGraphicsElement>(LEAVES)]
    .filter((leaf) => !leaf.closest(APART))
    .map((leaf) => ({ leaf, box: clipped(paintedBox(leaf), page) }));
  const least = SMALLEST * area(page);
  const covers: DrawnBox[] = [];
  for (const { leaf, box } of leaves.reverse()) {
    if (!isEmpty(box) && covers.some((cover) => holds(cover, box, EDGE))) {
      leaf.remove();
      continue;
    }
    const cover =
      area(box) >= least && isOpaque(leaf, svg) ? clipped(withoutCorners(shownBox(leaf, svg), leaf), page) : undefined;
    if (cover && area(cover) >= least) covers.push(cover);
  }
}

/** Places that differ by less are one, px. */
const PLACE = 0.05;

/** Leaves out paths that are painted again later in the same place with the same opaque colour. */
export function dropRepeated(svg: SVGSVGElement): void {
  const seen = new Set<string>();
  for (const path of [...svg.querySelectorAll('path')].reverse()) {
    const data = path.getAttribute('d');
    if (!data || path.closest(APART) || getComputedStyle(path).stroke !== 'none' || !paintsWhole(path, svg)) continue;
    const matrix = path.getScreenCTM();
    if (!matrix) continue;
    const { a, b, c, d, e, f } = matrix;
    const place = [...[a, b, c, d].map((value) => value.toFixed(3)), Math.round(e / PLACE), Math.round(f / PLACE)];
    const key = [getComputedStyle(path).fill, ...place, data].join(' ');
    if (seen.has(key)) path.remove();
    else seen.add(key);
  }
}

/** What a rectangle covers between its round corners: a circle leaves so much of its radius beside the square in it. */
function withoutCorners([x, y, width, height]: DrawnBox, leaf: SVGGraphicsElement): DrawnBox {
  const radius = leaf instanceof SVGRectElement ? Math.max(leaf.rx.baseVal.value, leaf.ry.baseVal.value) : 0;
  const inset = radius * (1 - Math.SQRT1_2);
  return [x + inset, y + inset, width - 2 * inset, height - 2 * inset];
}

/**
 * Whether all of an upright rectangle is painted in one colour, and nothing shows through. Images and gradients are no
 * covers: what lies under the first image of a page is most often its header, which stays at the top when it scrolls.
 */
function isOpaque(leaf: SVGGraphicsElement, svg: SVGSVGElement): boolean {
  return isUpright(leaf) && isRectangle(leaf) && paintsWhole(leaf, svg);
}

/** Whether nothing shows through the fill of a shape, which nothing cuts but rectangles. */
function paintsWhole(leaf: SVGGraphicsElement, svg: SVGSVGElement): boolean {
  const { fill, fillOpacity, visibility } = getComputedStyle(leaf);
  if (!/^rgb\(/.test(fill) || fillOpacity !== '1' || visibility !== 'visible') return false;
  for (let at: Element | null = leaf; at && at !== svg; at = at.parentElement) {
    const { opacity, filter, mask, mixBlendMode, clipPath } = getComputedStyle(at);
    if (opacity !== '1' || filter !== 'none' || mixBlendMode !== 'normal') return false;
    if (mask.includes('url(') && !(at instanceof SVGGraphicsElement && windowOf(at, svg, 'rect:not([rx])')))
      return false;
    if (clipPath !== 'none' && !clipsToBox(clipPath, svg)) return false;
  }
  return true;
}

/** Whether a shape is a rectangle, whose corners may be round if it is written as one. */
function isRectangle(leaf: SVGGraphicsElement): boolean {
  if (leaf instanceof SVGRectElement) return true;
  if (leaf.localName !== 'path') return false;
  const [contour, ...more] = contoursOf(leaf.getAttribute('d') ?? '');
  return (
    contour !== undefined && more.length === 0 && roundBoxOf(contour)?.radii.every(([x, y]) => x + y === 0) === true
  );
}

/** Whether a clip is one rectangle. */
function clipsToBox(clipPath: string, svg: SVGSVGElement): boolean {
  const [shape, ...more] = referenced(clipPath, svg)?.children ?? [];
  const isRound = shape instanceof SVGRectElement && shape.rx.baseVal.value + shape.ry.baseVal.value > 0;
  return shape instanceof SVGGraphicsElement && more.length === 0 && !isRound && isRectangle(shape);
}
