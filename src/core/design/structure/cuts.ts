import { required } from '../../data/required.js';
import { around, right } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';
import { cellsByGaps, cellsOf, gridAmong } from './grid-cells.js';
import { areEntries } from './line-entries.js';
import { markedRows } from './marked-rows.js';
import { withSigns } from './sign-pairs.js';
import { cutColumns, cutRows, gaps, joinStrips, widestGap } from './strips.js';

/** A way to cut things apart. */
export interface Cut {
  readonly direction: 'stack' | 'row';
  readonly groups: readonly Piece[][];
  readonly reason: string;
  /** The groups are entries of a list. */
  readonly list?: 'ul';
  /** What lies over all groups. */
  readonly over?: readonly Piece[];
}

/** The ways in which things can be cut apart, the best for this artboard first. */
export function cutsOf(pieces: readonly Piece[]): Cut[] {
  const strips = cutRows(pieces);
  const columns = cutColumns(pieces);
  const isGrid = columns.length > 1 && strips.length > 1;
  const regular = isGrid ? cellsOf(strips) : undefined;
  const among = regular ? undefined : gridAmong(strips);
  const cells = regular ?? (isGrid ? cellsByGaps(strips) : undefined);
  const beside = columns.length > 1 ? besideGrid(columns) : [];
  const marked = regular ? undefined : markedCut(pieces, columns);
  const asRow = columns.length > 1 ? [rowCut(withSigns(columns))] : [];
  const joined = strips.length > 1 ? joinStrips(strips) : [];
  const asStack = [
    ...(joined.length > 1 ? [stackCut(joined)] : []),
    ...(strips.length > 1 && joined.length !== strips.length ? [stackCut(strips)] : []),
  ];
  const [bar = [], ...rest] = strips;
  const belowBar = isToolbar(strips, columns) ? [stackCut([bar, rest.flat()])] : [];
  const rowFirst = columns.length > 1 && (strips.length <= 1 || areColumns(strips, columns));
  return [
    ...(areEntries(strips) ? [stackCut(strips)] : []),
    ...belowBar,
    ...(marked ? [marked] : []),
    ...(among ? [stackCut(among)] : []),
    ...(cells
      ? [
          {
            direction: 'row' as const,
            groups: cells,
            reason: `${cells.length} similar elements in rows of ${columns.length}`,
          },
        ]
      : []),
    ...beside,
    ...(rowFirst ? [...asRow, ...asStack] : [...asStack, ...asRow]),
  ];
}

export function rowCut(groups: readonly Piece[][]): Cut {
  const reason = `${groups.length} columns, gutter ${Math.round(widestGap(groups, 0))} px`;
  return { direction: 'row', groups, reason };
}

export function stackCut(groups: readonly Piece[][]): Cut {
  const reason = `${groups.length} rows, widest gap ${Math.round(widestGap(groups, 1))} px`;
  return { direction: 'stack', groups, reason };
}

/** Marks no wider than this, in shares of the whole, stand before entries of a list; larger ones are images beside texts. */
const MARK_SHARE = 0.25;

function markedCut(pieces: readonly Piece[], columns: readonly Piece[][]): Cut | undefined {
  const marked = markedRows(pieces, columns);
  if (!marked) return undefined;
  const [mark] = required(marked.rows[0]);
  const isList = required(mark).box[2] <= MARK_SHARE * around(pieces.map(({ box }) => box))[2];
  const reason = `${marked.rows.length} rows beside equal marks`;
  return { ...stackCut(marked.rows), over: marked.lines, reason, ...(isList ? { list: 'ul' } : {}) };
}

/** A title this near the middle of what is below it (in shares of its width) is the title of all of it. */
const TITLE_SHARE = 0.04;

