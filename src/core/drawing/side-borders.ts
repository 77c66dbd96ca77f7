import { faded } from '../css/colours.js';
import { around, bottom, px, right } from '../geometry/box.js';
import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnShape } from './drawing.js';

/**
 * Lines along the edges of a box are its borders: programs draw the sides of a box one by one where they differ, and
 * people draw a line at its end.
 */

/** Thickest border, px; shortest line that may be one. */
const THICKEST = 8;
const SHORTEST = 20;
/** A line lies along an edge if its middle is no farther from it, px; it ends this near the corners, with other borders. */
const NEAR = 1.1;
const CORNER = THICKEST + 1;

const SIDES = ['top', 'right', 'bottom', 'left'] as const;
type Side = (typeof SIDES)[number];

/** The artboard with the lines along the edges of its boxes as borders of these. */
export function withSideBorders(artboard: DrawnArtboard): DrawnArtboard {
  const items: DrawnItem[] = [];
  for (let at = 0; at < artboard.items.length; at += 1) {
    const item = artboard.items[at];
    if (!item) continue;
    const frame = frameFrom(artboard.items.slice(at, at + SIDES.length));
    if (frame) {
      items.push(frame.box);
      at += frame.lines - 1;
      continue;
    }
    const sides =
      item.type === 'box' && canHaveBorders(item) ? linesAfter(item, artboard.items.slice(at + 1, at + 5)) : [];
    items.push(item.type === 'box' && sides.length ? bordered(item, sides) : item);
    at += sides.length;
  }
  return { ...artboard, items };
}

interface SideLine {
  readonly side: Side;
  readonly line: DrawnShape;
}

/** Fewest lines that make a frame. */
const FRAME = 3;

/** Lines that stand along three or four edges of what they enclose, with no box in it: a box with borders and no fill. */
function frameFrom(next: readonly DrawnItem[]): { readonly box: DrawnShape; readonly lines: number } | undefined {
  for (let count = next.length; count >= FRAME; count -= 1) {
    const lines = next.slice(0, count).filter((item): item is DrawnShape => item.type === 'box' && isLine(item));
    const [first] = lines;
    if (!first || lines.length < count) continue;
    const box = around(lines.map((line) => line.box));
    if (Math.min(box[2], box[3]) <= 2 * THICKEST) continue;
    const sides = lines.flatMap((line): SideLine[] => {
      const side = sideOf(line, box);
      return side ? [{ side, line }] : [];
    });
    if (new Set(sides.map(({ side }) => side)).size < count) continue;
    return { box: bordered({ ...first, box, look: {} }, sides), lines: count };
  }
  return undefined;
}

/** Whether a box is so thin and so plain that it is a line. */
export function isLine({ box, look }: DrawnShape): boolean {
  const isPlain = Object.keys(look).every((name) => name === 'background-color' || name === 'opacity');
  return (
    isPlain &&
    look['background-color'] !== undefined &&
    Math.min(box[2], box[3]) <= THICKEST &&
    Math.max(box[2], box[3]) >= SHORTEST
  );
}

/** The colour of a line as it shows, whatever opacity its layer has. */
export function lineColour({ look }: DrawnShape): string {
  return faded(look['background-color'] ?? 'currentcolor', Number(look['opacity'] ?? 1));
}

function canHaveBorders({ look, box }: DrawnShape): boolean {
  return look['border-width'] === undefined && Math.min(box[2], box[3]) > 2 * THICKEST && look['opacity'] === undefined;
}

/** The lines right after a box that lie along its edges, each along another one. */
function linesAfter(box: DrawnShape, next: readonly DrawnItem[]): SideLine[] {
  const found: SideLine[] = [];
  for (const item of next) {
    const side = item.type === 'box' ? sideOf(item, box.box) : undefined;
    if (item.type !== 'box' || side === undefined || found.some((other) => other.side === side)) break;
    found.push({ side, line: item });
  }
  return found;
}

/** The edge of a box along which a line lies from corner to corner. */
function sideOf(drawn: DrawnShape, box: DrawnBox): Side | undefined {
  if (!isLine(drawn)) return undefined;
  const line = drawn.box;
  const thin = Math.min(line[2], line[3]);
  const isFlat = line[2] > line[3];
  const middle = isFlat ? line[1] + line[3] / 2 : line[0] + line[2] / 2;
  const [from, to] = isFlat ? [box[0], right(box)] : [box[1], bottom(box)];
  const [start, end] = isFlat ? [line[0], right(line)] : [line[1], bottom(line)];
  const ends = Math.abs(start - from) <= CORNER && Math.abs(end - to) <= CORNER && end - start >= 0.9 * (to - from);
  if (!ends) return undefined;
  const near = (edge: number): boolean => Math.abs(middle - edge) <= thin / 2 + NEAR;
  if (isFlat) return near(box[1]) ? 'top' : near(bottom(box)) ? 'bottom' : undefined;
  return near(box[0]) ? 'left' : near(right(box)) ? 'right' : undefined;
}

/** A box with lines as its borders; it reaches as far as they do across the edges, but not where their ends stick out. */
function bordered(box: DrawnShape, sides: readonly SideLine[]): DrawnShape {
  const widthOf = ({ side, line }: SideLine): number =>
    side === 'top' || side === 'bottom' ? line.box[3] : line.box[2];
  const reach = sides.map((entry): DrawnBox => {
    const [x, y, width, height] = box.box;
    const { line, side } = entry;
    return side === 'top' || side === 'bottom'
      ? [x, line.box[1], width, line.box[3]]
      : [line.box[0], y, line.box[2], height];
  });
  const of = (side: Side): SideLine | undefined => sides.find((entry) => entry.side === side);
  const widths = SIDES.map((side) => {
    const line = of(side);
    return line ? px(widthOf(line)) : '0';
  });
  const colors = SIDES.map((side) => {
    const line = of(side);
    return line ? lineColour(line.line) : 'currentcolor';
  });
  const own = [...new Set(sides.map(({ line }) => lineColour(line)))];
  return {
    ...box,
    box: around([box.box, ...reach]),
    look: {
      ...box.look,
      'border-width': [...new Set(widths)].length === 1 ? (widths[0] ?? '0') : widths.join(' '),
      'border-style': 'solid',
      'border-color': own.length === 1 ? (own[0] ?? 'currentcolor') : colors.join(' '),
    },
  };
}

/** The widths of the borders of a box from its look: top, right, bottom, left; px. */
export function borderWidths(look: Readonly<Record<string, string>>): readonly [number, number, number, number] {
  const [top = 0, side = top, end = top, start = side] = (look['border-width'] ?? '0').split(' ').map(parseFloat);
  return [top, side, end, start];
}
