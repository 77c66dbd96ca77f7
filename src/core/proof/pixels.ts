import { required } from '../data/required.js';
import type { Position } from './measurement.js';
/** An RGBA picture, four bytes a pixel, row by row. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** Rows from `y` on, `height` of them. */
export interface Band {
  readonly y: number;
  readonly height: number;
}

export interface PixelFigures {
  /** Share of pixels that differ over the larger of both pictures; what only one of them has counts as differing. */
  readonly differ: number;
  /** The share of those that no smoothing of edges explains: no pixel around is as it should be. */
  readonly seen: number;
  /** The same shares within each band. */
  readonly bands: readonly number[];
  readonly seenBands: readonly number[];
  /** The share of differing pixels within each box. */
  readonly boxes?: readonly number[];
}

/**
 * Two colours farther apart than this differ to the eye: squared distance in YIQ (luma weighs most), of at most 35215,
 * at a tenth of the whole scale. Weights: NTSC, as used for perceptual comparison of rasters.
 */
const VISIBLE = 35215 * 0.1 * 0.1;

/** Counts differing pixels within boxes, row by row. Boxes are whole pixels. */
class BoxCounts {
  readonly counts: number[];
  /** How many pixels of the row differ left of each one. */
  private readonly before: Uint32Array;

  constructor(
    private readonly boxes: readonly Position[],
    private readonly width: number,
  ) {
    this.counts = boxes.map(() => 0);
    this.before = new Uint32Array(width + 1);
  }

  add(y: number, differs: (x: number) => boolean): void {
    const here = this.boxes.flatMap((box, index) => (y >= box.y && y < box.y + box.height ? [index] : []));
    if (here.length === 0) return;
    for (let x = 0; x < this.width; x += 1) this.before[x + 1] = required(this.before[x]) + (differs(x) ? 1 : 0);
    for (const index of here) {
      const { x, width } = required(this.boxes[index]);
      const [from, to] = [Math.min(x, this.width), Math.min(x + width, this.width)];
      this.counts[index] = required(this.counts[index]) + required(this.before[to]) - required(this.before[from]);
    }
  }

  shares(): number[] {
    return this.boxes.map(({ width, height }, index) => required(this.counts[index]) / Math.max(1, width * height));
  }
}

/** Compares two pictures pixel by pixel, both over white. */
export function comparePixels(
  source: Raster,
  result: Raster,
  bands: readonly Band[],
  boxes: readonly Position[] = [],
): PixelFigures {
  const width = Math.max(source.width, result.width);
  const height = Math.max(source.height, result.height);
  const counts = bands.map(() => 0);
  const seenCounts = bands.map(() => 0);
  const same = source.width === result.width;
  const [first, second] = [wordsOf(source), wordsOf(result)];
  const inBoxes = new BoxCounts(boxes, width);
  let total = 0;
  let seen = 0;
  for (let y = 0; y < height; y += 1) {
    if (same && y < source.height && y < result.height && rowsEqual(first, second, y * width, width)) continue;
    let row = 0;
    let clear = 0;
    for (let x = 0; x < width; x += 1) {
      if (!differsAt(source, result, x, y)) continue;
      row += 1;
      if (!isSmoothed(source, result, x, y) || !isSmoothed(result, source, x, y)) clear += 1;
    }
    if (row === 0) continue;
    inBoxes.add(y, (x) => differsAt(source, result, x, y));
    total += row;
    seen += clear;
    bands.forEach((band, index) => {
      if (y < band.y || y >= band.y + band.height) return;
      counts[index] = required(counts[index]) + row;
      seenCounts[index] = required(seenCounts[index]) + clear;
    });
  }
  const whole = Math.max(1, width * height);
  const shares = (of: readonly number[]): number[] =>
    bands.map((band, index) => required(of[index]) / Math.max(1, width * band.height));
  return {
    differ: total / whole,
    seen: seen / whole,
    bands: shares(counts),
    seenBands: shares(seenCounts),
    ...(boxes.length ? { boxes: inBoxes.shares() } : {}),
  };
}

