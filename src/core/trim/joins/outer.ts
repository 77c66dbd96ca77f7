import { required } from '../../data/required.js';
import { INHERITED } from '../../css/inherited.js';
import { NOTHING, add, isNothing, writeSum, type Sum } from '../../css/lengths.js';
import type { RangeDeclarations } from '../../document/style-ranges.js';
import { SIDES, type Side, type View } from '../view.js';
import { asFlow, centreDown, fillsItem } from './flex.js';
import { INSIDE, collapse, displayOf, fillsWidth, type Join, type Margins } from './nest.js';

/** The one box is the outer one: the inner one's distances become padding. */
export function keepOuter(margins: Margins): Join {
  return ({ outer, inner }) => {
    if (outer.isFlex()) {
      const filled = fillsItem(outer, inner);
      const full = filled && keepOuter(margins)({ outer: asFlow(outer), inner: filled });
      return full && centreDown(full, outer);
    }
    if (!outer.isFlow() || !inner.inFlow() || inner.paints() || inner.clips() || inner.isReplaced()) return undefined;
    if (inner.hasOffsets() || (margins === 'collapsed' && outer.hasInset('top', 'bottom'))) return undefined;
    if (!fillsWidth(inner)) return undefined;
    const display = displayOf(outer.display(), inner.display());
    if (!display) return undefined;
    const map = new Map(outer.full);
    for (const name of INSIDE) map.delete(name);
    for (const [name, value] of inner.full)
      if (INHERITED.has(name) || INSIDE.includes(name) || name.startsWith('text-decoration')) map.set(name, value);
    map.set('display', display);
    if (inner.position() === 'relative' && !outer.isPositioned()) map.set('position', 'relative');
    for (const side of SIDES) {
      const own = inner.margin(side);
      const distance = own === 'auto' ? NOTHING : own;
      const [around, within] = [outer.padding(side), inner.padding(side)];
      if (!distance || !around || !within) return undefined;
      const upright = side === 'top' || side === 'bottom';
      if (upright && margins === 'collapsed') {
        const outside = outer.margin(side);
        if (!outside || outside === 'auto') return undefined;
        map.set(`margin-${side}`, collapse(outside, distance));
        setPadding(map, outer, side, within);
        continue;
      }
      const total = add(around, distance, within);
      if ([...total.values()].some((number) => number < 0) && !mayBePositive(total)) return undefined;
      setPadding(map, outer, side, total);
    }
    return withHeights(map, outer, inner);
  };
}

function mayBePositive(sum: Sum): boolean {
  return [...sum.values()].some((number) => number > 0);
}

function setPadding(map: Map<string, string>, outer: View, side: Side, total: Sum): void {
  if (!isNothing(total) || outer.full.has(`padding-${side}`)) map.set(`padding-${side}`, writeSum(total));
}

/** Heights of the inner box count for the one box if the outer one has none of its own. */
function withHeights(map: Map<string, string>, outer: View, inner: View): RangeDeclarations | undefined {
  for (const name of ['height', 'min-height', 'max-height', 'aspect-ratio']) {
    const own = inner.get(name);
    if (own === undefined || /^(auto|none|0(px)?|100%)$/.test(own)) continue;
    if (!/^(auto|none|0(px)?|)$/.test(outer.get(name) ?? '') || outer.hasInset('top', 'bottom')) return undefined;
    map.set(name, own);
    if (inner.get('box-sizing') && !outer.hasInset(...SIDES)) map.set('box-sizing', required(inner.get('box-sizing')));
  }
  return map;
}
