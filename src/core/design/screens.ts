import { px } from '../page/geometry.js';
import type { Look } from './place.js';

/** A screen that nobody drew, and how much of the drawing's sizes is left on it. */
export interface Screen {
  /** px */
  readonly width: number;
  /** What is left of the part of a distance, and of a type size, that is above its floor; shares. */
  readonly spacing: number;
  readonly type: number;
}

/** How the screens of a design are to be made that nobody drew. */
export interface DesignChoices {
  /** What is left of type and distances above their floor on a phone that nobody drew: 0 nothing, 1 all. */
  readonly scale?: number;
  /** Whether type and distances run from one screen's size to the next instead of jumping. */
  readonly fluid?: boolean;
}

/** Screens that are derived if there is no artboard nearly as narrow, px. */
const TABLET = 834;
const PHONE = 390;
/** What is left of sizes above their floor on a phone if nothing else is said, as a share. */
export const USUAL_SCALE = 0.5;
/** How much of what a phone loses a tablet loses, of distances and of type; shares. */
const ON_TABLET = { spacing: 0.5, type: 0.4 };
/** An artboard up to this much wider than a screen (in shares) stands for it. */
const NEARLY = 1.25;
/** Distances and type sizes up to these stay as they are, px. */
export const SPACING_FLOOR = 16;
const TYPE_FLOOR = 18;

const SPACING = /^(padding|margin)-(top|bottom|left|right)$|^(row|column)-gap$|^min-height$/;

/**
 * The screens below the narrowest artboard that have to be derived, widest first.
 * @param scale what is left of sizes above their floor on a phone: 0 nothing, 1 all
 */
export function screensBelow(widths: readonly number[], scale = USUAL_SCALE): Screen[] {
  const narrowest = Math.min(...widths);
  const lost = 1 - scale;
  const screens = [
    { width: TABLET, spacing: 1 - lost * ON_TABLET.spacing, type: 1 - lost * ON_TABLET.type },
    { width: PHONE, spacing: scale, type: scale },
  ];
  return screens.filter(({ width }) => width * NEARLY < narrowest);
}

/** Widths of the artboards and of the screens that are derived, widest first; px. */
export function allWidths(boards: readonly number[]): number[] {
  return [...boards, ...screensBelow(boards).map(({ width }) => width)];
}

/** A look with type and distances as large as a screen leaves them. */
export function scaledLook(look: Look, screen: Screen): Look {
  return Object.fromEntries(Object.entries(look).map(([name, value]) => [name, scaled(name, value, screen)]));
}

function scaled(name: string, value: string, { spacing, type }: Screen): string {
  if (!/^-?[\d.]+px$/.test(value)) return value;
  const length = parseFloat(value);
  if (name === 'font-size') return px(Math.round(less(length, TYPE_FLOOR, type) * 10) / 10);
  return SPACING.test(name) ? px(Math.sign(length) * less(Math.abs(length), SPACING_FLOOR, spacing)) : value;
}

function less(length: number, floor: number, share: number): number {
  return length <= floor ? length : floor + (length - floor) * share;
}
