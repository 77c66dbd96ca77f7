import { required } from '../../data/required.js';
import { bottom, px, right, type Box } from '../../geometry/box.js';
import { about, extentsOf, shownBox, type Compared, type ComparedPage } from '../compare-page.js';
import type { Difference, SuggestedFix } from '../difference.js';

/** Places and sizes this near are the same, px. */
const NEAR = 1;
/** More than this off its middle is off centre, px. */
const CENTRED = 2;

/** A child of a box with where it and the box stand in source and result. */
interface PlacedElement {
  readonly one: Compared;
  readonly wanted: Box;
  readonly is: Box;
}

/** Things that stand elsewhere in the box that holds them, have other gaps, another order or another size. */
export function placeDifferences(page: ComparedPage): Difference[] {
  const found: Difference[] = [];
  for (const holder of page.all) {
    const frame = extentsOf(holder) ?? { wanted: pageBox(page, 'source'), is: pageBox(page, 'result') };
    if (!extentsOf(holder) && holder !== page.root) continue;
    const inside = holder.children.flatMap((child): PlacedElement[] => {
      const both = isPlaced(child) ? extentsOf(child) : undefined;
      return both ? [{ one: child, ...both }] : [];
    });
    if (inside.length === 0) continue;
    found.push(
      ...orderOf(inside),
      ...across(holder, frame, inside),
      ...down(holder, frame, inside),
      ...sizes(holder, frame, inside),
    );
  }
  return found;
}

function pageBox(page: ComparedPage, side: 'source' | 'result'): Box {
  return [0, 0, page.width, page[side].height];
}

/** Words in a line move with the line; what is placed by offsets is judged by its place alone. */
function isPlaced({ node, look }: Compared): boolean {
  return (
    !(node.inline && (node.kind === 'run' || node.kind === 'break' || node.kind === 'link')) &&
    look.get('display') !== 'contents'
  );
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}

/** Whether two things stand above each other rather than side by side. */
function isAbove(a: Box, b: Box): boolean {
  return b[1] >= bottom(a) - Math.min(a[3], b[3]) / 2;
}

function orderOf(inside: readonly PlacedElement[]): Difference[] {
  const sequence = (side: 'wanted' | 'is'): PlacedElement[] =>
    [...inside].sort((a, b) =>
      isAbove(a[side], b[side]) ? -1 : isAbove(b[side], a[side]) ? 1 : a[side][0] - b[side][0],
    );
  const [source, result] = [sequence('wanted'), sequence('is')];
  const at = source.findIndex((entry, index) => entry !== result[index]);
  const first = source[at];
  if (!first) return [];
  const now = result.indexOf(first);
  return [
    {
      ...about(first.one),
      fault: 'order',
      what: `Order: number ${now + 1}, number ${at + 1} in the source`,
      by: Math.abs(now - at),
      wanted: first.wanted,
      box: first.is,
      remedy: {
        id: first.one.node.id,
        property: 'order',
        value: first.one.look.has('order') ? '0' : String(now > at ? -1 : 1),
      },
    },
  ];
}

type Frame = { readonly wanted: Box; readonly is: Box };

