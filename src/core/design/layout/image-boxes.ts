import type { DrawnBox } from '../../drawing/drawing.js';
import { px } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import type { StyleMap } from '../model/region.js';
import { add, type LayoutContext } from './context.js';

/** What takes this share of the page across is a band with an image behind it: its contents make it as high as it is. */
const BAND_SHARE = 0.9;
/** A box whose contents leave this share of its height free is an image with something on it. */
const FREE_SHARE = 0.4;

/**
 * An image with a sign or a badge on it keeps its proportion at every width, and what lies on it its distance from the
 * nearer edge. One that is a band of the page, or is filled by what it holds, is as high as that asks for.
 */
export function keepProportion(part: Part, box: DrawnBox, { view, looks }: LayoutContext): void {
  if (view.pieceOf(part)?.type !== 'picture' || box[2] >= BAND_SHARE * view.width) return;
  const look = looks.get(part) ?? {};
  const [above, below] = ['padding-top', 'padding-bottom'].map((side) => parseFloat(look[side] ?? '0')) as [
    number,
    number,
  ];
  if (above + below < FREE_SHARE * box[3] || look['position'] === 'absolute') return;
  const edge = px(Math.min(above, below));
  add(looks, part, {
    'aspect-ratio': `${round(box[2])} / ${round(box[3])}`,
    'padding-top': edge,
    'padding-bottom': edge,
    ...toEdge(look, above > below ? 'flex-end' : 'flex-start'),
  });
}

/** Along the axis that runs down, what a box holds stands at one of its ends. */
function toEdge(look: StyleMap, edge: 'flex-start' | 'flex-end'): StyleMap {
  if (look['display'] !== 'flex') return { 'align-content': edge.replace('flex-', '') };
  if (look['flex-direction'] === 'column') return { 'justify-content': edge };
  return { 'flex-wrap': 'wrap', 'align-content': edge };
}

function round(value: number): number {
  return Math.round(value * 100) / 100;
}
