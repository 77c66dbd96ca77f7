import { INHERITED } from '../page/inherited.js';
import { NOTHING, add, isNothing, minus, readSum, rebase, scale, writeLarger, writeSum, type Sum } from './lengths.js';
import { SIDES, type Side, View } from './view.js';
import type { Full } from './spread.js';

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
export type Join = (nest: Nest) => Full | undefined;

/** How a box lies among its neighbours. */
const PLACE = [
  'position', 'top', 'right', 'bottom', 'left', 'z-index', 'float', 'clear', 'flex-grow', 'flex-shrink', 'flex-basis', 'align-self', 'justify-self',
  'order', 'grid-row-start', 'grid-row-end', 'grid-column-start', 'grid-column-end', 'vertical-align', 'scroll-snap-align', 'scroll-snap-stop',
]; // prettier-ignore
const SIZES = ['width', 'height', 'min-width', 'min-height', 'max-width', 'max-height', 'aspect-ratio'];
/** How a box lays out what it holds. */
const INSIDE = [
  'flex-direction', 'flex-wrap', 'justify-content', 'justify-items', 'align-items', 'align-content', 'row-gap', 'column-gap', 'grid-template-columns',
  'grid-template-rows', 'grid-template-areas', 'grid-auto-flow', 'grid-auto-columns', 'grid-auto-rows', 'text-overflow', 'unicode-bidi',
]; // prettier-ignore
const HORIZONTAL: readonly Side[] = ['right', 'left'];

type Margins = 'apart' | 'collapsed';

/** The one box is the outer one: the inner one's distances become padding. */
export function keepOuter(margins: Margins): Join {
  return ({ outer, inner }) => {
    if (outer.isFlex()) {
      const filled = fillsItem(outer, inner);
      const made = filled && keepOuter(margins)({ outer: asFlow(outer), inner: filled });
      return made && centreDown(made, outer);
    }
    if (!outer.isFlow() || !inner.inFlow() || inner.paints() || inner.clips() || inner.isReplaced()) return undefined;
    if (inner.hasOffsets() || (margins === 'collapsed' && outer.hasInset('top', 'bottom'))) return undefined;
    if (!fillsWidth(inner)) return undefined;
    const display = displayOf(outer.display(), inner.display());
    if (!display) return undefined;
    const made = new Map(outer.full);
    for (const name of INSIDE) made.delete(name);
    for (const [name, value] of inner.full)
      if (INHERITED.has(name) || INSIDE.includes(name) || name.startsWith('text-decoration')) made.set(name, value);
    made.set('display', display);
    if (inner.position() === 'relative' && !outer.isPositioned()) made.set('position', 'relative');
    for (const side of SIDES) {
      const own = inner.margin(side);
      const distance = own === 'auto' ? NOTHING : own;
      const [around, within] = [outer.padding(side), inner.padding(side)];
      if (!distance || !around || !within) return undefined;
      const upright = side === 'top' || side === 'bottom';
      if (upright && margins === 'collapsed') {
        const outside = outer.margin(side);
        if (!outside || outside === 'auto') return undefined;
        made.set(`margin-${side}`, collapse(outside, distance));
        setPadding(made, outer, side, within);
        continue;
      }
      const total = add(around, distance, within);
      if ([...total.values()].some((number) => number < 0) && !mayBePositive(total)) return undefined;
      setPadding(made, outer, side, total);
    }
    return withHeights(made, outer, inner);
  };
}

function mayBePositive(sum: Sum): boolean {
  return [...sum.values()].some((number) => number > 0);
}

function setPadding(made: Map<string, string>, outer: View, side: Side, total: Sum): void {
  if (!isNothing(total) || outer.full.has(`padding-${side}`)) made.set(`padding-${side}`, writeSum(total));
}

/** Margins that meet become the larger one; a negative one is taken off (CSS 2, section 8.3.1). */
function collapse(a: Sum, b: Sum): string {
  const negative = (sum: Sum): boolean => [...sum.values()].some((number) => number < 0);
  return negative(a) !== negative(b) ? writeSum(add(a, b)) : writeLarger(a, b);
}

function fillsWidth(inner: View): boolean {
  const width = inner.get('width');
  const most = inner.get('max-width');
  const least = inner.get('min-width');
  return (
    (width === undefined || width === 'auto' || width === '100%') &&
    (most === undefined || most === 'none' || most === '100%') &&
    (least === undefined || /^(auto|0(px)?)$/.test(least))
  );
}

