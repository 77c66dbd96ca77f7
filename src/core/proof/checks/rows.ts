import { type Box, right, px, bottom } from '../../geometry/box.js';
import { type Compared, about } from '../compare-page.js';
import { CENTRED, NEAR } from './tolerances.js';
import { round } from './word-pairs.js';
import type { Difference, SuggestedFix } from '../difference.js';
import { required } from '../../data/required.js';
import { type PlacedElement, isAbove } from './placed-element.js';

export type Frame = { readonly wanted: Box; readonly is: Box };

export function across(holder: Compared, frame: Frame, inside: readonly PlacedElement[]): Difference[] {
  const shiftOf = ({ wanted, is }: PlacedElement): number => is[0] - frame.is[0] - (wanted[0] - frame.wanted[0]);
  const rows = rowsOf(inside);
  const firsts = rows.map((row) => required(row[0]));
  const shifts = firsts.map(shiftOf);
  const [usual = 0] = shifts;
  const all = shifts.length > 1 && Math.abs(usual) > NEAR && shifts.every((shift) => Math.abs(shift - usual) <= NEAR);
  const found: Difference[] = [];
  if (all) {
    const first = required(firsts[0]);
    found.push(padding(holder, first, 'left', first.wanted[0] - frame.wanted[0], first.is[0] - frame.is[0]));
  }
  rows.forEach((row, index) => {
    if (!all) found.push(...sideways(holder, frame, row, required(shifts[index])));
    found.push(...gaps(holder, row, 0));
  });
  return found;
}

/** Rows of things side by side in the source, each from left to right. */
export function rowsOf(inside: readonly PlacedElement[]): PlacedElement[][] {
  const rows: PlacedElement[][] = [];
  for (const entry of [...inside].sort((a, b) => a.wanted[1] - b.wanted[1] || a.wanted[0] - b.wanted[0])) {
    const row = rows.at(-1);
    if (row?.every((other) => !isAbove(other.wanted, entry.wanted))) row.push(entry);
    else rows.push([entry]);
  }
  return rows.map((row) => row.sort((a, b) => a.wanted[0] - b.wanted[0]));
}

/** The first of a row that stands elsewhere from left to right. */
function sideways(holder: Compared, frame: Frame, row: readonly PlacedElement[], shift: number): Difference[] {
  const [first, last] = [required(row[0]), required(row.at(-1))];
  if (Math.abs(shift) <= NEAR) return [];
  const off = (side: 'wanted' | 'is'): number =>
    (first[side][0] - frame[side][0] - (right(frame[side]) - right(last[side]))) / 2;
  const place = { ...about(first.one), wanted: first.wanted, box: first.is };
  const id = first.one.node.id;
  if (Math.abs(off('wanted')) <= CENTRED / 2 && Math.abs(off('is')) > CENTRED / 2) {
    const remedy: SuggestedFix =
      row.length > 1
        ? { id: holder.node.id, property: 'justify-content', value: 'center' }
        : centring(holder, first.one);
    return [
      {
        ...place,
        fault: 'off-centre',
        what: `Off centre by ${round(Math.abs(off('is')))} px`,
        by: round(Math.abs(off('is'))),
        remedy,
      },
    ];
  }
  const moved = holder.words.length === 0 && first.one.node.inline === true;
  const before = parseFloat(first.one.look.get('margin-left') ?? '0') || 0;
  const remedy: SuggestedFix = moved
    ? { id: holder.node.id, property: 'text-align' }
    : positioned(first.one)
      ? { id, property: 'left' }
      : { id, property: 'margin-left', value: px(before - shift) };
  return [
    {
      ...place,
      fault: 'place',
      what: `${round(Math.abs(shift))} px too far ${shift > 0 ? 'right' : 'left'}`,
      by: round(Math.abs(shift)),
      remedy,
    },
  ];
}

function positioned({ look }: Compared): boolean {
  return /absolute|fixed/.test(look.get('position') ?? '');
}

/** What centres a thing in its box: the text around it, its margins, or how the column lays it. */
function centring(holder: Compared, { node, words }: Compared): SuggestedFix {
  const display = holder.look.get('display') ?? '';
  if (node.inline) return { id: holder.node.id, property: 'text-align', value: 'center' };
  if (words.length && !display.includes('flex')) return { id: node.id, property: 'text-align', value: 'center' };
  if (display.includes('flex') && (holder.look.get('flex-direction') ?? 'row').startsWith('column'))
    return { id: node.id, property: 'align-self', value: 'center' };
  if (display.includes('flex')) return { id: holder.node.id, property: 'justify-content', value: 'center' };
  return { id: node.id, property: 'margin-inline', value: 'auto' };
}

export function padding(
  holder: Compared,
  { wanted, is }: PlacedElement,
  side: 'left' | 'top' | 'bottom',
  asked: number,
  own: number,
): Difference {
  const property = `padding-${side}`;
  const before = holder.look.get(property) ?? '0px';
  const value = /^[\d.]+px$|^0$/.test(before) ? px(Math.max(0, parseFloat(before) + asked - own)) : undefined;
  return {
    ...about(holder),
    fault: 'padding',
    what: `Padding ${side}: ${round(own)} px, ${round(asked)} px in the source`,
    by: round(Math.abs(own - asked)),
    wanted,
    box: is,
    remedy: { id: holder.node.id, property, ...(value === undefined ? {} : { value }) },
  };
}

/** Gaps between neighbours, from left to right (0) or from top to bottom (1). */
export function gaps(holder: Compared, row: readonly PlacedElement[], axis: 0 | 1): Difference[] {
  const end = axis === 0 ? right : bottom;
  const all = row.slice(1).map((entry, index) => {
    const before = required(row[index]);
    return { one: entry, before, asked: entry.wanted[axis] - end(before.wanted), own: entry.is[axis] - end(before.is) };
  });
  const off = all.filter(({ asked, own }) => Math.abs(asked - own) > NEAR);
  if (off.length === 0) return [];
  const name = axis === 0 ? 'column-gap' : 'row-gap';
  const same =
    off.length === all.length &&
    off.every(({ own, asked }) => Math.abs(own - asked - ((off[0]?.own ?? 0) - (off[0]?.asked ?? 0))) <= NEAR);
  const gap = parseFloat(holder.look.get(name) ?? '');
  const laid = /flex|grid/.test(holder.look.get('display') ?? '');
  const first = required(off[0]);
  const words = (own: number, asked: number): string => `Gap: ${round(own)} px, ${round(asked)} px in the source`;
  if (same && laid && (gap >= 0 || all.length > 1))
    return [
      {
        ...about(holder),
        fault: 'gap',
        what: words(first.own, first.asked),
        by: round(Math.abs(first.own - first.asked)),
        wanted: first.one.wanted,
        box: first.one.is,
        remedy: { id: holder.node.id, property: name, value: px((gap || 0) + first.asked - first.own) },
      },
    ];
  return off.map(({ one, asked, own }): Difference => {
    const property = axis === 0 ? 'margin-left' : 'margin-top';
    const before = one.one.look.get(property) ?? '0px';
    const value = /^-?[\d.]+px$|^0$/.test(before) ? px(parseFloat(before) + asked - own) : undefined;
    return {
      ...about(one.one),
      fault: 'gap',
      what: `${words(own, asked)}, ${axis === 0 ? 'before it' : 'above it'}`,
      by: round(Math.abs(own - asked)),
      wanted: one.wanted,
      box: one.is,
      remedy: { id: one.one.node.id, property, ...(value === undefined ? {} : { value }) },
    };
  });
}
