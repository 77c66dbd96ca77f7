import { readMediaQueries } from '../css/media-queries.js';

/** A range of viewport widths over which no width condition of the source changes. */
export interface Interval {
  /** First width that is too wide for it; absent for the widest. */
  readonly below?: number;
  /** A whole width inside of it, to evaluate conditions at. */
  readonly width: number;
}

/** The widths (px) at which one of the media queries may change, narrowest first. */
export function thresholdsOf(queries: readonly string[]): number[] {
  const found = new Set<number>();
  for (const query of queries)
    for (const px of readMediaQueries(query).widths) {
      found.add(Math.ceil(px - 1e-6));
      found.add(Math.floor(px + 1e-6) + 1);
    }
  return [...found].filter((px) => px > 1 && px < 10000).sort((a, b) => a - b);
}

/** Intervals between thresholds, widest first. */
export function intervalsBetween(thresholds: readonly number[]): Interval[] {
  const falling = [...thresholds].reverse();
  const widest: Interval = { width: Math.max(1440, (falling[0] ?? 0) + 1) };
  return [widest, ...falling.map((below) => ({ below, width: below - 1 }))];
}

/** Joins neighbouring intervals over which the same queries hold. `holds[query][interval]`. */
export function joinIntervals(
  intervals: readonly Interval[],
  holds: readonly (readonly boolean[])[],
): { intervals: Interval[]; at: number[] } {
  const at: number[] = [];
  const joined: Interval[] = [];
  intervals.forEach((interval, index) => {
    const same = index > 0 && holds.every((row) => row[index] === row[index - 1]);
    if (same) return;
    joined.push(interval);
    at.push(index);
  });
  return { intervals: joined, at };
}