/** Which pixels of the first picture no smoothing of edges explains, row by row: 1, else 0. */
export function unlikePixels(
  source: Raster,
  result: Raster,
): { readonly width: number; readonly height: number; readonly data: Uint8Array } {
  const { width, height } = source;
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (differsAt(source, result, x, y) && !(isSmoothed(source, result, x, y) && isSmoothed(result, source, x, y)))
        data[y * width + x] = 1;
  return { width, height, data };
}

/** Whether a pixel of one picture is found right around its place in the other: an edge that is smoothed otherwise. */
function isSmoothed(from: Raster, to: Raster, x: number, y: number): boolean {
  if (x >= from.width || y >= from.height) return false;
  const i = (y * from.width + x) * 4;
  for (let down = Math.max(0, y - 1); down <= Math.min(to.height - 1, y + 1); down += 1)
    for (let across = Math.max(0, x - 1); across <= Math.min(to.width - 1, x + 1); across += 1)
      if (distance(from.data, i, to.data, (down * to.width + across) * 4) <= VISIBLE) return true;
  return false;
}

/** Paints where two pictures differ (RGBA, the size of the larger one): the source pale and grey, what differs in a strong colour. */
export function markDifferences(source: Raster, result: Raster, marked: Uint8ClampedArray): void {
  const width = Math.max(source.width, result.width);
  const height = Math.max(source.height, result.height);
  const [first, second] = [wordsOf(source), wordsOf(result)];
  const out = new Uint32Array(marked.buffer, marked.byteOffset, marked.byteLength >> 2);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const inBoth = x < source.width && y < source.height && x < result.width && y < result.height;
      const at = y * source.width + x;
      const same = inBoth && first[at] === second[y * result.width + x];
      out[y * width + x] = !same && differsAt(source, result, x, y) ? STRONG : pale(source, x, y);
    }
  }
}

/** Colours as four bytes in one number, the lowest first: alpha, blue, green, red from the highest to the lowest. */
const STRONG = 0xff5a20d6;
const WHITE = 0xffffffff;

function pale({ width, height, data }: Raster, x: number, y: number): number {
  if (x >= width || y >= height) return WHITE;
  const i = (y * width + x) * 4;
  const light = (required(data[i]) * 77 + required(data[i + 1]) * 151 + required(data[i + 2]) * 28) >> 8;
  const grey = 255 - ((255 - light) >> 2);
  return (0xff000000 | (grey << 16) | (grey << 8) | grey) >>> 0;
}

function wordsOf({ data }: Raster): Uint32Array {
  return new Uint32Array(data.buffer, data.byteOffset, data.byteLength >> 2);
}

function rowsEqual(a: Uint32Array, b: Uint32Array, from: number, count: number): boolean {
  for (let at = from; at < from + count; at += 1) if (a[at] !== b[at]) return false;
  return true;
}

function differsAt(a: Raster, b: Raster, x: number, y: number): boolean {
  if (x >= a.width || y >= a.height || x >= b.width || y >= b.height) return true;
  const i = (y * a.width + x) * 4;
  const j = (y * b.width + x) * 4;
  if (a.data[i] === b.data[j] && a.data[i + 1] === b.data[j + 1] && a.data[i + 2] === b.data[j + 2]) return false;
  return distance(a.data, i, b.data, j) > VISIBLE;
}

function distance(a: Uint8ClampedArray, i: number, b: Uint8ClampedArray, j: number): number {
  const red = required(a[i]) - required(b[j]);
  const green = required(a[i + 1]) - required(b[j + 1]);
  const blue = required(a[i + 2]) - required(b[j + 2]);
  const y = red * 0.29889531 + green * 0.58662247 + blue * 0.11448223;
  const inPhase = red * 0.59597799 - green * 0.2741761 - blue * 0.32180189;
  const quadrature = red * 0.21147017 - green * 0.52261711 + blue * 0.31114694;
  return 0.5053 * y * y + 0.299 * inPhase * inPhase + 0.1957 * quadrature * quadrature;
}
