import type { Matrix } from '../../../core/drawing/contours.js';
import { rounded, written } from './matrix.js';

const SVG = 'http://www.w3.org/2000/svg';

/** A shading (ISO 32000-1, 8.7.4.5) as the reader of PDF files hands it out. */
export type ShadingRecord = readonly [
  kind: string,
  type: 'axial' | 'radial',
  box: unknown,
  stops: readonly (readonly [at: number, color: string])[],
  from: readonly [number, number],
  to: readonly [number, number],
  inner: number | null,
  outer: number | null,
];

/** A shading along a line or between two circles as SVG defines it; undefined for any other. */
export function gradientFor(record: ShadingRecord | null, matrix: Matrix): SVGElement | undefined {
  if (record?.[0] !== 'RadialAxial') return undefined;
  const [, type, , stops, from, to, inner, outer] = record;
  const element = document.createElementNS(SVG, type === 'axial' ? 'linearGradient' : 'radialGradient');
  const numbers =
    type === 'axial'
      ? { x1: from[0], y1: from[1], x2: to[0], y2: to[1] }
      : { fx: from[0], fy: from[1], fr: inner ?? 0, cx: to[0], cy: to[1], r: outer ?? 0 };
  for (const [name, value] of Object.entries(numbers)) element.setAttribute(name, String(rounded(value)));
  element.setAttribute('gradientUnits', 'userSpaceOnUse');
  element.setAttribute('gradientTransform', written(matrix));
  for (const [at, color] of stops) {
    const stop = document.createElementNS(SVG, 'stop');
    stop.setAttribute('offset', String(rounded(at)));
    stop.setAttribute('stop-color', color);
    element.append(stop);
  }
  return element;
}
