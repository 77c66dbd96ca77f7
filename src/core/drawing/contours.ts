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

/**
 * The lines of a path (SVG 2, section 9.3) as points; arcs and curves are followed in steps.
 * @param data what is written in `d`; what cannot be read ends it, as in a browser
 */
export function contoursOf(data: string, matrix: Matrix = [1, 0, 0, 1, 0, 0]): Contour[] {
  const place = ([x, y]: Point): Point => [
    matrix[0] * x + matrix[2] * y + matrix[4],
    matrix[1] * x + matrix[3] * y + matrix[5],
  ];
  const found: { points: Point[]; curved: boolean }[] = [];
  let at: Point = [0, 0];
  let start: Point = [0, 0];
  const go = (to: Point): void => {
    if (found.length === 0) found.push({ points: [place(at)], curved: false });
    required(found.at(-1)).points.push(place(to));
    at = to;
  };
  svgpath(data)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment) => {
      const [kind, ...n] = segment as [string, ...number[]];
      const end: Point = [n.at(-2) ?? 0, n.at(-1) ?? 0];
      if (kind === 'M') {
        at = start = end;
        found.push({ points: [place(at)], curved: false });
      } else if (kind === 'L') go(end);
      else if (kind === 'H') go([required(n[0]), at[1]]);
      else if (kind === 'V') go([at[0], required(n[0])]);
      else if (kind === 'Z') {
        if (at[0] !== start[0] || at[1] !== start[1]) go(start);
        found.push({ points: [place(start)], curved: false });
        at = start;
      } else {
        const from = at;
        const controls = kind === 'Q' ? raised(from, n) : n;
        for (let step = 1; step <= STEPS; step += 1) go(onCurve(from, controls, step / STEPS));
        at = end;
        required(found.at(-1)).curved = true;
      }
    });
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
