import type { Compared } from '../compare-page.js';
import type { MeasuredWord } from '../measurement.js';

/** A distance between letters or words that is so much larger than it was, as a share of their size. */
export function moreApart(
  { look }: Compared,
  property: 'letter-spacing' | 'word-spacing',
  more: number,
  size: number,
): string {
  const declared = look.get(property) ?? '0';
  const before = (parseFloat(declared) || 0) * (/em$/.test(declared) ? size : 1);
  return `${Math.floor(((before + more) / size) * 1e3) / 1e3}em`;
}

export function boxOf({ x, y, width, height }: MeasuredWord): readonly [number, number, number, number] {
  return [x, y, width, height];
}
