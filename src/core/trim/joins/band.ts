import {
  NOTHING,
  add,
  isNothing,
  minus,
  readSum,
  rebase,
  scale,
  writeLarger,
  writeSum,
  type Sum,
} from '../../css/lengths.js';
import { asFlow, fillsItem } from './flex.js';
import { HORIZONTAL, UNKNOWN, WHOLE, fillsWidth, type Join } from './nest.js';
import { keepOuter } from './outer.js';

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
  const map = new Map(joined);
  for (const side of HORIZONTAL) {
    const within = inner.inset(side);
    const around = outer.padding(side);
    if (!within || !around) return undefined;
    const beside = (size: Sum): Sum => add(scale(minus(room, size), 0.5), around, counted ? within : NOTHING);
    const share = width && rebase(width, room);
    if (width && !share) return undefined;
    const least = share ? beside(share) : add(around, within);
    map.set(`padding-${side}`, most ? writeLarger(least, beside(most)) : writeSum(least));
  }
  return map;
};