/** Heights of the inner box count for the one box if the outer one has none of its own. */
function withHeights(made: Map<string, string>, outer: View, inner: View): Full | undefined {
  for (const name of ['height', 'min-height', 'max-height', 'aspect-ratio']) {
    const own = inner.get(name);
    if (own === undefined || /^(auto|none|0(px)?|100%)$/.test(own)) continue;
    if (!/^(auto|none|0(px)?|)$/.test(outer.get(name) ?? '') || outer.hasInset('top', 'bottom')) return undefined;
    made.set(name, own);
    if (inner.get('box-sizing') && !outer.hasInset(...SIDES)) made.set('box-sizing', inner.get('box-sizing') as string);
  }
  return made;
}

/** The outside of one display with the inside of another (CSS Display 3, section 2). */
function displayOf(outside: string, inside: string): string | undefined {
  const within = inside.replace(/^inline-?/, '') || 'block';
  if (within === 'flow-root' && outside === 'block') return within;
  if (within === 'block' || within === 'flow-root') return outside;
  if (within !== 'flex' && within !== 'grid') return undefined;
  if (outside === 'inline-block') return `inline-${within}`;
  return outside === 'block' || outside === 'flow-root' ? within : undefined;
}

/** A flex box that is higher than its only item may hold it in the middle; so can a block (CSS Box Alignment 3, section 5.4). */
function centreDown(made: Full, outer: View): Full {
  const place = outer.get(mainIsAcross(outer) ? 'align-items' : 'justify-content');
  const high = ['height', 'min-height'].some((name) => !/^(auto|0(px)?)$/.test(outer.get(name) ?? 'auto'));
  if (place !== 'center' || !high || made.get('display') !== 'flow-root') return made;
  return new Map([...made, ['align-content', 'center']]);
}

/** A flex box with one item is a block, if that item fills it. */
function asFlow(outer: View): View {
  const display = outer.display().startsWith('inline') ? 'inline-block' : 'flow-root';
  return outer.with({ display, ...Object.fromEntries(INSIDE.map((name) => [name, undefined])) });
}

function mainIsAcross(outer: View): boolean {
  return (outer.get('flex-direction') ?? 'row').startsWith('row');
}

function alignOf(outer: View, inner: View): string {
  const own = inner.get('align-self');
  return own && own !== 'auto' ? own : (outer.get('align-items') ?? 'stretch');
}

/** The width that an item asks for: along the row its basis comes before its width (CSS Flexbox 1, section 7.2). */
function askedWidth(outer: View, inner: View): string | undefined {
  const basis = inner.get('flex-basis');
  const width = inner.get('width');
  return mainIsAcross(outer) && basis !== undefined && basis !== 'auto' ? basis : width === 'auto' ? undefined : width;
}

/** The only item of a flex box, as a block that fills it; undefined if it does not. */
function fillsItem(outer: View, inner: View): View | undefined {
  const across = mainIsAcross(outer);
  const grows = Number(inner.get('flex-grow') ?? '0') >= 1;
  const asked = askedWidth(outer, inner);
  const stretches = asked === undefined && /^(stretch|normal)$/.test(alignOf(outer, inner));
  if (asked !== '100%' && !(across ? grows : stretches)) return undefined;
  const most = inner.get('max-width');
  return asBlock(inner).with({ width: undefined, 'max-width': most === '100%' ? undefined : most });
}

/** Items of flex boxes are blocks that keep margins inside, whatever they are by themselves (CSS Flexbox 1, section 4). */
function asBlock(inner: View): View {
  const display = inner
    .display()
    .replace(/^inline-(?=flex|grid)/, '')
    .replace(/^(inline(-block)?|block)$/, 'flow-root');
  return inner.with({
    display,
    'flex-grow': undefined,
    'flex-shrink': undefined,
    'flex-basis': undefined,
    'align-self': undefined,
    order: undefined,
  });
}

/** The only item of a flex box as a block that stands where the flex box puts it. */
function standsInItem(outer: View, inner: View): View | undefined {
  const filled = fillsItem(outer, inner);
  if (filled) return filled;
  const across = mainIsAcross(outer);
  const place = across ? (outer.get('justify-content') ?? 'flex-start') : alignOf(outer, inner);
  const width = askedWidth(outer, inner);
  const left = /center|end|right|space-around|space-evenly/.test(place) ? 'auto' : inner.get('margin-left');
  const right = /center|space-around|space-evenly/.test(place) ? 'auto' : inner.get('margin-right');
  return asBlock(inner).with({ width: width ?? 'fit-content', 'margin-left': left, 'margin-right': right });
}

