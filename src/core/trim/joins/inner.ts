import { NOTHING, add, isNothing, minus, readSum, rebase, writeSum, type Sum } from '../../css/lengths.js';
import type { RangeDeclarations } from '../../document/style-ranges.js';
import { SIDES, type View } from '../view.js';
import { asFlow, standsInItem } from './flex.js';
import { HORIZONTAL, WHOLE, collapse, displayOf, type Join, type Margins } from './nest.js';

/** How a box lies among its neighbours. */
const PLACE = [
  'position',
  'top',
  'right',
  'bottom',
  'left',
  'z-index',
  'float',
  'clear',
  'flex-grow',
  'flex-shrink',
  'flex-basis',
  'align-self',
  'justify-self',
  'order',
  'grid-row-start',
  'grid-row-end',
  'grid-column-start',
  'grid-column-end',
  'vertical-align',
  'scroll-snap-align',
  'scroll-snap-stop',
];

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
    const map = new Map([...outer.inherited(), ...inner.full]);
    map.set('display', display);
    place(map, outer, inner);
    return setWidths(map, outer, inner) && setMargins(map, outer, inner, margins)
      ? heightsFrom(map, outer, inner)
      : undefined;
  };
}

function place(map: Map<string, string>, outer: View, inner: View): void {
  for (const name of PLACE) {
    const own = outer.full.get(name);
    if (own === undefined) {
      if (
        name !== 'vertical-align' &&
        !(inner.isPositioned() && /^(position|top|right|bottom|left|z-index)$/.test(name))
      )
        map.delete(name);
    } else if (!(name === 'position' && own === 'static' && inner.isPositioned())) map.set(name, own);
  }
}

function setMargins(map: Map<string, string>, outer: View, inner: View, margins: Margins): boolean {
  return SIDES.every((side) => {
    const upright = side === 'top' || side === 'bottom';
    const declared = inner.margin(side);
    const own = upright && declared === 'auto' ? NOTHING : declared;
    const [outside, around] = [outer.margin(side), outer.inset(side)];
    if (!outside || !around || !own) return false;
    if (outside === 'auto' || own === 'auto') {
      map.set(`margin-${side}`, 'auto');
      return !upright;
    }
    if (upright && margins === 'collapsed') {
      if (!isNothing(around)) return false;
      map.set(`margin-${side}`, collapse(outside, own));
      return true;
    }
    map.set(`margin-${side}`, writeSum(add(outside, around, own)));
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

function setWidths(map: Map<string, string>, outer: View, inner: View): boolean {
  const apart = between(outer, inner);
  if (!apart) return false;
  const own = inner.get('width');
  const fills = own === undefined || own === 'auto' || own === '100%';
  const counted = outer.get('box-sizing') === 'border-box';
  const outerInsets = HORIZONTAL.map((side) => outer.inset(side) ?? NOTHING);
  const off = counted ? apart : minus(apart, add(...outerInsets));
  const outerWidth = outer.get('width');
  const limits = ['max-width', 'min-width'].filter((name) => !/^(none|auto|0(px)?)$/.test(outer.get(name) ?? 'none'));
  if (!fills) return limits.length === 0 && ownWidth(map, outer, inner, outerWidth, add(...outerInsets));
  for (const name of ['width', ...limits, 'flex-basis']) {
    const value = outer.get(name);
    if (value === undefined || value === 'auto' || (name === 'flex-basis' && parseFloat(value) === 0)) continue;
    const sum = readSum(value);
    if (!sum) {
      if (!isNothing(off)) return false;
      map.set(name, value);
    } else map.set(name, writeSum(minus(sum, off)));
    map.set('box-sizing', 'border-box');
  }
  if (outerWidth === undefined || outerWidth === 'auto') {
    const centred = HORIZONTAL.every((side) => outer.margin(side) === 'auto');
    if (centred && limits.length && !isNothing(apart)) {
      map.set('width', writeSum(minus(WHOLE, apart)));
      map.set('box-sizing', 'border-box');
    } else map.delete('width');
  }
  return true;
}

/** The inner box has a width of its own: a share of the outer one becomes a share of what holds the outer one. */
function ownWidth(
  map: Map<string, string>,
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
    map.set(name, writeSum(own));
  }
  return true;
}

function heightsFrom(map: Map<string, string>, outer: View, inner: View): RangeDeclarations | undefined {
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
    map.set('height', writeSum(minus(sum, add(...off))));
  } else if (own === '100%') map.delete('height');
  if (least && !/^(auto|0(px)?)$/.test(least)) return undefined;
  return map;
}

/** The one box is as wide as the inner one and as high as the outer one: distances beside it are margins, above and below padding. */
export const keepAcross: Join = ({ outer, inner }) => {
  if (inner.paints() || inner.clips() || inner.isReplaced() || inner.isPositioned()) return undefined;
  const joined = keepInner('apart')({ outer, inner });
  if (!joined || ['height', 'min-height', 'max-height'].some((name) => outer.full.has(name) || inner.full.has(name)))
    return undefined;
  const map = new Map(joined);
  for (const side of ['top', 'bottom'] as const) {
    const [outside, around, own, within] = [
      outer.margin(side),
      outer.padding(side),
      inner.margin(side),
      inner.padding(side),
    ];
    if (!outside || outside === 'auto' || !around || !own || own === 'auto' || !within) return undefined;
    map.set(`margin-${side}`, writeSum(outside));
    map.set(`padding-${side}`, writeSum(add(around, own, within)));
  }
  return map;
};
