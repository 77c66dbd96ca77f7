import { contoursOf } from '../../../core/drawing/contours.js';
import { frameOf, radiusText, roundBoxOf, type RoundBox } from '../../../core/drawing/plain-shape.js';
import { isMerged } from '../drawing/merged-layers.js';
import { APART, SVG } from './placing.js';

/** Longest description of a path that may be a plain shape, letters. */
const LONGEST = 4000;
const GEOMETRY = /^(d|points|fill-rule|pathLength)$/;

/**
 * Paths that go around a rectangle (its corners round or not), an ellipse, or a frame of one width become that shape.
 * Only where the drawing is neither turned nor skewed, and what is drawn is filled or outlined as a whole.
 */
export function settleShapes(svg: SVGSVGElement): void {
  joinFillAndStroke(svg);
  /* All are looked at before the first is replaced: each change would have the browser lay out the drawing again. */
  const found = [...svg.querySelectorAll<SVGGraphicsElement>('path, polygon')].flatMap((path) => {
    const isPlain = !path.closest(APART) && !isMerged(path) && (path.getAttribute('d') ?? '').length <= LONGEST;
    const plain = isPlain ? shapeFor(path) : undefined;
    return plain ? [{ path, ...plain }] : [];
  });
  for (const { path, shape, looks } of found) {
    for (const { name, value } of path.attributes)
      if (!GEOMETRY.test(name) && !shape.hasAttribute(name)) shape.setAttribute(name, value);
    for (const [name, value] of Object.entries(looks)) shape.style.setProperty(name, value);
    for (const child of [...path.children]) shape.append(child);
    path.replaceWith(shape);
  }
}

/** What is filled first and outlined then, as programs for print do, is one shape that has both. */
function joinFillAndStroke(svg: SVGSVGElement): void {
  for (const filled of svg.querySelectorAll<SVGElement>('path, rect, circle, ellipse, polygon')) {
    const outlined = filled.nextElementSibling;
    if (!(outlined instanceof SVGElement) || outlined.localName !== filled.localName || filled.closest(APART)) continue;
    const [first, second] = [getComputedStyle(filled), getComputedStyle(outlined)];
    if (first.stroke !== 'none' || second.fill !== 'none' || first.fill === 'none' || isMerged(filled)) continue;
    const same = [...PLACES].every((name) => plainNumbers(filled, name) === plainNumbers(outlined, name));
    if (!same || first.opacity !== '1' || second.opacity !== '1' || second.stroke === 'none') continue;
    outlined.style.fill = first.fill;
    outlined.style.fillOpacity = first.fillOpacity;
    outlined.style.fillRule = first.fillRule;
    filled.remove();
  }
}

const PLACES = ['d', 'points', 'transform', 'x', 'y', 'width', 'height', 'rx', 'ry', 'r', 'cx', 'cy'];

function plainNumbers(element: Element, name: string): string {
  return (element.getAttribute(name) ?? '').replace(/-?\d+\.?\d*(e-?\d+)?/g, (number) => Number(number).toFixed(2));
}

interface FoundShape {
  readonly shape: SVGElement;
  /** Looks that are not those of the path. */
  readonly looks: Readonly<Record<string, string>>;
}

function shapeFor(path: SVGGraphicsElement): FoundShape | undefined {
  const own = path.getCTM();
  if (!own || Math.abs(own.b) > 1e-4 || Math.abs(own.c) > 1e-4) return undefined;
  const data = path.localName === 'polygon' ? `M${path.getAttribute('points') ?? ''}z` : (path.getAttribute('d') ?? '');
  const [across, down] = [Math.abs(own.a), Math.abs(own.d)];
  /* At the size at which it is drawn, so that what is told apart is what can be seen. */
  const contours = contoursOf(data, [across, 0, 0, down, 0, 0]);
  const [first] = contours;
  const style = getComputedStyle(path);
  const hasStroke = style.stroke !== 'none';
  if (contours.length === 1 && first) {
    const round = roundBoxOf(first);
    const shape = round && rectangle(round, across, down);
    return shape && { shape, looks: {} };
  }
  const frame = hasStroke ? undefined : frameOf(contours);
  if (!frame || Math.abs(across - down) > 1e-4 || style.fill.startsWith('url(')) return undefined;
  const [x, y, width, height] = frame.outer.box;
  const { border } = frame;
  const middle: RoundBox = {
    box: [x + border / 2, y + border / 2, width - border, height - border],
    radii: frame.outer.radii.map(([a, d]) => [Math.max(0, a - border / 2), Math.max(0, d - border / 2)]),
  };
  const shape = rectangle(middle, across, down);
  if (!shape) return undefined;
  const looks = {
    fill: 'none',
    stroke: style.fill,
    'stroke-opacity': style.fillOpacity,
    'stroke-width': `${border / across}px`,
  };
  return { shape, looks };
}

/** A rectangle or ellipse in the units of its place; undefined if its corners differ so that no such element has them. */
function rectangle(shape: RoundBox, across: number, down: number): SVGElement | undefined {
  const [x, y, width, height] = shape.box;
  const text = radiusText(shape);
  const isEllipse = text === '50%';
  const [radius] = shape.radii;
  if (!isEllipse && (text.includes('/') || text.includes(' '))) return undefined;
  const element = document.createElementNS(SVG, isEllipse ? 'ellipse' : 'rect');
  const numbers = isEllipse
    ? { cx: (x + width / 2) / across, cy: (y + height / 2) / down, rx: width / 2 / across, ry: height / 2 / down }
    : {
        x: x / across,
        y: y / down,
        width: width / across,
        height: height / down,
        ...(text && radius ? { rx: radius[0] / across, ry: radius[1] / down } : {}),
      };
  for (const [name, value] of Object.entries(numbers)) element.setAttribute(name, String(value));
  return element;
}