/** The one box is the inner one: the outer one's distances become margins. */
export function keepInner(margins: Margins): Join {
  return ({ outer, inner }) => {
    if (outer.isFlex()) {
      const item = standsInItem(outer, inner);
      return item && keepInner(margins)({ outer: asFlow(outer), inner: item });
    }
    if (!outer.isFlow() || outer.paints() || outer.clips() || outer.display() === 'table-cell') return undefined;
    if (!inner.inFlow() || !inner.isBlock()) return undefined;
    if (outer.isPositioned() && inner.isPositioned() && (outer.hasOffsets() || inner.hasOffsets())) return undefined;
    const display =
      outer.display() === 'block' || outer.display() === 'flow-root'
        ? inner.display()
        : displayOf(outer.display(), inner.display());
    if (!display) return undefined;
    const made = new Map([...outer.inherited(), ...inner.full]);
    made.set('display', display);
    place(made, outer, inner);
    return setWidths(made, outer, inner) && setMargins(made, outer, inner, margins)
      ? heightsFrom(made, outer, inner)
      : undefined;
  };
}

function place(made: Map<string, string>, outer: View, inner: View): void {
  for (const name of PLACE) {
    const own = outer.full.get(name);
    if (own === undefined) {
      if (
        name !== 'vertical-align' &&
        !(inner.isPositioned() && /^(position|top|right|bottom|left|z-index)$/.test(name))
      )
        made.delete(name);
    } else if (!(name === 'position' && own === 'static' && inner.isPositioned())) made.set(name, own);
  }
}

function setMargins(made: Map<string, string>, outer: View, inner: View, margins: Margins): boolean {
  return SIDES.every((side) => {
    const upright = side === 'top' || side === 'bottom';
    const declared = inner.margin(side);
    const own = upright && declared === 'auto' ? NOTHING : declared;
    const [outside, around] = [outer.margin(side), outer.inset(side)];
    if (!outside || !around || !own) return false;
    if (outside === 'auto' || own === 'auto') {
      made.set(`margin-${side}`, 'auto');
      return !upright;
    }
    if (upright && margins === 'collapsed') {
      if (!isNothing(around)) return false;
      made.set(`margin-${side}`, collapse(outside, own));
      return true;
    }
    made.set(`margin-${side}`, writeSum(add(outside, around, own)));
    return true;
  });
}

/** What lies between the sides of the outer box and those of the inner one. Automatic margins count nothing. */
function between(outer: View, inner: View): Sum | undefined {
  let total: Sum = NOTHING;
  for (const side of HORIZONTAL) {
    const [around, own] = [outer.inset(side), inner.margin(side)];
    if (!around || !own) return undefined;
    total = add(total, around, own === 'auto' ? NOTHING : own);
  }
  return total;
}

function setWidths(made: Map<string, string>, outer: View, inner: View): boolean {
  const apart = between(outer, inner);
  if (!apart) return false;
  const own = inner.get('width');
  const fills = own === undefined || own === 'auto' || own === '100%';
  const counted = outer.get('box-sizing') === 'border-box';
  const outerInsets = HORIZONTAL.map((side) => outer.inset(side) ?? NOTHING);
  const off = counted ? apart : minus(apart, add(...outerInsets));
  const outerWidth = outer.get('width');
  const limits = ['max-width', 'min-width'].filter((name) => !/^(none|auto|0(px)?)$/.test(outer.get(name) ?? 'none'));
  if (!fills) return limits.length === 0 && ownWidth(made, outer, inner, outerWidth, add(...outerInsets));
  for (const name of ['width', ...limits, 'flex-basis']) {
    const value = outer.get(name);
    if (value === undefined || value === 'auto' || (name === 'flex-basis' && parseFloat(value) === 0)) continue;
    const sum = readSum(value);
    if (!sum) {
      if (!isNothing(off)) return false;
      made.set(name, value);
    } else made.set(name, writeSum(minus(sum, off)));
    made.set('box-sizing', 'border-box');
  }
  if (outerWidth === undefined || outerWidth === 'auto') {
    const centred = HORIZONTAL.every((side) => outer.margin(side) === 'auto');
    if (centred && limits.length && !isNothing(apart)) {
      made.set('width', writeSum(minus(WHOLE, apart)));
      made.set('box-sizing', 'border-box');
    } else made.delete('width');
  }
  return true;
}

