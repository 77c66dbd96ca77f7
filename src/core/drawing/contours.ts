import svgpath from 'svgpath';
import { required } from '../data/required.js';
import type { DrawnBox } from './drawing.js';

export type Point = readonly [x: number, y: number];
/** As SVG writes it: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** One closed or open line of a path, as points along it. */
export interface Contour {
  readonly points: readonly Point[];
  /** Some of it was drawn as curves. */
  readonly curved: boolean;
}

/** Points that stand for a curve. */
const STEPS = 8;

/** A step of a path: where to, straight or by control points; `Z` back to where it began. */
export type Segment = readonly [kind: 'M' | 'L' | 'Q' | 'C' | 'Z', ...numbers: number[]];

/**
 * The lines of a path (SVG 2, section 9.3) as points; arcs and curves are followed in steps.
 * @param data what is written in `d`; what cannot be read ends it, as in a browser
 */
export function contoursOf(data: string, matrix?: Matrix): Contour[] {
  const segments: Segment[] = [];
  svgpath(data)
    .abs()
    .unarc()
    .unshort()
    .iterate(([kind, ...n], _, x, y) => {
      if (kind === 'H') segments.push(['L', required(n[0]), y]);
      else if (kind === 'V') segments.push(['L', x, required(n[0])]);
      else segments.push([kind as 'M', ...n]);
    });
  return contoursFrom(segments, matrix);
}

/** The same, of steps that are known. Numbers are absolute. */
export function contoursFrom(segments: Iterable<Segment>, [a, b, c, d, e, f]: Matrix = [1, 0, 0, 1, 0, 0]): Contour[] {
  const place = ([x, y]: Point): Point => [a * x + c * y + e, b * x + d * y + f];
  const found: { points: Point[]; curved: boolean }[] = [];
  let at: Point = [0, 0];
  let start: Point = [0, 0];
  const begin = (point: Point): void => {
    at = start = point;
    found.push({ points: [place(point)], curved: false });
  };
  for (const [kind, ...n] of segments) {
    const end: Point = kind === 'Z' ? start : [n.at(-2) ?? 0, n.at(-1) ?? 0];
    if (kind === 'M' || found.length === 0) begin(kind === 'M' ? end : at);
    const line = required(found.at(-1));
    if (kind === 'L' || (kind === 'Z' && (at[0] !== start[0] || at[1] !== start[1]))) line.points.push(place(end));
    else if (kind === 'Q' || kind === 'C') {
      const controls = kind === 'Q' ? raised(at, n) : n;
      for (let step = 1; step <= STEPS; step += 1) line.points.push(place(onCurve(at, controls, step / STEPS)));
      line.curved = true;
    }
    if (kind === 'Z') begin(start);
    else at = end;
  }
  return found.filter(({ points }) => points.length > 1);
}

/** The control points and the end of a quadratic curve, as those of a cubic one. */
function raised([x, y]: Point, [cx = 0, cy = 0, ex = 0, ey = 0]: readonly number[]): number[] {
  return [x + (2 / 3) * (cx - x), y + (2 / 3) * (cy - y), ex + (2 / 3) * (cx - ex), ey + (2 / 3) * (cy - ey), ex, ey];
}

function onCurve([x, y]: Point, [ax = 0, ay = 0, bx = 0, by = 0, ex = 0, ey = 0]: readonly number[], t: number): Point {
  const u = 1 - t;
  const [first, second, third, fourth] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return [first * x + second * ax + third * bx + fourth * ex, first * y + second * ay + third * by + fourth * ey];
}

/** The box around points. */
export function boxAround(points: readonly Point[]): DrawnBox {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return [left, top, right - left, bottom - top];
}

/** The area inside of a line; below zero if it goes against the clock on a screen. */
export function areaOf(points: readonly Point[]): number {
  let sum = 0;
  for (let index = 0; index < points.length; index += 1) {
    const [x, y] = required(points[index]);
    const [nextX, nextY] = required(points[(index + 1) % points.length]);
    sum += x * nextY - nextX * y;
  }
  return sum / 2;
}
