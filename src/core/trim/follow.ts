import { required } from '../data/required.js';
import { likeness } from '../document/align-trees.js';
import { around, bottom, right, type Box } from '../geometry/box.js';
import type { ElementNode } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { gridOf, type GridItem } from './regular-grid.js';

/* How things that were placed one by one follow each other. */

/** Share of two things that must be the same for them to stand in one grid. */
const ALIKE = 0.7;
/** Boxes may lie on each other by this much, from rounding; CSS px. */
export const ROUNDING = 0.5;

/** Things that follow each other: one by itself, or several that are alike, in rows. */
export interface Block {
  readonly things: readonly GridItem[];
  /** Around all of it, in each range. */
  readonly boxes: readonly Box[];
}

/** What a box holds, as blocks that follow each other. */
export interface FlowLayout {
  readonly blocks: readonly Block[];
  readonly ways: readonly (FlowDirection | undefined)[];
}

/** What a box holds as blocks in their order; undefined if they lie on each other. */
export function blocksOf(things: readonly GridItem[]): FlowLayout | undefined {
  const groups: GridItem[][] = [];
  for (const thing of things) {
    const last = groups.at(-1);
    if (last && likeness(required(last[0]).node, thing.node) >= ALIKE && isStructured(thing.node)) last.push(thing);
    else groups.push([thing]);
  }
  const blocks = groups.map((group): Block => ({
    things: group,
    boxes: required(group[0]).boxes.map((_, range) => boxOf(group, range)),
  }));
  for (const by of [1, 0] as const) {
    const sorted = [...blocks].sort((a, b) => required(a.boxes[0])[by] - required(b.boxes[0])[by]);
    const ways = required(sorted[0]).boxes.map((_, range) => wayOf(sorted, range));
    if (ways.every((way) => way !== undefined) && sorted.every(isRegular)) return { blocks: sorted, ways };
  }
  return undefined;
}

/** Where a block stands: what is left of the places of things in a grid takes no room. */
function boxOf(things: readonly GridItem[], range: number): Box {
  const whole = around(things.map(({ boxes }) => required(boxes[range])));
  const grid = things.length > 1 ? gridOf(things, range) : undefined;
  return grid ? [whole[0], whole[1], whole[2], grid.height] : whole;
}

/** How blocks follow each other. */
export type FlowDirection = 'down' | 'across';

/** How blocks follow each other in one range of widths; undefined if they lie on each other or in another order. */
function wayOf(blocks: readonly Block[], range: number): FlowDirection | undefined {
  const boxes = blocks.map((block) => required(block.boxes[range]));
  if (boxes.some((box) => box[0] < -ROUNDING || box[1] < -ROUNDING)) return undefined;
  if (boxes.every((box, at) => at === 0 || box[1] >= bottom(required(boxes[at - 1])) - ROUNDING)) return 'down';
  return linesOf(boxes) ? 'across' : undefined;
}

/** The lines that boxes stand in, in their order: for each box the number of its line; undefined if they lie on each other. */
export function linesOf(boxes: readonly Box[]): number[] | undefined {
  const lines: Box[][] = [];
  for (const box of boxes) {
    const line = lines.at(-1);
    const before = line?.at(-1);
    if (line && before && box[0] >= right(before) - ROUNDING) line.push(box);
    else if (!line || line.every((other) => box[1] >= bottom(other) - ROUNDING)) lines.push([box]);
    else return undefined;
  }
  const falls = lines.every(
    (line, at) =>
      at === 0 || line.every((box) => required(lines[at - 1]).every((above) => box[1] >= bottom(above) - ROUNDING)),
  );
  return falls ? lines.flatMap((line, at) => line.map(() => at)) : undefined;
}

/** A thing with things in it: texts below each other are no grid. */
function isStructured({ children = [] }: ElementNode): boolean {
  return children.filter(isElement).length > 1;
}

function isRegular({ things, boxes }: Block): boolean {
  return things.length === 1 || boxes.every((_, range) => gridOf(things, range) !== undefined);
}
