import { shadowOf } from './shadows.js';
import { required } from '../../../core/data/required.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { withAlpha } from './geometry.js';
import { patternImage, type PatternImage } from './patterns.js';

/** A shape as CSS can draw it. */
export interface PaintedShape {
  readonly box: DrawnBox;
  readonly look: Readonly<Record<string, string>>;
  readonly picture?: PatternImage;
}

/**
 * Reads an upright rectangle, ellipse or straight line as a CSS box. `nothing` if it paints nothing; undefined if it
 * is no such shape or CSS cannot draw it.
 */
export function strokeAndFill(
  element: SVGGraphicsElement,
  style: CSSStyleDeclaration,
  box: DrawnBox,
  svg: SVGSVGElement,
): PaintedShape | 'nothing' | undefined {
  const stroke = strokeOf(style, element);
  if (element.localName === 'line') return lineBox(element as SVGLineElement, style, stroke);
  const filled = style.fill !== 'none' && !/rgba\([^)]*, 0\)/.test(style.fill) && Number(style.fillOpacity) > 0;
  const shadow = shadowOf(element, style, svg);
  if (!filled && !stroke) return element.localName === 'rect' || element.localName === 'path' ? 'nothing' : undefined;
  if (shadow === undefined) return undefined;
  const fill = box;
  const look: Record<string, string> = {};
  const radius = cornerOf(element, fill);
  if (radius === undefined) return undefined;
  if (radius) look['border-radius'] = radius;
  let image: PaintedShape['picture'];
  if (filled) {
    const paint = fillOf(element, style, fill, svg);
    if (!paint) return undefined;
    if (paint.picture) image = paint.picture;
    else Object.assign(look, paint.look);
  }
  if (shadow) look['box-shadow'] = shadow;
  if (!stroke) return { box: fill, look, ...(image ? { picture: image } : {}) };
  if (style.strokeDasharray !== 'none') look['border-style'] = 'dashed';
  look['border-width'] = `${stroke.width}px`;
  look['border-style'] ??= 'solid';
  look['border-color'] = stroke.color;
  const half = stroke.width / 2;
  const outer: DrawnBox = [fill[0] - half, fill[1] - half, fill[2] + stroke.width, fill[3] + stroke.width];
  if (radius && !radius.endsWith('%')) look['border-radius'] = `${parseFloat(radius) + half}px`;
  return { box: outer, look, ...(image ? { picture: image } : {}) };
}

interface Stroke {
  readonly width: number;
  readonly color: string;
}

function strokeOf(style: CSSStyleDeclaration, element: SVGGraphicsElement): Stroke | undefined {
  const scale = element.getScreenCTM()?.a ?? 1;
  const width = parseFloat(style.strokeWidth) * (style.vectorEffect === 'non-scaling-stroke' ? 1 : scale);
  if (
    style.stroke === 'none' ||
    style.stroke.startsWith('url(') ||
    !(width > 0) ||
    /rgba\([^)]*, 0\)/.test(style.stroke)
  )
    return undefined;
  return { width: Math.round(width * 100) / 100, color: withAlpha(style.stroke, Number(style.strokeOpacity)) };
}

function lineBox(
  line: SVGLineElement,
  style: CSSStyleDeclaration,
  stroke: Stroke | undefined,
): PaintedShape | 'nothing' | undefined {
  if (!stroke) return 'nothing';
  const matrix = line.getScreenCTM();
  if (!matrix) return 'nothing';
  const from = new DOMPoint(line.x1.baseVal.value, line.y1.baseVal.value).matrixTransform(matrix);
  const to = new DOMPoint(line.x2.baseVal.value, line.y2.baseVal.value).matrixTransform(matrix);
  const flat = Math.abs(from.y - to.y) < 0.01;
  if (!flat && Math.abs(from.x - to.x) > 0.01) return undefined;
  const length = flat ? Math.abs(from.x - to.x) : Math.abs(from.y - to.y);
  if (length < 0.01) return 'nothing';
  const cap = style.strokeLinecap === 'butt' ? 0 : stroke.width / 2;
  const x = Math.min(from.x, to.x) + scrollX;
  const y = Math.min(from.y, to.y) + scrollY;
  const half = stroke.width / 2;
  const box: DrawnBox = flat
    ? [x - cap, y - half, length + 2 * cap, stroke.width]
    : [x - half, y - cap, stroke.width, length + 2 * cap];
  return {
    box,
    look: {
      'background-color': stroke.color,
      ...(style.strokeLinecap === 'round' ? { 'border-radius': `${half}px` } : {}),
    },
  };
}

