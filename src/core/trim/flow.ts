import { required } from '../data/required.js';
import { spread, type StyleRanges } from '../document/style-ranges.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { laidOut } from './flow-layout.js';
import { blocksOf } from './follow.js';
import type { Sum } from '../css/lengths.js';
import { isShown, type ElementPosition } from './movement.js';
import type { GridItem } from './regular-grid.js';
import { SIDES, View } from './view.js';
import type { Box } from '../geometry/box.js';

/*
 * Boxes that are placed one by one, each with an offset of its own, as visual editors write them, put into the flow: what is
 * below each other follows each other, and what is alike stands in a grid, so that texts can grow and things can be added.
 */

/** A box whose content is placed one by one, to be laid out instead. */
export interface Flow {
  readonly at: string;
  readonly apply: (document: PageDocument) => PageDocument;
}

/** The boxes of a page that can be laid out, outermost first. @param standing where everything stands */
export function flowsIn(document: PageDocument, standing: ElementPosition): Flow[] {
  const ranges = rangeWidths(document, standing);
  if (ranges.some((at) => at < 0)) return [];
  const found: Flow[] = [];
  const visit = (node: ElementNode): void => {
    const flow = flowOf(node, document, standing, ranges);
    if (flow) found.push(flow);
    for (const child of node.children ?? []) if (isElement(child)) visit(child);
  };
  visit(document.body);
  return found;
}

/** For each range of widths the index of the widest width in it that was measured; -1 if there is none. */
function rangeWidths({ breakpoints }: PageDocument, { widths }: ElementPosition): number[] {
  const ends = [Infinity, ...breakpoints.map(({ below }) => below)];
  return ends.map((end, at) => {
    const from = ends[at + 1] ?? 0;
    const own = widths.filter((width) => width < end && width >= from);
    return own.length ? widths.indexOf(Math.max(...own)) : -1;
  });
}

function flowOf(
  holder: ElementNode,
  document: PageDocument,
  standing: ElementPosition,
  ranges: readonly number[],
): Flow | undefined {
  const children = holder.children ?? [];
  if (children.some((child) => !isElement(child) && child.text.trim()) || holder.element === 'body') return undefined;
  const own = children.filter(isElement);
  const [only] = own;
  if (!only || (own.length < 2 && !(only.children ?? []).some((child) => !isElement(child)))) return undefined;
  const around = spread(document.styles[holder.style ?? ''], document.breakpoints);
  if (!canHold(holder, around)) return undefined;
  const frame = ranges.map((at, range) =>
    insideOf(standing.boxes[holder.id]?.[at], new View(required(around.rest[range]), holder.element)),
  );
  const things = own.map((node): GridItem | undefined => {
    const style = spread(document.styles[node.style ?? ''], document.breakpoints);
    const boxes = ranges.map((at, range): Box | undefined => {
      const [box, outer] = [standing.boxes[node.id]?.[at], frame[range]];
      return isShown(box) && outer
        ? [required(box)[0] - outer[0], required(box)[1] - outer[1], required(box)[2], required(box)[3]]
        : undefined;
    });
    const placed = style.rest.every((full) => new View(full, node.element).position() === 'absolute');
    return placed && boxes.every((box) => box !== undefined) ? { node, style, boxes: boxes } : undefined;
  });
  if (things.some((thing) => thing === undefined) || frame.some((box) => !isShown(box))) return undefined;
  const laid = blocksOf(things as GridItem[]);
  return laid && { at: holder.id, apply: (given) => laidOut(given, holder.id, laid, frame as Box[]) };
}

/** A box without its border: what is placed in it counts from there (CSS 2, 10.1). */
function insideOf(box: Box | undefined, view: View): Box | undefined {
  const borders = SIDES.map((side) => pixelsOf(view.border(side)));
  if (!box || borders.some((border) => border === undefined)) return undefined;
  const [top, right, bottom, left] = borders as [number, number, number, number];
  return [box[0] + left, box[1] + top, box[2] - left - right, box[3] - top - bottom];
}

function pixelsOf(sum: Sum | undefined): number | undefined {
  if (!sum || [...sum].some(([unit, value]) => unit !== 'px' && value !== 0)) return undefined;
  return sum.get('px') ?? 0;
}

/** Whether a box is one for whose content it makes no difference how it is laid out now. */
function canHold({ element }: ElementNode, style: StyleRanges): boolean {
  return style.rest.every((full) => {
    const view = new View(full, element);
    return (
      !view.isSpecial() &&
      !view.isReplaced() &&
      (view.isBlock() || view.position() === 'absolute') &&
      SIDES.every((side) => pixelsOf(view.padding(side)) === 0)
    );
  });
}
