import type { DrawnBox } from './drawing.js';
import { areaOf, boxAround, type Contour, type Point } from './contours.js';
import { required } from '../data/required.js';

/** An upright rectangle with round corners, or an ellipse, whose radii are half its sides. Corners go clockwise from the top left; px. */
export interface RoundBox {
  readonly box: DrawnBox;
  readonly radii: readonly (readonly [across: number, down: number])[];
}

/** How far a line may run beside the shape that it is taken for, px and as a share of the corner. */
const BESIDE = 0.2;
const BESIDE_SHARE = 0.02;
/** The areas agree to this share. */
const SAME_AREA = 0.02;

/** The rectangle, its corners round or not, or ellipse that a line goes around; undefined if it is another shape. */
export function roundBoxOf({ points }: Contour): RoundBox | undefined {
  const box = boxAround(points);
  const [, , width, height] = box;
  if (!(width > 0 && height > 0)) return undefined;
  const slack = Math.min(BESIDE, Math.max(width, height) / 100);
  const round = cornersOf(points, box).map((radius): [number, number] =>
    radius <= slack ? [0, 0] : [Math.min(radius, width / 2), Math.min(radius, height / 2)],
  );
  const ellipse = round.map((): [number, number] => [width / 2, height / 2]);
  return [round, ellipse]
    .map((radii) => ({ box, radii }))
    .find((shape) => hasArea(shape, Math.abs(areaOf(points)), slack) && points.every((point) => isOn(point, shape)));
}

/**
 * How round each corner is, px, if it is a quarter of a circle: what comes nearest to the corner of the box is then
 * 2 - √2 radii away from it, across and down together.
 */
function cornersOf(points: readonly Point[], [left, top, width, height]: DrawnBox): number[] {
  const nearest = [Infinity, Infinity, Infinity, Infinity];
  for (const [x, y] of points) {
    const [fromLeft, fromTop] = [x - left, y - top];
    const [fromRight, fromBottom] = [width - fromLeft, height - fromTop];
    [fromLeft + fromTop, fromRight + fromTop, fromRight + fromBottom, fromLeft + fromBottom].forEach((sum, at) => {
      if (sum < required(nearest[at])) nearest[at] = sum;
    });
  }
  return nearest.map((sum) => sum / (2 - Math.SQRT2));
}

function hasArea({ box, radii }: RoundBox, wanted: number, slack: number): boolean {
  const [, , width, height] = box;
  const own = width * height - radii.reduce((sum, [across, down]) => sum + (1 - Math.PI / 4) * across * down, 0);
  return Math.abs(wanted - own) <= Math.max(SAME_AREA * own, (slack * (width + height)) / 2);
}

/** Whether a point lies on the edge of a round box, about. */
function isOn([x, y]: Point, { box: [left, top, width, height], radii }: RoundBox): boolean {
  const fromLeft = x < left + width / 2;
  const fromTop = y < top + height / 2;
  const [across, down] = required(radii[fromTop ? (fromLeft ? 0 : 1) : fromLeft ? 3 : 2]);
  const [dx, dy] = [fromLeft ? x - left : left + width - x, fromTop ? y - top : top + height - y];
  const slack = BESIDE + BESIDE_SHARE * Math.max(across, down);
  if (across === 0 || dx >= across - 1e-6 || dy >= down - 1e-6) return Math.min(Math.abs(dx), Math.abs(dy)) <= slack;
  const away = Math.hypot((across - dx) / across, (down - dy) / down);
  return Math.abs(away - 1) * Math.min(across, down) <= slack;
}

/** Equal on all sides and all corners: a frame, drawn as what lies between an outer and an inner line. */
export interface Frame {
  readonly outer: RoundBox;
  /** Width of the border, px. */
  readonly border: number;
}

/** The frame that two lines enclose; undefined if it is none, or not equally wide on all sides. */
export function frameOf(contours: readonly Contour[]): Frame | undefined {
  if (contours.length !== 2) return undefined;
  const [one, other] = contours.map(roundBoxOf);
  if (!one || !other) return undefined;
  const [outer, inner] = one.box[2] >= other.box[2] ? [one, other] : [other, one];
  const widths = [
    inner.box[0] - outer.box[0],
    inner.box[1] - outer.box[1],
    outer.box[0] + outer.box[2] - inner.box[0] - inner.box[2],
    outer.box[1] + outer.box[3] - inner.box[1] - inner.box[3],
  ];
  const border = widths.reduce((sum, width) => sum + width, 0) / 4;
  return border > 0 && widths.every((width) => Math.abs(width - border) <= BESIDE) ? { outer, border } : undefined;
}

/** The corners of a round box as CSS writes them, px; empty for none. */
export function radiusText({ box, radii }: RoundBox): string {
  const number = (value: number): string => `${Math.round(value * 100) / 100}px`;
  const isEllipse = radii.every(
    ([across, down]) => Math.abs(across - box[2] / 2) < 0.5 && Math.abs(down - box[3] / 2) < 0.5,
  );
  if (isEllipse) return '50%';
  if (radii.every(([across, down]) => across === 0 && down === 0)) return '';
  const across = radii.map((radius) => number(radius[0]));
  const down = radii.map((radius) => number(radius[1]));
  const short = (all: readonly string[]): string => (new Set(all).size === 1 ? required(all[0]) : all.join(' '));
  const near = radii.every((radius) => Math.abs(radius[0] - radius[1]) < 0.3);
  const same = radii.every((radius) => Math.abs(radius[0] - required(radii[0])[0]) < 0.3);
  if (near) return same ? required(across[0]) : across.join(' ');
  return `${short(across)} / ${short(down)}`;
}