/** Corner radius, empty for none; undefined if the shape is no rectangle or ellipse. */
function cornerOf(element: SVGGraphicsElement, box: DrawnBox): string | undefined {
  if (element.localName === 'circle' || element.localName === 'ellipse') return '50%';
  if (element instanceof SVGRectElement) {
    const scale = element.getScreenCTM()?.a ?? 1;
    const radius = Math.min((element.rx.baseVal.value || element.ry.baseVal.value) * scale, box[2] / 2, box[3] / 2);
    return radius > 0 ? `${Math.round(radius * 100) / 100}px` : '';
  }
  return element instanceof SVGPathElement && isRectanglePath(element.getAttribute('d') ?? '') ? '' : undefined;
}

/** A path of horizontal and vertical lines with four corners. */
function isRectanglePath(d: string): boolean {
  return /^\s*M[^a-zA-Z]+(?:[HhVv][^a-zA-Z]+){3,4}[Zz]?\s*$/.test(d);
}

interface Fill {
  readonly look?: Readonly<Record<string, string>>;
  readonly picture?: PatternImage;
}

function fillOf(
  element: SVGGraphicsElement,
  style: CSSStyleDeclaration,
  box: DrawnBox,
  svg: SVGSVGElement,
): Fill | undefined {
  const opacity = Number(style.fillOpacity);
  const reference = /url\(["']?#([^"')]+)/.exec(style.fill)?.[1];
  if (!reference) return { look: { 'background-color': withAlpha(style.fill, opacity) } };
  const target = svg.querySelector(`[id="${CSS.escape(reference)}"]`);
  if (target instanceof SVGGradientElement) {
    const gradient = gradientImage(target, box, opacity, svg);
    return gradient && { look: { 'background-image': gradient.image } };
  }
  if (target instanceof SVGPatternElement) {
    const image = patternImage(target, element, box, svg);
    if (image) return { picture: image };
  }
  return undefined;
}

/** A gradient as CSS draws it over a box, and its first colour. */
export interface GradientImage {
  readonly image: string;
  readonly color: string;
}

/** The gradient that fills letters; undefined if it is none, or CSS cannot draw it. @param box around the whole text */
export function gradientOfText(
  { fill, fillOpacity }: CSSStyleDeclaration,
  box: DrawnBox,
  opacity: number,
  svg: SVGSVGElement,
): GradientImage | undefined {
  const reference = /url\(["']?#([^"')]+)/.exec(fill)?.[1];
  const target = reference ? svg.querySelector(`[id="${CSS.escape(reference)}"]`) : null;
  return target instanceof SVGGradientElement
    ? gradientImage(target, box, opacity * Number(fillOpacity), svg)
    : undefined;
}

function gradientImage(
  gradient: SVGGradientElement,
  box: DrawnBox,
  opacity: number,
  svg: SVGSVGElement,
): GradientImage | undefined {
  const image =
    gradient instanceof SVGLinearGradientElement
      ? linearGradient(gradient, box, opacity, svg)
      : gradient instanceof SVGRadialGradientElement
        ? radialGradient(gradient, box, opacity, svg)
        : undefined;
  const [first] = stopsOf(gradient, opacity, svg);
  return image && first ? { image, color: first.color } : undefined;
}

/** A gradient's stops, its own or those of the one it refers to. */
function stopsOf(
  gradient: SVGGradientElement,
  opacity: number,
  svg: SVGSVGElement,
): { readonly at: number; readonly color: string }[] {
  const own = [...gradient.querySelectorAll('stop')];
  if (own.length === 0 && gradient.href.baseVal.startsWith('#')) {
    const other = svg.querySelector(`[id="${CSS.escape(gradient.href.baseVal.slice(1))}"]`);
    return other instanceof SVGGradientElement && other !== gradient ? stopsOf(other, opacity, svg) : [];
  }
  return own.map((stop) => {
    const style = getComputedStyle(stop);
    return { at: stop.offset.baseVal, color: withAlpha(style.stopColor, Number(style.stopOpacity) * opacity) };
  });
}

/**
 * An SVG gradient is a linear function of the place, and so is a CSS gradient: for each stop, the place along the CSS
 * gradient line (CSS Images 3, section 3.1) where the SVG function has the stop's value.
 */
function linearGradient(
  gradient: SVGLinearGradientElement,
  box: DrawnBox,
  opacity: number,
  svg: SVGSVGElement,
): string | undefined {
  const stops = stopsOf(gradient, opacity, svg);
  if (stops.length === 0 || gradient.spreadMethod.baseVal > 1) return undefined;
  const matrix = gradient.gradientTransform.baseVal.consolidate()?.matrix ?? new DOMMatrix();
  const inBox = gradient.gradientUnits.baseVal !== 1;
  const ends = [
    [gradient.x1, gradient.y1],
    [gradient.x2, gradient.y2],
  ].map(([x, y]) => new DOMPoint(valueOf(required(x), inBox), valueOf(required(y), inBox)));
  const [from, to] = ends as [DOMPoint, DOMPoint];
  const unit = inBox ? new DOMMatrix([box[2], 0, 0, box[3], box[0], box[1]]) : toPage(svg);
  const toGradient = unit
    .multiply(new DOMMatrix([matrix.a, matrix.b, matrix.c, matrix.d, matrix.e, matrix.f]))
    .inverse();
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = dx * dx + dy * dy;
  if (!(length > 0) || Number.isNaN(toGradient.a))
    return stops.length ? `linear-gradient(${stops.at(-1)?.color}, ${stops.at(-1)?.color})` : undefined;
  const slope = [
    (toGradient.a * dx + toGradient.b * dy) / length,
    (toGradient.c * dx + toGradient.d * dy) / length,
  ] as const;
  const steep = Math.hypot(...slope);
  const middle = new DOMPoint(box[0] + box[2] / 2, box[1] + box[3] / 2).matrixTransform(toGradient);
  const atMiddle = ((middle.x - from.x) * dx + (middle.y - from.y) * dy) / length;
  const angle = Math.atan2(slope[0], -slope[1]);
  const line = Math.abs(box[2] * Math.sin(angle)) + Math.abs(box[3] * Math.cos(angle));
  const listed = stops.map(
    ({ at, color }) =>
      `${color} ${Math.round((((at - atMiddle) / steep / line + 0.5) * 100 + Number.EPSILON) * 100) / 100}%`,
  );
  return `linear-gradient(${Math.round(((angle * 180) / Math.PI) * 100) / 100}deg, ${listed.join(', ')})`;
}

function radialGradient(
  gradient: SVGRadialGradientElement,
  box: DrawnBox,
  opacity: number,
  svg: SVGSVGElement,
): string | undefined {
  const stops = stopsOf(gradient, opacity, svg);
  const matrix = gradient.gradientTransform.baseVal.consolidate()?.matrix;
  if (stops.length === 0 || (matrix && (Math.abs(matrix.b) > 1e-3 || Math.abs(matrix.c) > 1e-3))) return undefined;
  const inBox = gradient.gradientUnits.baseVal !== 1;
  const [cx, cy, r] = [gradient.cx, gradient.cy, gradient.r].map((entry) => valueOf(entry, inBox)) as [
    number,
    number,
    number,
  ];
  const unit = inBox ? new DOMMatrix([box[2], 0, 0, box[3], 0, 0]) : toPage(svg).translate(0, 0);
  const whole = matrix
    ? unit.multiply(new DOMMatrix([matrix.a, matrix.b, matrix.c, matrix.d, matrix.e, matrix.f]))
    : unit;
  const middle = new DOMPoint(cx, cy).matrixTransform(whole);
  const [x, y] = inBox ? [middle.x, middle.y] : [middle.x - box[0], middle.y - box[1]];
  const round = (value: number): number => Math.round(value * 100) / 100;
  const listed = stops.map(({ at, color }) => `${color} ${round(at * 100)}%`);
  return `radial-gradient(${round(r * whole.a)}px ${round(r * whole.d)}px at ${round(x)}px ${round(y)}px, ${listed.join(', ')})`;
}

function valueOf(length: SVGAnimatedLength, inBox: boolean): number {
  return inBox && length.baseVal.unitType === SVGLength.SVG_LENGTHTYPE_PERCENTAGE
    ? length.baseVal.valueInSpecifiedUnits / 100
    : length.baseVal.value;
}

function toPage(svg: SVGSVGElement): DOMMatrix {
  const matrix = svg.getScreenCTM();
  return matrix
    ? new DOMMatrix([matrix.a, matrix.b, matrix.c, matrix.d, matrix.e + scrollX, matrix.f + scrollY])
    : new DOMMatrix();
}
