import { px } from '../../geometry/box.js';
import type { StyleMap } from '../model/region.js';

/**
 * What is left of sizes above their floor on a screen that nobody drew, each as a share of what the next wider screen
 * has: 0 nothing, 1 all.
 */
export interface Shares {
  readonly type: number;
  readonly lines: number;
  readonly padding: number;
  readonly gap: number;
}

/** A screen that nobody drew, and how much of the drawing's sizes is left on it. */
export interface Screen extends Shares {
  /** px */
  readonly width: number;
}

export const SCREEN_NAMES = ['tablet', 'phone'] as const;
export type ScreenName = (typeof SCREEN_NAMES)[number];

/** One share for the phone, from which all others follow, or each by itself. */
export type Scale = number | { readonly [Name in ScreenName]?: Partial<Shares> };

/** How the screens of a design are to be made that nobody drew. */
export interface DesignChoices {
  readonly scale?: Scale;
  /** Whether type and distances run from one screen's size to the next instead of jumping. */
  readonly fluid?: boolean;
  /** Language of the texts (BCP 47); told by their words if it is not said. */
  readonly language?: string;
}

/** Screens that are derived if there is no artboard nearly as narrow, px. */
const WIDTHS: Readonly<Record<ScreenName, number>> = { tablet: 834, phone: 390 };
/** What is left of sizes above their floor on a phone if nothing else is said, as a share. */
export const USUAL_SCALE = 0.5;
/** How much of what a phone loses a tablet loses, of distances and of type; shares. */
const ON_TABLET = { spacing: 0.5, type: 0.4 };
/** An artboard up to this much wider than a screen (in shares) stands for it. */
const NEARLY = 1.25;
/** Distances and type sizes up to these stay as they are, px. */
export const SPACING_FLOOR = 16;
const TYPE_FLOOR = 18;
/** Line heights up to this stay as they are, in font sizes. */
const LINES_FLOOR = 1.2;

const PADDING = /^padding-(top|bottom|left|right)$|^min-height$/;
const GAP = /^margin-(top|bottom|left|right)$|^(row|column)-gap$/;

/** The screens below the narrowest artboard that have to be derived, widest first. */
export function screensBelow(widths: readonly number[], scale: Scale = USUAL_SCALE): Screen[] {
  const narrowest = Math.min(...widths);
  const shares = wholeScale(scale);
  return SCREEN_NAMES.filter((name) => WIDTHS[name] * NEARLY < narrowest).map((name) => ({
    ...shares[name],
    width: WIDTHS[name],
  }));
}

/** A scale written out for each screen. */
export function wholeScale(scale: Scale = USUAL_SCALE): Readonly<Record<ScreenName, Shares>> {
  const of = (name: ScreenName): Shares => ({
    ...usualShares(name, typeof scale === 'number' ? scale : USUAL_SCALE),
    ...(typeof scale === 'number' ? {} : scale[name]),
  });
  return { tablet: of('tablet'), phone: of('phone') };
}

function usualShares(name: ScreenName, share: number): Shares {
  const lost = 1 - share;
  const spacing = name === 'phone' ? share : 1 - lost * ON_TABLET.spacing;
  return { type: name === 'phone' ? share : 1 - lost * ON_TABLET.type, lines: 1, padding: spacing, gap: spacing };
}

/** Widths of the artboards and of the screens that are derived, widest first; px. */
export function allWidths(artboards: readonly number[]): number[] {
  return [...artboards, ...screensBelow(artboards).map(({ width }) => width)];
}

/** A look with type and distances as large as a screen leaves them. */
export function scaledStyle(look: StyleMap, screen: Screen): StyleMap {
  return Object.fromEntries(Object.entries(look).map(([name, value]) => [name, scaled(name, value, screen)]));
}

function scaled(name: string, value: string, { type, lines, padding, gap }: Screen): string {
  if (name === 'line-height' && /^[\d.]+$/.test(value)) return String(rounded(less(Number(value), LINES_FLOOR, lines)));
  if (!/^-?[\d.]+px$/.test(value)) return value;
  const length = parseFloat(value);
  if (name === 'font-size') return px(Math.round(less(length, TYPE_FLOOR, type) * 10) / 10);
  const share = PADDING.test(name) ? padding : GAP.test(name) ? gap : undefined;
  return share === undefined ? value : px(Math.sign(length) * less(Math.abs(length), SPACING_FLOOR, share));
}

function rounded(ratio: number): number {
  return Math.round(ratio * 1e4) / 1e4;
}

function less(length: number, floor: number, share: number): number {
  return length <= floor ? length : floor + (length - floor) * share;
}
