import { required } from '../../data/required.js';
import type { Declarations } from '../../document/types.js';
import { px } from '../../geometry/box.js';

/** Properties that may run from one artboard to the next: type and distances. */
const RUNS = /^(font-size|letter-spacing|(padding|margin)-(top|right|bottom|left)|(row|column)-gap|min-height)$/;
/** What takes room across only gives way below its artboard: growing above it, rows might not fit any more. */
const ACROSS = /^((padding|margin)-(left|right)|column-gap)$/;
/** What lays a box out must be the same on both sides for its distances to mean the same. */
const LAYOUT = ['display', 'flex-direction', 'position', 'grid-template-columns'];
/** Sizes closer than this are the same size, px. */
const SAME = 0.5;

/**
 * Looks in which type and distances that differ between two screens run from the one size to the other, instead of
 * jumping at the breakpoint between them. At the width of each screen they are as they were.
 * @param looks of one part on each screen, widest first
 * @param widths of the screens, px
 */
export function fluidStyles(looks: readonly Declarations[], widths: readonly number[]): Declarations[] {
  return looks.map((look, at) =>
    Object.fromEntries(
      Object.entries(look).map(([name, value]) => [
        name,
        RUNS.test(name) ? runOf(name, value, at, looks, widths) : value,
      ]),
    ),
  );
}

function runOf(
  name: string,
  value: string,
  at: number,
  looks: readonly Declarations[],
  widths: readonly number[],
): string {
  const own = pxOf(value);
  if (own === undefined) return value;
  const runs = (ACROSS.test(name) ? [at + 1] : [at - 1, at + 1]).flatMap((next) => {
    const other = sameLayout(looks[at], looks[next]) ? pxOf(looks[next]?.[name]) : undefined;
    if (other === undefined || Math.abs(other - own) < SAME) return [];
    return [between([required(widths[at]), own], [required(widths[next]), other])];
  });
  const [text, other] = runs;
  if (!text) return value;
  return other ? `calc(${text} + ${other} - ${px(own)})` : text;
}

/** A size that runs from one point (screen width, size) to another, and stays beyond them; px. */
function between(a: readonly [number, number], b: readonly [number, number]): string {
  const slope = (a[1] - b[1]) / (a[0] - b[0]);
  const start = Math.round((a[1] - slope * a[0]) * 1000) / 1000;
  const run = Math.round(slope * 1e6) / 1e4;
  const [least, most] = [Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  return `clamp(${px(least)}, ${start}px + ${run}vw, ${px(most)})`;
}

function pxOf(value: string | undefined): number | undefined {
  return value !== undefined && /^-?[\d.]+px$/.test(value) ? parseFloat(value) : undefined;
}

function sameLayout(a: Declarations | undefined, b: Declarations | undefined): boolean {
  return a !== undefined && b !== undefined && LAYOUT.every((name) => a[name] === b[name]);
}