function across(holder: Compared, frame: Frame, inside: readonly PlacedElement[]): Difference[] {
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
function rowsOf(inside: readonly PlacedElement[]): PlacedElement[][] {
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

function padding(
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
function gaps(holder: Compared, row: readonly PlacedElement[], axis: 0 | 1): Difference[] {
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

function down(holder: Compared, frame: Frame, inside: readonly PlacedElement[]): Difference[] {
  const rows = rowsOf(inside);
  const first = required(rows[0]?.[0]);
  const found: Difference[] = [];
  const [asked, own] = [first.wanted[1] - frame.wanted[1], first.is[1] - frame.is[1]];
  if (Math.abs(asked - own) > NEAR) found.push(padding(holder, first, 'top', asked, own));
  const heads = rows.map((row) => tallest(row));
  found.push(...gaps(holder, heads, 1));
  for (const row of rows) found.push(...levels(holder, row));
  const last = required(heads.at(-1));
  const ends = [bottom(frame.wanted) - bottom(last.wanted), bottom(frame.is) - bottom(last.is)] as const;
  if (holder.parent && Math.abs(ends[0] - ends[1]) > NEAR)
    found.push(padding(holder, last, 'bottom', ends[0], ends[1]));
  return found;
}

/** The one of a row that is the highest in the source: what is below stands below it. */
function tallest(row: readonly PlacedElement[]): PlacedElement {
  return row.reduce((most, entry) => (bottom(entry.wanted) > bottom(most.wanted) ? entry : most));
}

/** Things side by side that stand at other heights to each other. */
function levels(holder: Compared, row: readonly PlacedElement[]): Difference[] {
  const [first] = row;
  if (!first || row.length < 2) return [];
  return row.slice(1).flatMap((entry): Difference[] => {
    const shift = entry.is[1] - first.is[1] - (entry.wanted[1] - first.wanted[1]);
    const grown = entry.is[3] - entry.wanted[3] - (first.is[3] - first.wanted[3]);
    if (Math.abs(shift) <= NEAR || Math.abs(shift + grown / 2) <= NEAR || Math.abs(shift + grown) <= NEAR) return [];
    const centred = Math.abs(entry.wanted[1] + entry.wanted[3] / 2 - first.wanted[1] - first.wanted[3] / 2) <= NEAR;
    const remedy: SuggestedFix =
      centred && row.length === 2
        ? { id: holder.node.id, property: 'align-items', value: 'center' }
        : {
            id: entry.one.node.id,
            property: 'margin-top',
            value: px((parseFloat(entry.one.look.get('margin-top') ?? '0') || 0) - shift),
          };
    return [
      {
        ...about(entry.one),
        fault: 'place',
        what: `${round(Math.abs(shift))} px too ${shift > 0 ? 'low' : 'high'} beside its neighbour`,
        by: round(Math.abs(shift)),
        wanted: entry.wanted,
        box: entry.is,
        remedy,
      },
    ];
  });
}

/** Things that are wider or higher than in the source, and not because of what they are in or hold. */
function sizes(holder: Compared, frame: Frame, inside: readonly PlacedElement[]): Difference[] {
  const grown = holder.wanted ? frame.is[2] - frame.wanted[2] : 0;
  return inside.flatMap(({ one, wanted, is }): Difference[] => {
    if (!shownBox(one.wanted) || !shownBox(one.is)) return [];
    const place = { ...about(one), wanted, box: is };
    const id = one.node.id;
    const found: Difference[] = [];
    const wide = is[2] - wanted[2];
    if (Math.abs(wide) > NEAR && Math.abs(grown) <= NEAR)
      found.push({
        ...place,
        fault: 'size',
        what: `Width: ${round(is[2])} px, ${round(wanted[2])} px in the source`,
        by: round(Math.abs(wide)),
        remedy: { id, ...width(one, wanted[2], frame.wanted[2]) },
      });
    const high = is[3] - wanted[3];
    const leaf = one.children.length === 0 && one.words.length === 0;
    if (Math.abs(high) > NEAR && leaf && Math.abs(wide) <= NEAR)
      found.push({
        ...place,
        fault: 'size',
        what: `Height: ${round(is[3])} px, ${round(wanted[3])} px in the source`,
        by: round(Math.abs(high)),
        remedy: { id, property: 'height', value: px(wanted[3]) },
      });
    return found;
  });
}

/** A width stays what it was: a share of its box, a largest width, or a size. */
function width({ look }: Compared, wanted: number, holder: number): { property: string; value: string } {
  const own = look.get('width') ?? 'auto';
  const most = look.get('max-width');
  if (most && /px$|rem$/.test(most)) return { property: 'max-width', value: px(wanted) };
  if (/%/.test(own) && own !== '100%')
    return { property: 'width', value: `${Math.round((wanted / holder) * 1e5) / 1e3}%` };
  if (look.get('flex-basis')?.endsWith('%'))
    return { property: 'flex-basis', value: `${Math.round((wanted / holder) * 1e5) / 1e3}%` };
  /* What fills its box goes on to do so where that is narrower. */
  if (own === 'auto' || own === '100%') return { property: 'max-width', value: `min(100%, ${px(wanted)})` };
  return { property: 'width', value: px(wanted) };
}
