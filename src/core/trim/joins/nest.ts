import { add, writeLarger, writeSum, type Sum } from '../../css/lengths.js';
import type { RangeDeclarations } from '../../document/style-ranges.js';
import type { Side, View } from '../view.js';

/** A box with one box inside, in one range of widths. */
export interface Nest {
  readonly outer: View;
  readonly inner: View;
  /** How the inner box stands in the outer one, as measured. */
  readonly gaps?: Gaps;
}

/** Distances between two boxes as measured; CSS px. */
export interface Gaps {
  /** Above and below, where they are the same at every width. */
  readonly upright?: { readonly top: number; readonly bottom: number };
  /** Where the inner box stands between the left and the right side. */
  readonly align: 'start' | 'center' | 'end';
}

/** Makes one box of two. Undefined where it cannot say how. What it says is tried and measured before it is believed. */
export type Join = (nest: Nest) => RangeDeclarations | undefined;

export const HORIZONTAL: readonly Side[] = ['right', 'left'];

/** How a box lays out what it holds. */
export const INSIDE = [
  'flex-direction',
  'flex-wrap',
  'justify-content',
  'justify-items',
  'align-items',
  'align-content',
  'row-gap',
  'column-gap',
  'grid-template-columns',
  'grid-template-rows',
  'grid-template-areas',
  'grid-auto-flow',
  'grid-auto-columns',
  'grid-auto-rows',
  'text-overflow',
  'unicode-bidi',
];

export type Margins = 'apart' | 'collapsed';

export const WHOLE: Sum = new Map([['%', 100]]);
export const UNKNOWN: Sum = new Map([['', 1]]);

/** Margins that meet become the larger one; a negative one is taken off (CSS 2, section 8.3.1). */
export function collapse(a: Sum, b: Sum): string {
  const negative = (sum: Sum): boolean => [...sum.values()].some((number) => number < 0);
  return negative(a) !== negative(b) ? writeSum(add(a, b)) : writeLarger(a, b);
}

export function fillsWidth(inner: View): boolean {
  const width = inner.get('width');
  const most = inner.get('max-width');
  const least = inner.get('min-width');
  return (
    (width === undefined || width === 'auto' || width === '100%') &&
    (most === undefined || most === 'none' || most === '100%') &&
    (least === undefined || /^(auto|0(px)?)$/.test(least))
  );
}

/** The outside of one display with the inside of another (CSS Display 3, section 2). */
export function displayOf(outside: string, inside: string): string | undefined {
  const within = inside.replace(/^inline-?/, '') || 'block';
  if (within === 'flow-root' && outside === 'block') return within;
  if (within === 'block' || within === 'flow-root') return outside;
  if (within !== 'flex' && within !== 'grid') return undefined;
  if (outside === 'inline-block') return `inline-${within}`;
  return outside === 'block' || outside === 'flow-root' ? within : undefined;
}

/**
 * What is as wide as its content is no wider than the box that holds it, also when automatic margins hide that box's
 * distances; but its longest word is never broken for that (CSS Sizing 3, section 5.1: fit-content).
 */
export function roomFor(outer: View, inner: View): Readonly<Record<string, string>> {
  if (!outer.hasInset(...HORIZONTAL) || inner.get('max-width') || inner.get('min-width')) return {};
  return { 'max-width': '100%', 'min-width': 'min-content' };
}
