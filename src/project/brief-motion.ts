import Joi from 'joi';
import { EASINGS, ENTRANCES, LONGEST_MOTION, MOMENTS, type MotionRule } from '../core/brief/motion.js';

/* What a brief says of what moves, and of what stays. */

const time = Joi.number().integer().min(0).max(LONGEST_MOTION);
const colour = Joi.string().pattern(/^#[0-9a-f]{6}$/i, 'colour');
const rule = Joi.object({
  at: Joi.string().trim().min(1).required(),
  enters: Joi.valid(...ENTRANCES),
  when: Joi.valid(...MOMENTS),
  lasts: time.min(1),
  after: time,
  easing: Joi.valid(...EASINGS),
  each: time,
  stays: Joi.valid(true),
  scrolled: Joi.object({
    background: colour,
    colour,
    shadow: Joi.boolean(),
    padding: Joi.number().min(0).max(200),
  }).min(1),
  on: Joi.boolean().default(true),
})
  .or('enters', 'stays', 'scrolled')
  .oxor('enters', 'scrolled')
  .with('when', 'enters')
  .with('lasts', 'enters')
  .with('after', 'enters')
  .with('easing', 'enters')
  .with('each', 'enters');

export const MOTION_SCHEMA = Joi.array().items(rule);

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
