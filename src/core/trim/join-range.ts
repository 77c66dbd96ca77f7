import { INHERITED } from '../css/inherited.js';
import type { RangeDeclarations } from '../document/style-ranges.js';
import type { Gaps, Join } from './joins/nest.js';
import { PLAIN } from './pairs.js';
import { SIDES, View } from './view.js';

/** Inherited properties that browsers set on elements by themselves, so that a parent's value does not reach them. */
const BY_BROWSER: readonly (readonly [elements: RegExp, properties: RegExp])[] = [
  [/^a$/, /^(color|cursor)$/],
  [/^h[1-6]$/, /^font-(size|weight)$/],
  [/^(b|strong|th)$/, /^(font-weight|text-align)$/],
  [/^(i|em|cite|dfn|var|address)$/, /^font-style$/],
  [/^(code|pre|kbd|samp|tt)$/, /^(font-family|font-size|white-space.*|text-wrap-mode)$/],
  [/^(small|sub|sup|big)$/, /^font-size$/],
  [/^(button|input|select|textarea)$/, /^(font-.*|color|line-height|letter-spacing|word-spacing|text-.*|cursor)$/],
];

/** One range of widths: the declarations of both boxes as those of one. Undefined if the join cannot say how. */
export function joinRange(
  by: Join,
  outer: View,
  inner: View,
  element: string,
  gaps: Gaps,
): RangeDeclarations | undefined {
  if (outer.isSpecial() || (inner.isSpecial() && !PLAIN.has(inner.element))) return undefined;
  const own = withoutInherit(outer, inner);
  if (!sizesOfType(outer, own)) return undefined;
  const hidden = outer.display() === 'none' || own.display() === 'none';
  const shown = (view: View): View => (view.display() === 'none' ? view.with({ display: undefined }) : view);
  const handed = hand(outer, own, element);
  if (!handed) return undefined;
  const full = by({ outer: shown(handed), inner: shown(own), gaps });
  if (!full) return undefined;
  const whole = overDefaults(full, element);
  return hidden ? new Map([...whole, ['display', 'none']]) : whole;
}

/** Distances that a browser would give the element by itself are said to be none where the join says nothing of them. */
function overDefaults(full: RangeDeclarations, element: string): RangeDeclarations {
  const bare = new View(new Map(), element);
  const whole = new Map(full);
  for (const side of SIDES)
    for (const [name, own] of [
      [`margin-${side}`, bare.margin(side)],
      [`padding-${side}`, bare.padding(side)],
    ] as const)
      if (!whole.has(name) && own && own !== 'auto' && own.size > 0) whole.set(name, '0px');
  return whole;
}

/** `inherit` on the inner box means the value of the outer one. */
function withoutInherit(outer: View, inner: View): View {
  const changes: Record<string, string | undefined> = {};
  for (const [name, value] of inner.full) {
    if (value !== 'inherit') continue;
    const above = outer.full.get(name);
    if (above !== undefined) changes[name] = above;
    else if (!INHERITED.has(name)) changes[name] = undefined;
  }
  return inner.with(changes);
}

const OF_TYPE = /[\d.](em|ex|ch|lh)\b|%|larger|smaller/;

/** Lengths in `em` count from a font size: both boxes must have the same one. */
function sizesOfType(outer: View, inner: View): boolean {
  const own = inner.get('font-size');
  if (own === undefined || own === outer.get('font-size')) return true;
  if (OF_TYPE.test(own) && outer.get('font-size')) return false;
  return ![...outer.full].some(
    ([name, value]) =>
      name !== 'font-size' && /[\d.](em|ex|ch|lh)\b/.test(value) && !/^line-height|letter-spacing/.test(name),
  );
}

/** The outer box without what would not have reached the inner one. */
function hand(outer: View, inner: View, element: string): View | undefined {
  if (element !== inner.element || element === outer.element) return outer;
  const changes: Record<string, string | undefined> = {};
  for (const [elements, properties] of BY_BROWSER) {
    if (!elements.test(element)) continue;
    for (const name of outer.full.keys()) {
      if (!properties.test(name) || inner.full.has(name)) continue;
      if (name === 'font-size') return undefined;
      changes[name] = undefined;
    }
  }
  return outer.with(changes);
}
