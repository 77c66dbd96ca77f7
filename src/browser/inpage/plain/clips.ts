import { contoursOf, type Matrix } from '../../../core/drawing/contours.js';
import { roundBoxOf, type RoundBox } from '../../../core/drawing/plain-shape.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { holds } from '../../../core/geometry/box.js';
import { isMerged, merged } from '../drawing/merged-layers.js';
import { paintedBox } from '../drawing/geometry.js';
import { pathDataOf } from './path-data.js';
import { APART, SVG } from './placing.js';

const WORDS = 'text, foreignObject';
/** Painting that reaches over the edge of a clip by less is not seen to be cut, px. */
const EDGE = 0.6;

/**
 * Brings clips to those that cut something, each a rectangle, a round one or an ellipse (CSS Masking 1, section 6). A clip
 * of another form makes what it cuts one picture; words are never cut by one.
 */
export function settleClips(svg: SVGSVGElement): void {
  const clippedOnes = [...svg.querySelectorAll<SVGGraphicsElement>('*')].filter(
    (element) => !element.closest(APART) && clipId(element) !== undefined,
  );
  for (const element of clippedOnes) settle(element, svg);
}

function settle(element: SVGGraphicsElement, svg: SVGSVGElement): void {
  if (isMerged(element) || !element.isConnected) return;
  const clip = svg.querySelector(`[id="${CSS.escape(clipId(element) ?? '')}"]`);
  if (!clip) return withoutClip(element);
  const found = regionOf(clip, element);
  if (found === 'nothing') return element.remove();
  const region = found === 'other' ? undefined : found;
  if (region && cutsNothing(region, paintedBox(element))) return withoutClip(element);
  if (region) return;
  if (!element.matches(WORDS) && !element.querySelector(WORDS)) {
    merged.add(element);
    return;
  }
  const reference = element.getAttribute('clip-path') ?? getComputedStyle(element).clipPath;
  withoutClip(element);
  if (element.matches(WORDS)) return;
  for (const child of [...element.children]) {
    if (!(child instanceof SVGGraphicsElement) || child.matches(WORDS)) continue;
    const holder = document.createElementNS(SVG, 'g');
    holder.setAttribute('clip-path', reference);
    child.replaceWith(holder);
    holder.append(child);
    settle(holder, svg);
  }
}

function clipId(element: Element): string | undefined {
  return /url\(["']?#([^"')]+)/.exec(getComputedStyle(element).clipPath)?.[1];
}

function withoutClip(element: SVGGraphicsElement): void {
  element.removeAttribute('clip-path');
  if (clipId(element) !== undefined) element.style.clipPath = 'none';
}

/** The region that a clip leaves, px of the page, if it is one rectangle, round or not; `other` for any other form. */
function regionOf(clip: Element, user: SVGGraphicsElement): RoundBox | 'other' | 'nothing' {
  const shapes = [...clip.children].filter((child): child is SVGGraphicsElement => child instanceof SVGGraphicsElement);
  if (shapes.length === 0) return 'nothing';
  if (shapes.length > 1 || clipId(clip) !== undefined) return 'other';
  const [shape] = shapes;
  const data = shape && pathDataOf(shape);
  const matrix = user.getScreenCTM();
  if (!shape || data === undefined || !matrix) return 'other';
  const own = shape.transform.baseVal.consolidate()?.matrix;
  let place = new DOMMatrix([matrix.a, matrix.b, matrix.c, matrix.d, matrix.e + scrollX, matrix.f + scrollY]);
  if (clip.getAttribute('clipPathUnits') === 'objectBoundingBox') {
    const { x, y, width, height } = user.getBBox();
    place = place.multiply(new DOMMatrix([width, 0, 0, height, x, y]));
  }
  const outer = (clip as SVGClipPathElement).transform?.baseVal.consolidate()?.matrix;
  if (outer) place = place.multiply(matrixOf(outer));
  if (own) place = place.multiply(matrixOf(own));
  const contours = contoursOf(data, [place.a, place.b, place.c, place.d, place.e, place.f] as Matrix);
  if (contours.length === 0) return 'nothing';
  const [contour] = contours;
  return (contours.length === 1 && contour && roundBoxOf(contour)) || 'other';
}

function matrixOf({ a, b, c, d, e, f }: DOMMatrix | SVGMatrix): DOMMatrix {
  return new DOMMatrix([a, b, c, d, e, f]);
}

/** Whether what is painted lies inside, clear of round corners. */
function cutsNothing({ box, radii }: RoundBox, painted: DrawnBox): boolean {
  if (!holds(box, painted, EDGE)) return false;
  const [left, top, right, bottom] = [
    painted[0] - box[0],
    painted[1] - box[1],
    box[0] + box[2] - painted[0] - painted[2],
    box[1] + box[3] - painted[1] - painted[3],
  ];
  const corners = [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
  ] as const;
  return corners.every(([x, y], at) => {
    const [across = 0, down = 0] = radii[at] ?? [];
    if (across < 1 || x >= across || y >= down) return true;
    return Math.hypot((across - x) / across, (down - y) / down) <= 1 + EDGE / across;
  });
}
