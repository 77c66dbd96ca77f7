import type { DrawnShape } from './drawing.js';

/** Corners rounder than this share of the shorter side make a circle of a box, or nearly so. */
const ROUND = 0.45;
/** Sides of a circle may differ by this factor; longer ones are pills, as buttons have. */
const AS_WIDE = 1.3;

/** Whether a box is drawn as a circle, or nearly so. */
export function isRound({ box: [, , width, height], look }: DrawnShape): boolean {
  const radius = parseFloat(look['border-radius'] ?? '0') * (look['border-radius']?.endsWith('%') ? width / 100 : 1);
  const [shorter, longer] = [Math.min(width, height), Math.max(width, height)];
  return radius >= ROUND * shorter && longer <= AS_WIDE * shorter;
}
