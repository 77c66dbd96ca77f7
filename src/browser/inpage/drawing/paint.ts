import { shadowOf } from './shadows.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { withAlpha } from './geometry.js';
import { gradientImage } from './gradients.js';
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
    return (
      gradient && {
        look: gradient.flat ? { 'background-color': gradient.flat } : { 'background-image': gradient.image },
      }
    );
  }
  if (target instanceof SVGPatternElement) {
    const image = patternImage(target, element, box, svg);
    if (image) return { picture: image };
  }
  return undefined;
}