/** The inner box has a width of its own: a share of the outer one becomes a share of what holds the outer one. */
function ownWidth(
  made: Map<string, string>,
  outer: View,
  inner: View,
  outerWidth: string | undefined,
  insets: Sum,
): boolean {
  const whole = outerWidth === undefined || outerWidth === 'auto' ? WHOLE : readSum(outerWidth);
  if (!whole) return false;
  let room = minus(whole, insets);
  for (const side of HORIZONTAL) {
    const margin = outer.margin(side);
    if (margin && margin !== 'auto' && (outerWidth === undefined || outerWidth === 'auto')) room = minus(room, margin);
  }
  for (const name of ['width', 'max-width', 'min-width']) {
    const value = inner.get(name);
    const sum = readSum(value);
    if (value === undefined || !sum?.has('%')) {
      if (value?.includes('%')) return false;
      continue;
    }
    const own = rebase(sum, room);
    if (!own) return false;
    made.set(name, writeSum(own));
  }
  return true;
}

function heightsFrom(made: Map<string, string>, outer: View, inner: View): Full | undefined {
  const own = inner.get('height');
  const given = outer.get('height');
  const least = outer.get('min-height');
  if (outer.get('max-height') && outer.get('max-height') !== 'none') return undefined;
  const off = SIDES.filter((side) => side === 'top' || side === 'bottom').map((side) => {
    const margin = inner.margin(side);
    return add(outer.inset(side) ?? NOTHING, !margin || margin === 'auto' ? NOTHING : margin);
  });
  if (given && given !== 'auto') {
    const sum = readSum(given);
    if (own !== '100%' || !sum) return undefined;
    made.set('height', writeSum(minus(sum, add(...off))));
  } else if (own === '100%') made.delete('height');
  if (least && !/^(auto|0(px)?)$/.test(least)) return undefined;
  return made;
}

/** The one box is as wide as the inner one and as high as the outer one: distances beside it are margins, above and below padding. */
export const keepAcross: Join = ({ outer, inner }) => {
  if (inner.paints() || inner.clips() || inner.isReplaced() || inner.isPositioned()) return undefined;
  const joined = keepInner('apart')({ outer, inner });
  if (!joined || ['height', 'min-height', 'max-height'].some((name) => outer.full.has(name) || inner.full.has(name)))
    return undefined;
  const made = new Map(joined);
  for (const side of ['top', 'bottom'] as const) {
    const [outside, around, own, within] = [
      outer.margin(side),
      outer.padding(side),
      inner.margin(side),
      inner.padding(side),
    ];
    if (!outside || outside === 'auto' || !around || !own || own === 'auto' || !within) return undefined;
    made.set(`margin-${side}`, writeSum(outside));
    made.set(`padding-${side}`, writeSum(add(around, own, within)));
  }
  return made;
};

/** A fill that spans the page and a centred box inside of it: the distance to the sides becomes padding. */
export const keepBand: Join = ({ outer, inner }) => {
  if (outer.isFlex()) {
    const filled = fillsItem(outer, inner);
    return filled && keepBand({ outer: asFlow(outer), inner: filled });
  }
  if (!fillsWidth(outer) || !/^(auto)$/.test(outer.get('flex-basis') ?? 'auto')) return undefined;
  const most = readSum(inner.get('max-width'));
  const own = inner.get('width') ?? 'auto';
  const width = own === 'auto' ? undefined : readSum(own);
  if (!outer.isFlow() || outer.isReplaced() || outer.clips() || (!most && !width) || (own !== 'auto' && !width))
    return undefined;
  if (!HORIZONTAL.every((side) => inner.margin(side) === 'auto' && isNothing(outer.border(side) ?? UNKNOWN)))
    return undefined;
  const joined = keepOuter('apart')({ outer, inner: inner.with({ 'max-width': undefined, width: undefined }) });
  const [right, left] = HORIZONTAL.map((side) => outer.padding(side));
  if (!joined || !left || !right) return undefined;
  const room = minus(WHOLE, add(left, right));
  const counted = inner.get('box-sizing') === 'border-box';
  const made = new Map(joined);
  for (const side of HORIZONTAL) {
    const within = inner.inset(side);
    const around = outer.padding(side);
    if (!within || !around) return undefined;
    const beside = (size: Sum): Sum => add(scale(minus(room, size), 0.5), around, counted ? within : NOTHING);
    const share = width && rebase(width, room);
    if (width && !share) return undefined;
    const least = share ? beside(share) : add(around, within);
    made.set(`padding-${side}`, most ? writeLarger(least, beside(most)) : writeSum(least));
  }
  return made;
};

