import { INHERITED } from '../../css/inherited.js';
import { NOTHING, add, readSum, writeSum } from '../../css/lengths.js';
import type { RangeDeclarations } from '../../document/style-ranges.js';
import { SIDES, type View } from '../view.js';
import { keepInner } from './inner.js';
import { HORIZONTAL, roomFor, type Join } from './nest.js';

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
      ...roomFor(outer, inner),
      ...Object.fromEntries(
        HORIZONTAL.flatMap((side) => (inner.margin(side) === 'auto' ? [[`margin-${side}`, '0px']] : [])),
      ),
      ...(align === 'start' ? {} : { 'margin-left': 'auto' }),
      ...(align === 'center' ? { 'margin-right': 'auto' } : {}),
    });
    const sized = block.get('width') === undefined ? block.with({ width: 'auto' }) : block;
    const joined = joinLine(outer, sized);
    if (!joined || !measured || !upright) return joined;
    const map = new Map(joined);
    for (const side of ['top', 'bottom'] as const) {
      const outside = outer.margin(side);
      if (!outside || outside === 'auto') return undefined;
      map.set(`margin-${side}`, writeSum(add(outside, readSum(`${upright[side]}px`) ?? NOTHING)));
    }
    return map;
  };
}

/** Replaced things have a width by themselves, which is not that of the line. */
function joinLine(outer: View, inner: View): RangeDeclarations | undefined {
  if (!inner.isReplaced() || inner.get('width') !== 'auto') return keepInner('apart')({ outer, inner });
  if (outer.get('width') && outer.get('width') !== 'auto') return undefined;
  const full = keepInner('apart')({ outer, inner: inner.with({ width: 'fit-content' }) });
  return full && new Map([...full].filter(([name]) => name !== 'width'));
}

/** A block in a piece of a line, as in a link: the line breaks around it, so that it stands as if it were alone (CSS 2, 9.2.1.1). */
export const keepBlock: Join = ({ outer, inner }) => {
  if (outer.display() !== 'inline' || outer.isReplaced() || !outer.inFlow() || !inner.isBlock()) return undefined;
  if (outer.paints() || outer.hasInset(...SIDES) || SIDES.some((side) => outer.full.has(`margin-${side}`)))
    return undefined;
  return keepInner('collapsed')({ outer: outer.with({ display: 'block' }), inner });
};

/** Words in a box of their own inside of a box: how they look becomes how the outer box looks. */
export const keepWords: Join = ({ outer, inner }) => {
  if (!outer.isFlow() || inner.display() !== 'inline' || inner.isReplaced() || inner.paints()) return undefined;
  if (!inner.inFlow() || inner.isPositioned() || inner.hasInset(...SIDES)) return undefined;
  if (HORIZONTAL.some((side) => inner.full.has(`margin-${side}`))) return undefined;
  const map = new Map(outer.full);
  for (const [name, value] of inner.full)
    if (INHERITED.has(name) || name.startsWith('text-decoration')) map.set(name, value);
  return map;
};
