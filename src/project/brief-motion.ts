import { ENTRANCES, LONGEST_MOTION, type MotionRule } from '../core/brief/motion.js';

/* What a brief says of what moves, and of what stays. */

export const MOTION_RIGHT: Readonly<Record<string, string>> = {
  motion: `Write "at" with an element, and enters (${ENTRANCES.join(', ')}), stays or scrolled.`,
  lasts: `Write ms, at most ${LONGEST_MOTION}.`,
  after: `Write ms, at most ${LONGEST_MOTION}.`,
  each: `Write ms, at most ${LONGEST_MOTION}.`,
  scrolled: 'Write background or colour (#rrggbb), shadow (true or false) or padding (px).',
  scrolling: 'Write smooth, or leave it out.',
};

export type WrittenMotion = Omit<MotionRule, 'line'> & { readonly on: boolean };

export function motionRuleOf({ on: _, ...rest }: WrittenMotion, line: number): MotionRule {
  return { ...rest, line };
}
