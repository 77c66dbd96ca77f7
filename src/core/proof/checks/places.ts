import { required } from '../../data/required.js';
import { bottom, px, type Box } from '../../geometry/box.js';
import { about, extentsOf, shownBox, type Compared, type ComparedPage } from '../compare-page.js';
import type { Difference, SuggestedFix } from '../difference.js';
import { type Frame, across, rowsOf, padding, gaps } from './rows.js';
import { NEAR } from './tolerances.js';
import { round } from './word-pairs.js';
import { type PlacedElement, isAbove } from './placed-element.js';

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
        remedy: { id, ...width(one, wanted[2], frame.wanted[2], wide) },
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

/** What fills its box but for this share of it leaves as much room at its end, and goes on to fill the rest. */
const SLIVER = 0.04;

/** A width stays what it was: a share of its box, a largest width, or a size. @param wide how much too wide it is, px */
function width({ look }: Compared, wanted: number, holder: number, wide: number): { property: string; value: string } {
  const own = look.get('width') ?? 'auto';
  const most = look.get('max-width');
  if (most && /px$|rem$/.test(most)) return { property: 'max-width', value: px(wanted) };
  if (/%/.test(own) && own !== '100%')
    return { property: 'width', value: `${Math.round((wanted / holder) * 1e5) / 1e3}%` };
  if (look.get('flex-basis')?.endsWith('%'))
    return { property: 'flex-basis', value: `${Math.round((wanted / holder) * 1e5) / 1e3}%` };
  const isFilling = (own === 'auto' || own === '100%') && wide > 0 && wide <= SLIVER * wanted;
  if (isFilling) {
    const room = parseFloat(look.get('margin-right') ?? '0') || 0;
    return { property: 'margin-right', value: px(room + wide) };
  }
  /* What fills its box goes on to do so where that is narrower. */
  if (own === 'auto' || own === '100%') return { property: 'max-width', value: `min(100%, ${px(wanted)})` };
  return { property: 'width', value: px(wanted) };
}
