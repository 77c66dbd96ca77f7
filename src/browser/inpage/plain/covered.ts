import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { contoursOf } from '../../../core/drawing/contours.js';
import { roundBoxOf } from '../../../core/drawing/plain-shape.js';
import { area, holds } from '../../../core/geometry/box.js';
import { clipped, isEmpty, isUpright, pageBox, paintedBox } from '../drawing/geometry.js';
import { shownBox } from './stacked-images.js';
import { APART } from './placing.js';
import { referenced } from './references.js';

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
    const cover = area(box) >= least && isOpaque(leaf, svg) ? clipped(shownBox(leaf, svg), page) : undefined;
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

/** Whether all of an upright rectangle is painted, and nothing shows through. */
function isOpaque(leaf: SVGGraphicsElement, svg: SVGSVGElement): boolean {
  return isUpright(leaf) && isRectangle(leaf) && paintsWhole(leaf, svg);
}

/** Whether nothing shows through the fill of a shape, which nothing cuts but rectangles. */
function paintsWhole(leaf: SVGGraphicsElement, svg: SVGSVGElement): boolean {
  const { fill, fillOpacity, visibility } = getComputedStyle(leaf);
  if (!isOpaquePaint(fill, svg) || fillOpacity !== '1' || visibility !== 'visible') return false;
  for (let at: Element | null = leaf; at && at !== svg; at = at.parentElement) {
    const { opacity, filter, mask, mixBlendMode, clipPath } = getComputedStyle(at);
    if (opacity !== '1' || filter !== 'none' || mask.includes('url(') || mixBlendMode !== 'normal') return false;
    if (clipPath !== 'none' && !clipsToBox(clipPath, svg)) return false;
  }
  return true;
}

/** Whether nothing shows through a paint: an opaque colour, or a gradient of such. */
function isOpaquePaint(fill: string, svg: SVGSVGElement): boolean {
  if (/^rgb\(/.test(fill)) return true;
  const gradient = /^url\("#(.+)"\)/.exec(fill)?.[1];
  const target = gradient === undefined ? null : svg.querySelector(`[id="${CSS.escape(gradient)}"]`);
  const stops = [...(target?.querySelectorAll('stop') ?? [])].map((stop) => getComputedStyle(stop));
  return (
    stops.length > 0 && stops.every(({ stopColor, stopOpacity }) => /^rgb\(/.test(stopColor) && stopOpacity === '1')
  );
}

function isRectangle(leaf: SVGGraphicsElement): boolean {
  if (leaf instanceof SVGRectElement) return leaf.rx.baseVal.value === 0 && leaf.ry.baseVal.value === 0;
  if (leaf.localName !== 'path') return false;
  const [contour, ...more] = contoursOf(leaf.getAttribute('d') ?? '');
  return (
    contour !== undefined && more.length === 0 && roundBoxOf(contour)?.radii.every(([x, y]) => x + y === 0) === true
  );
}

/** Whether a clip is one rectangle. */
function clipsToBox(clipPath: string, svg: SVGSVGElement): boolean {
  const [shape, ...more] = referenced(clipPath, svg)?.children ?? [];
  return shape instanceof SVGGraphicsElement && more.length === 0 && isRectangle(shape);
}
