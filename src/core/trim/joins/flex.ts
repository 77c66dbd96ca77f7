import { INSIDE, roomFor } from './nest.js';
import type { RangeDeclarations } from '../../document/style-ranges.js';
import type { View } from '../view.js';

/** A flex box that is higher than its only item may hold it in the middle; so can a block (CSS Box Alignment 3, section 5.4). */
export function centreDown(full: RangeDeclarations, outer: View): RangeDeclarations {
  const place = outer.get(mainIsAcross(outer) ? 'align-items' : 'justify-content');
  const high = ['height', 'min-height'].some((name) => !/^(auto|0(px)?)$/.test(outer.get(name) ?? 'auto'));
  if (place !== 'center' || !high || full.get('display') !== 'flow-root') return full;
  return new Map([...full, ['align-content', 'center']]);
}

/** A flex box with one item is a block, if that item fills it. */
export function asFlow(outer: View): View {
  const display = outer.display().startsWith('inline') ? 'inline-block' : 'flow-root';
  return outer.with({ display, ...Object.fromEntries(INSIDE.map((name) => [name, undefined])) });
}

export function mainIsAcross(outer: View): boolean {
  return (outer.get('flex-direction') ?? 'row').startsWith('row');
}

export function alignOf(outer: View, inner: View): string {
  const own = inner.get('align-self');
  return own && own !== 'auto' ? own : (outer.get('align-items') ?? 'stretch');
}

/** The width that an item asks for: along the row its basis comes before its width (CSS Flexbox 1, section 7.2). */
export function askedWidth(outer: View, inner: View): string | undefined {
  const basis = inner.get('flex-basis');
  const width = inner.get('width');
  return mainIsAcross(outer) && basis !== undefined && basis !== 'auto' ? basis : width === 'auto' ? undefined : width;
}

/** The only item of a flex box, as a block that fills it; undefined if it does not. */
export function fillsItem(outer: View, inner: View): View | undefined {
  const across = mainIsAcross(outer);
  const grows = Number(inner.get('flex-grow') ?? '0') >= 1;
  const asked = askedWidth(outer, inner);
  const stretches = asked === undefined && /^(stretch|normal)$/.test(alignOf(outer, inner));
  if (asked !== '100%' && !(across ? grows : stretches)) return undefined;
  const most = inner.get('max-width');
  return asBlock(inner).with({ width: undefined, 'max-width': most === '100%' ? undefined : most });
}

/** Items of flex boxes are blocks that keep margins inside, whatever they are by themselves (CSS Flexbox 1, section 4). */
export function asBlock(inner: View): View {
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
export function standsInItem(outer: View, inner: View): View | undefined {
  const filled = fillsItem(outer, inner);
  if (filled) return filled;
  const across = mainIsAcross(outer);
  const place = across ? (outer.get('justify-content') ?? 'flex-start') : alignOf(outer, inner);
  const width = askedWidth(outer, inner);
  const left = /center|end|right|space-around|space-evenly/.test(place) ? 'auto' : inner.get('margin-left');
  const right = /center|space-around|space-evenly/.test(place) ? 'auto' : inner.get('margin-right');
  return asBlock(inner).with({
    width: width ?? 'fit-content',
    ...(width === undefined ? roomFor(outer, inner) : {}),
    'margin-left': left,
    'margin-right': right,
  });
}
