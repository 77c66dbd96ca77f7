import { areaOf, boxAround, type Contour, type Point } from '../drawing/contours.js';
import { required } from '../data/required.js';
import type { DrawnBox } from '../drawing/drawing.js';

/**
 * What a line looks like whatever its size and place, wherever it begins and whichever way it goes: proportions, how much
 * of its box it fills, and how what it encloses is spread there (moments up to the third order, in shares of the box).
 */
export type Form = readonly number[];

/** Where a form says how much of its box is filled. */
export const FILL = 1;

export interface Mark {
  readonly box: DrawnBox;
  readonly form: Form;
  /** A rectangle or an ellipse: dots and dashes of any font, and much that is no letter, look like that. */
  readonly isCommon: boolean;
}

/** Thinnest thing that is looked at, in the units of the points. */
const THINNEST = 1e-6;
const COMMON_FILLS = [1, Math.PI / 4];
const COMMON_FILL_SLACK = 0.012;
const COMMON_LEAN = 0.004;

/** Undefined for what encloses nothing. */
export function markOf({ points }: Contour): Mark | undefined {
  const box = boxAround(points);
  const [left, top, width, height] = box;
  if (width < THINNEST || height < THINNEST) return undefined;
  const inBox = points.map(([x, y]): Point => [(x - left) / width - 0.5, (y - top) / height - 0.5]);
  const area = areaOf(inBox);
  if (Math.abs(area) < 1e-3) return undefined;
  const [x, y, xx, xy, yy, xxx, xxy, xyy, yyy] = momentsOf(inBox).map((moment) => moment / area) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const fill = Math.abs(area);
  const form = [Math.log(width / height), fill, x, y, xx, xy, yy, 2 * xxx, 2 * xxy, 2 * xyy, 2 * yyy];
  const even = Math.max(Math.abs(x), Math.abs(y), Math.abs(xy)) < COMMON_LEAN;
  const isCommon = even && COMMON_FILLS.some((common) => Math.abs(fill - common) < COMMON_FILL_SLACK);
  return { box, form, isCommon };
}

/** Integrals of x, y, xx, xy, yy, xxx, xxy, xyy, yyy over what a line encloses, by its corners (Green's theorem). */
function momentsOf(points: readonly Point[]): number[] {
  let [x, y, xx, xy, yy, xxx, xxy, xyy, yyy] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  let [x0, y0] = required(points.at(-1));
  for (const [x1, y1] of points) {
    const cross = x0 * y1 - x1 * y0;
    const [p, q, r, s] = [x0 * x0, x1 * x1, y0 * y0, y1 * y1];
    x += cross * (x0 + x1);
    y += cross * (y0 + y1);
    xx += cross * (p + x0 * x1 + q);
    yy += cross * (r + y0 * y1 + s);
    xy += cross * (2 * x0 * y0 + x0 * y1 + x1 * y0 + 2 * x1 * y1);
    xxx += cross * (x0 + x1) * (p + q);
    yyy += cross * (y0 + y1) * (r + s);
    xxy += cross * (p * (3 * y0 + y1) + 2 * x0 * x1 * (y0 + y1) + q * (y0 + 3 * y1));
    xyy += cross * (r * (3 * x0 + x1) + 2 * y0 * y1 * (x0 + x1) + s * (x0 + 3 * x1));
    [x0, y0] = [x1, y1];
  }
  return [x / 6, y / 6, xx / 12, xy / 24, yy / 12, xxx / 20, xxy / 60, xyy / 60, yyy / 20];
}

/** How far two forms are apart: the largest difference. */
export function between(a: Form, b: Form): number {
  let most = 0;
  for (let at = 0; at < a.length; at += 1) most = Math.max(most, Math.abs(required(a[at]) - required(b[at])));
  return most;
}
