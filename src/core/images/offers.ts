import type { Breakpoint } from '../document/types.js';

/** How the pictures of a page are to be offered: in several sizes and formats, so that each screen loads what it shows. */
export interface ImageChoices {
  /** Widest picture that is kept, px. */
  readonly largest?: number;
  /** Formats that are offered before the one that the picture has. */
  readonly formats: readonly ModernFormat[];
  /** 1 to 100. */
  readonly quality: number;
  /** Whether vector drawings are written anew, without what changes nothing. */
  readonly vectors: boolean;
}

export const MODERN_FORMATS = ['avif', 'webp'] as const;
export type ModernFormat = (typeof MODERN_FORMATS)[number];

/** How wide a picture has to be to fill its place sharply on a screen with one dot a px. */
export interface Need {
  /** Width of the viewport, CSS px. */
  readonly viewport: number;
  /** Width of the whole picture, uncropped, as it is shown, CSS px; 0 where it is not shown. */
  readonly wide: number;
}

/** The sizes in which a picture is offered. */
export interface Offer {
  /** Widths of the files, px, narrowest first. */
  readonly widths: readonly number[];
  /** Value of the `sizes` attribute (HTML, 4.8.4.2.2). */
  readonly sizes: string;
}

/** Dots a px that are served sharply. */
const DENSITY = 2;
/** A file less than this much wider (in shares) than the one before is not worth having. */
const STEP = 1.2;
/** Shown widths that differ by less are the same, as a share. */
const SAME = 0.02;

/**
 * What sizes a picture is needed in.
 * @param needs at several viewports; there must be one in each interval between breakpoints for that interval to count
 * @param natural width and height of the picture as it is, px
 */
export function offerOf(
  needs: readonly Need[],
  natural: readonly [width: number, height: number],
  breakpoints: readonly Breakpoint[],
  { largest = Infinity }: Pick<ImageChoices, 'largest'>,
): Offer {
  const most = largest < natural[0] ? trueWidth(largest, natural, largest) : natural[0];
  const intervals = intervalsOf(needs, breakpoints);
  const wanted = intervals.flatMap(({ widest }) => [widest, widest * DENSITY]).filter((width) => width > 0);
  const widths = thinned([
    ...wanted.map((width) => (width >= most ? most : trueWidth(Math.ceil(width), natural, most))),
    ...(wanted.length ? [] : [most]),
  ]);
  return { widths, sizes: sizesOf(intervals) };
}

/** Widths this much larger than asked for are looked at for one that keeps the proportions, as a share. */
const SEARCH = 0.04;

/**
 * The width near one asked for (px) at which a whole number of dots down is nearest to the picture's proportions: others
 * would stretch it, and move what stands below it.
 * @param most no wider than this; then narrower ones are looked at instead
 */
function trueWidth(asked: number, [wide, high]: readonly [number, number], most: number): number {
  const reach = Math.max(4, Math.round(asked * SEARCH));
  const off = (width: number): number => Math.abs((width * high) / wide - Math.round((width * high) / wide)) / width;
  const step = asked + reach > most ? -1 : 1;
  let best = asked;
  for (let more = 1; more <= reach; more += 1) {
    const width = asked + step * more;
    if (width > 0 && off(width) < off(best) - 1e-9) best = width;
  }
  return best;
}

interface Interval {
  /** Viewports narrower than this, px; none for the widest. */
  readonly below?: number;
  readonly widest: number;
  readonly size: string;
}

/** The needs between each two breakpoints, narrowest first; an interval in which the picture is not shown is left out. */
function intervalsOf(needs: readonly Need[], breakpoints: readonly Breakpoint[]): Interval[] {
  const limits = [...breakpoints.map(({ below }) => below)].sort((a, b) => a - b);
  const found: Interval[] = [];
  for (const [at, below] of [...limits, undefined].entries()) {
    const from = limits[at - 1] ?? 0;
    const here = needs.filter(({ viewport, wide }) => wide > 0 && viewport >= from && viewport < (below ?? Infinity));
    if (here.length === 0) continue;
    found.push({
      ...(below === undefined ? {} : { below }),
      widest: Math.max(...here.map(({ wide }) => wide)),
      size: sizeOf(here),
    });
  }
  return found;
}

/** A length that is the shown width, or a little more, at each of the viewports. */
function sizeOf(needs: readonly Need[]): string {
  const widest = Math.max(...needs.map(({ wide }) => wide));
  const narrowest = Math.min(...needs.map(({ wide }) => wide));
  if (narrowest > widest * (1 - SAME)) return `${rounded(widest)}px`;
  const share = Math.max(...needs.map(({ wide, viewport }) => wide / viewport));
  const reached = needs.every(({ viewport }) => share * viewport <= widest * (1 + SAME));
  const fluid = `${rounded(share * 100)}vw`;
  return reached ? fluid : `min(${fluid}, ${rounded(widest)}px)`;
}

function rounded(value: number): number {
  return Math.ceil(value * 100) / 100;
}

function sizesOf(intervals: readonly Interval[]): string {
  const last = intervals.at(-1);
  if (!last) return '100vw';
  const before = intervals.slice(0, -1).filter(({ size }, at) => size !== intervals[at + 1]?.size);
  return [...before.map(({ below, size }) => `(width < ${below ?? 0}px) ${size}`), last.size].join(', ');
}

/** Widths with those left out that the next wider one serves nearly as well; narrowest first. */
function thinned(widths: readonly number[]): number[] {
  const falling = [...new Set(widths)].sort((a, b) => b - a);
  const kept: number[] = [];
  for (const width of falling) if (width * STEP <= (kept.at(-1) ?? Infinity)) kept.push(width);
  return kept.reverse();
}
