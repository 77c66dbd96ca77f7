/** Pixels of a picture, four bytes each: red, green, blue, alpha. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: ArrayLike<number>;
}

/** A box of one colour with the shadow that it casts; lengths in pixels of the picture. */
export interface ShadowedBox {
  readonly box: readonly [x: number, y: number, width: number, height: number];
  readonly color: readonly [red: number, green: number, blue: number];
  readonly radius: number;
  readonly shadow: {
    readonly x: number;
    readonly y: number;
    readonly blur: number;
    readonly alpha: number;
    readonly color: readonly [number, number, number];
  };
}

const SOLID = 250;
/** Colours of a box differ by no more than this (of 255). */
const ONE_COLOR = 3;
/** How far the alpha of a shadow may be from what it should be, of 1. */
const OFF = 0.05;
/** A shadow that is fainter is none. */
const FAINTEST = 0.02;
/** Where the box is smoothed at its edge, its own colour is in the shadow; pixels. */
const EDGE = 3;
/** Share of a normal distribution that lies more than its deviation beyond the middle. */
const BEYOND = 0.1587;

/**
 * Reads a picture that shows nothing but a box of one colour and its shadow, as programs write what they cannot put
 * otherwise; undefined for any other picture. A shadow fades like a normal distribution whose deviation is half of its
 * blur (CSS Backgrounds and Borders 3, section 6.1).
 */
export function readShadow({ width, height, data }: Pixels): ShadowedBox | undefined {
  const alpha = (x: number, y: number): number => (data[(y * width + x) * 4 + 3] ?? 0) / 255;
  const solid = (x: number, y: number): boolean => (data[(y * width + x) * 4 + 3] ?? 0) >= SOLID;
  const [middle, centre] = [width >> 1, height >> 1];
  if (!solid(middle, centre)) return undefined;
  const run = (x: number, y: number, dx: number, dy: number): number => {
    let steps = 0;
    while (x >= 0 && y >= 0 && x < width && y < height && solid(x, y)) [x, y, steps] = [x + dx, y + dy, steps + 1];
    return steps - 1;
  };
  const [left, right] = [middle - run(middle, centre, -1, 0), middle + run(middle, centre, 1, 0)];
  const [top, bottom] = [centre - run(middle, centre, 0, -1), centre + run(middle, centre, 0, 1)];
  const room = Math.min(left, width - 1 - right);
  if (room < 3 * EDGE || height - 1 - bottom < 3 * EDGE || right - left < 8 || bottom - top < 8) return undefined;
  const color = colorAt(data, width, middle, centre);
  for (let y = top; y <= bottom; y += 1)
    for (let x = left; x <= right; x += 1)
      if (solid(x, y) && colorAt(data, width, x, y).some((value, at) => Math.abs(value - (color[at] ?? 0)) > ONE_COLOR))
        return undefined;
  let corner = 0;
  while (corner < Math.min(right - left, bottom - top) / 2 && !solid(left + corner, top + corner)) corner += 1;
  const radius = corner === 0 ? 0 : corner / (1 - Math.SQRT1_2);
  /* Beside the middle of a side the shadow is that of a straight edge: half as dense as the whole, right at the edge. */
  const beside = (distance: number): number => (alpha(left - distance, centre) + alpha(right + distance, centre)) / 2;
  const whole = 2 * (2 * beside(EDGE) - beside(2 * EDGE));
  if (whole < FAINTEST) return undefined;
  const deviation = crossing(beside, BEYOND * whole, room);
  const drop = crossing((distance) => alpha(middle, bottom + distance), whole / 2, height - 1 - bottom) - 0.5;
  const fits = [EDGE, 0.5 * deviation, deviation, 1.6 * deviation].every((distance) => {
    const at = Math.round(distance);
    return at >= room || Math.abs(beside(at) - whole * (1 - normal(at / deviation))) <= OFF;
  });
  if (!fits) return undefined;
  const under = shadowColor(data, width, [left, top, right, bottom], height);
  return {
    box: [left, top, right - left + 1, bottom - top + 1],
    color,
    radius,
    shadow: { x: 0, y: Math.max(0, drop), blur: 2 * deviation, alpha: Math.min(1, whole), color: under },
  };
}

/** How far out what fades has faded to a value, between pixels. */
function crossing(fades: (distance: number) => number, value: number, most: number): number {
  let at = 1;
  while (at < most && fades(at) > value) at += 1;
  const [before, after] = [fades(at - 1), fades(at)];
  return at === 1 || before <= after ? at : at - 1 + (before - value) / (before - after);
}

/** The colour of what lies around a box. Where it is faint its colour is written roughly: dense pixels count more. */
function shadowColor(
  data: ArrayLike<number>,
  width: number,
  [left, top, right, bottom]: readonly [number, number, number, number],
  height: number,
): [number, number, number] {
  const sums = [0, 0, 0, 0];
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      if (x > left - EDGE && x < right + EDGE && y > top - EDGE && y < bottom + EDGE) continue;
      const alpha = data[(y * width + x) * 4 + 3] ?? 0;
      [...colorAt(data, width, x, y), 1].forEach((value, at) => {
        sums[at] = (sums[at] ?? 0) + value * alpha;
      });
    }
  const [red = 0, green = 0, blue = 0, weight = 1] = sums;
  return [red, green, blue].map((sum) => Math.round(sum / weight)) as [number, number, number];
}

function colorAt(data: ArrayLike<number>, width: number, x: number, y: number): [number, number, number] {
  const at = (y * width + x) * 4;
  return [data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0];
}

/** The share of a normal distribution below a place, in deviations (Abramowitz and Stegun, 26.2.17). */
function normal(place: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(place));
  const rest = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const above = (Math.exp((-place * place) / 2) / Math.sqrt(2 * Math.PI)) * rest;
  return place >= 0 ? 1 - above : above;
}