const WHOLE: Sum = new Map([['%', 100]]);
const UNKNOWN: Sum = new Map([['', 1]]);

/** A line that holds one thing: the thing becomes a block that stands where the line put it. */
export function fromLine(measured: boolean): Join {
  return ({ outer, inner, gaps }) => {
    if (!outer.isFlow() || !inner.inFlow() || !inner.display().startsWith('inline') || outer.paints()) return undefined;
    const upright = gaps?.upright;
    const align = gaps?.align ?? 'start';
    if (measured && !upright) return undefined;
    const display = inner
      .display()
      .replace(/^inline-(?=flex|grid)/, '')
      .replace(/^inline(-block)?$/, 'block');
    const natural = inner.isReplaced() ? inner.get('width') : (inner.get('width') ?? 'fit-content');
    const block = inner.with({
      display,
      width: natural === 'auto' && !inner.isReplaced() ? 'fit-content' : natural,
      'vertical-align': undefined,
      ...Object.fromEntries(
        HORIZONTAL.flatMap((side) => (inner.margin(side) === 'auto' ? [[`margin-${side}`, '0px']] : [])),
      ),
      ...(align === 'start' ? {} : { 'margin-left': 'auto' }),
      ...(align === 'center' ? { 'margin-right': 'auto' } : {}),
    });
    const sized = block.get('width') === undefined ? block.with({ width: 'auto' }) : block;
    const joined = joinLine(outer, sized);
    if (!joined || !measured || !upright) return joined;
    const made = new Map(joined);
    for (const side of ['top', 'bottom'] as const) {
      const outside = outer.margin(side);
      if (!outside || outside === 'auto') return undefined;
      made.set(`margin-${side}`, writeSum(add(outside, readSum(`${upright[side]}px`) ?? NOTHING)));
    }
    return made;
  };
}

/** Replaced things have a width by themselves, which is not that of the line. */
function joinLine(outer: View, inner: View): Full | undefined {
  if (!inner.isReplaced() || inner.get('width') !== 'auto') return keepInner('apart')({ outer, inner });
  if (outer.get('width') && outer.get('width') !== 'auto') return undefined;
  const made = keepInner('apart')({ outer, inner: inner.with({ width: 'fit-content' }) });
  return made && new Map([...made].filter(([name]) => name !== 'width'));
}

/** Words in a box of their own inside of a box: how they look becomes how the outer box looks. */
export const keepWords: Join = ({ outer, inner }) => {
  if (!outer.isFlow() || inner.display() !== 'inline' || inner.isReplaced() || inner.paints()) return undefined;
  if (!inner.inFlow() || inner.isPositioned() || inner.hasInset(...SIDES)) return undefined;
  if (HORIZONTAL.some((side) => inner.full.has(`margin-${side}`))) return undefined;
  const made = new Map(outer.full);
  for (const [name, value] of inner.full)
    if (INHERITED.has(name) || name.startsWith('text-decoration')) made.set(name, value);
  return made;
};

/** A way to make one box of two, and the boxes whose extents the one box has. */
export interface NamedJoin {
  readonly join: Join;
  readonly across: 'outer' | 'inner';
  readonly down: 'outer' | 'inner';
}

function named(join: Join, across: 'outer' | 'inner', down = across): NamedJoin {
  return { join, across, down };
}

/** The joins in the order in which they are tried. */
export const JOINS: readonly NamedJoin[] = [
  named(keepOuter('apart'), 'outer'),
  named(keepOuter('collapsed'), 'outer'),
  named(keepInner('apart'), 'inner'),
  named(keepInner('collapsed'), 'inner'),
  named(keepAcross, 'inner', 'outer'),
  named(keepWords, 'outer'),
  named(keepBand, 'outer'),
  named(fromLine(false), 'inner'),
  named(fromLine(true), 'inner'),
];
