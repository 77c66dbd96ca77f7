import { required } from '../../../core/data/required.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { withAlpha } from './geometry.js';

/** A gradient as CSS draws it over a box, and its first colour. */
export interface GradientImage {
  readonly image: string;
  readonly color: string;
  /** The one colour that it shows when all its stops lie on one side of the box. */
  readonly flat?: string;
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

/** A gradient as CSS draws it over a box; undefined if it cannot. */
export function gradientImage(
  gradient: SVGGradientElement,
  box: DrawnBox,
  opacity: number,
  svg: SVGSVGElement,
): GradientImage | undefined {
  const stops = stopsOf(gradient, opacity, svg);
  const [first] = stops;
  if (!first) return undefined;
  if (gradient instanceof SVGLinearGradientElement) {
    const listed = linearGradient(gradient, stops, box, svg);
    return listed && { ...listed, color: first.color };
  }
  const image = gradient instanceof SVGRadialGradientElement ? radialGradient(gradient, stops, box, svg) : undefined;
  return image === undefined ? undefined : { image, color: first.color };
}

/** A place on a gradient's line, as a share of it, and the colour there. */
interface Stop {
  readonly at: number;
  readonly color: string;
}

/** A gradient's stops, its own or those of the one it refers to. */
function stopsOf(gradient: SVGGradientElement, opacity: number, svg: SVGSVGElement): readonly Stop[] {
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
  stops: readonly Stop[],
  box: DrawnBox,
  svg: SVGSVGElement,
): Omit<GradientImage, 'color'> | undefined {
  if (gradient.spreadMethod.baseVal > 1) return undefined;
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
  if (!(length > 0) || Number.isNaN(toGradient.a)) return flatGradient(required(stops.at(-1)).color);
  const slope = [
    (toGradient.a * dx + toGradient.b * dy) / length,
    (toGradient.c * dx + toGradient.d * dy) / length,
  ] as const;
  const steep = Math.hypot(...slope);
  const middle = new DOMPoint(box[0] + box[2] / 2, box[1] + box[3] / 2).matrixTransform(toGradient);
  const atMiddle = ((middle.x - from.x) * dx + (middle.y - from.y) * dy) / length;
  const angle = Math.atan2(slope[0], -slope[1]);
  const line = Math.abs(box[2] * Math.sin(angle)) + Math.abs(box[3] * Math.cos(angle));
  const places = stops.map(({ at }) => (at - atMiddle) / steep / line + 0.5);
  if (required(places[0]) >= 1) return flatGradient(required(stops[0]).color);
  if (required(places.at(-1)) <= 0) return flatGradient(required(stops.at(-1)).color);
  const percent = (place: number): number => Math.round((place * 100 + Number.EPSILON) * 100) / 100;
  const listed = stops.map(({ color }, index) => `${color} ${percent(required(places[index]))}%`);
  const degrees = Math.round(((angle * 180) / Math.PI) * 100) / 100;
  return { image: `linear-gradient(${degrees}deg, ${listed.join(', ')})` };
}

function flatGradient(color: string): Omit<GradientImage, 'color'> {
  return { image: `linear-gradient(${color}, ${color})`, flat: color };
}

function radialGradient(
  gradient: SVGRadialGradientElement,
  stops: readonly Stop[],
  box: DrawnBox,
  svg: SVGSVGElement,
): string | undefined {
  const matrix = gradient.gradientTransform.baseVal.consolidate()?.matrix;
  if (matrix && (Math.abs(matrix.b) > 1e-3 || Math.abs(matrix.c) > 1e-3)) return undefined;
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