/** Whether things that can be cut both ways are columns rather than rows. */
function areColumns(strips: readonly Piece[][], columns: readonly Piece[][]): boolean {
  if (!strips.some((strip) => cutColumns(strip).length > 1))
    /* Lines that reach into each other's heights stand side by side. */
    return Math.min(...gaps(strips, 1)) < 0 && widestGap(columns, 0) >= APART;
  const [first, ...rest] = strips;
  if (first && rest.length && cutColumns(first).length === 1) {
    const title = around(first.map(({ box }) => box));
    const below = around(rest.flat().map(({ box }) => box));
    const off = Math.abs(title[0] + title[2] / 2 - below[0] - below[2] / 2);
    if (cutColumns(rest.flat()).length > 1 && off < TITLE_SHARE * below[2] && title[2] < below[2]) return false;
  }
  if (endsInSign(strips, columns) || strips.every(beginsWithSign)) return false;
  if (strips.some((strip) => isEven(strip, columns.length))) return false;
  return widestGap(columns, 0) >= widestGap(strips, 1);
}

/** The gutters of columns are so many times as wide as the gaps inside of them. */
const GUTTER_TIMES = 1.3;

/** Whether a row of more things than there are columns is spaced evenly: some of its gaps are no gutters only because of what is below. */
function isEven(strip: readonly Piece[], columns: number): boolean {
  const own = gaps(cutColumns(strip), 0).sort((a, b) => b - a);
  const [gutter, inner] = own.slice(columns - 2, columns);
  return gutter !== undefined && inner !== undefined && gutter < GUTTER_TIMES * inner;
}

/** Things so far from each other are not one below the other, px. */
const APART = 96;

/** Largest sign at an end of a line, px. */
const SIGN = 56;

function isSign({ type, box }: Piece): boolean {
  return type !== 'text' && Math.max(box[2], box[3]) <= SIGN;
}

/** Whether the last column is one small sign away from the words of a line, and in its middle: it belongs to that line. */
function endsInSign(strips: readonly Piece[][], columns: readonly Piece[][]): boolean {
  const [sign, ...more] = columns.at(-1) ?? [];
  const strip = sign && strips.find((pieces) => pieces.includes(sign));
  if (!sign || more.length || !strip || !isSign(sign) || strip.length < 2) return false;
  const line = around(strip.filter((piece) => piece !== sign).map(({ box }) => box));
  const off = Math.abs(line[1] + line[3] / 2 - sign.box[1] - sign.box[3] / 2);
  return off <= Math.max(MIDDLE, line[3] / 4) && sign.box[0] - right(line) > 2 * Math.min(sign.box[2], line[3]);
}

/** Things whose middles are no farther apart are in one line, px. */
const MIDDLE = 4;

/** Whether a strip is a line of words after a small sign: a box to tick, a marker, an icon. */
function beginsWithSign(strip: readonly Piece[]): boolean {
  const [first, second, ...more] = [...strip].sort((a, b) => a.box[0] - b.box[0]);
  if (!first || !second || !isSign(first) || second.type !== 'text' || second.text.lines.length > 1) return false;
  const middle = ({ box }: Piece): number => box[1] + box[3] / 2;
  return [second, ...more].every((piece) => Math.abs(middle(piece) - middle(first)) <= MIDDLE);
}

/** Highest bar of tools above what they are for, px. */
const TOOLBAR = 72;

/** Whether the first strip is a low bar from one edge to the other, above something that is a grid without it. */
function isToolbar([bar = [], ...rest]: readonly Piece[][], columns: readonly Piece[][]): boolean {
  if (rest.length === 0 || bar.length < 2) return false;
  const box = around(bar.map((piece) => piece.box));
  const all = around(columns.flat().map((piece) => piece.box));
  const across = box[0] - all[0] <= MIDDLE && right(all) - right(box) <= MIDDLE;
  const below = cutColumns(rest.flat());
  return (
    across && box[3] <= TOOLBAR && (besideGrid(below).length > 0 || cellsByGaps(cutRows(rest.flat())) !== undefined)
  );
}

/** A column beside a grid, such as what narrows down what is in it: the grid is one thing. */
function besideGrid(columns: readonly Piece[][]): Cut[] {
  if (columns.length < 3) return [];
  const [first, ...after] = columns as [Piece[], ...Piece[][]];
  const [last, before] = [required(columns.at(-1)), columns.slice(0, -1)];
  const isGrid = (rest: readonly Piece[][]): boolean => cellsByGaps(cutRows(rest.flat())) !== undefined;
  if (isGrid(columns)) return [];
  if (isGrid(after)) return [rowCut([first, after.flat()])];
  return isGrid(before) ? [rowCut([before.flat(), last])] : [];
}
