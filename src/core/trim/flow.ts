import { likeness } from '../page/alike.js';
import { gather, spread, type Full, type Spread } from '../page/spread.js';
import type { Box, ElementNode, PageDocument, PageNode, SharedStyle } from '../page/types.js';
import { isElement, mapTree } from '../page/walk.js';
import { isShown, type Standing } from './measured.js';
import { around, end, gridOf, type Grid, type Thing } from './regular-grid.js';
import { View } from './view.js';

/*
 * Boxes that are placed one by one, each with an offset of its own, as visual editors write them, put into the flow: what is
 * below each other follows each other, and what is alike stands in a grid, so that texts can grow and things can be added.
 */

/** A box whose content is placed one by one, to be laid out instead. */
export interface Flow {
  readonly at: string;
  readonly apply: (document: PageDocument) => PageDocument;
}

/** Share of two things that must be the same for them to stand in one grid. */
const ALIKE = 0.7;
/** Boxes may lie on each other by this much, from rounding; CSS px. */
const ROUNDING = 0.5;

/** The boxes of a page that can be laid out, outermost first. @param standing where everything stands */
export function flowsIn(document: PageDocument, standing: Standing): Flow[] {
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
function rangeWidths({ breakpoints }: PageDocument, { widths }: Standing): number[] {
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
  standing: Standing,
  ranges: readonly number[],
): Flow | undefined {
  // prettier-ignore
  const children = holder.children ?? [];
  if (children.some((child) => !isElement(child) && child.text.trim()) || holder.element === 'body') return undefined;
  const own = children.filter(isElement);
  if (own.length < 2) return undefined;
  const around = spread(document.styles[holder.style ?? ''], document.breakpoints);
  if (!canHold(holder, around)) return undefined;
  const frame = ranges.map((at) => standing.boxes[holder.id]?.[at]);
  const things = own.map((node): Thing | undefined => {
    const style = spread(document.styles[node.style ?? ''], document.breakpoints);
    const boxes = ranges.map((at, range): Box | undefined => {
      const [box, outer] = [standing.boxes[node.id]?.[at], frame[range]];
      return isShown(box) && outer ? [(box as Box)[0] - outer[0], (box as Box)[1] - outer[1], (box as Box)[2], (box as Box)[3]] : undefined; // prettier-ignore
    });
    const placed = style.rest.every((full) => new View(full, node.element).position() === 'absolute');
    return placed && boxes.every((box) => box !== undefined) ? { node, style, boxes: boxes as Box[] } : undefined;
  });
  if (things.some((thing) => thing === undefined) || frame.some((box) => !isShown(box))) return undefined;
  const laid = blocksOf(things as Thing[]);
  return laid && { at: holder.id, apply: (given) => laidOut(given, holder.id, laid, frame as Box[]) };
}

/** Whether a box is one for whose content it makes no difference how it is laid out now. */
function canHold({ element }: ElementNode, style: Spread): boolean {
  return style.rest.every((full) => {
    const view = new View(full, element);
    return !view.isSpecial() && !view.isReplaced() && (view.isBlock() || view.position() === 'absolute') && !view.hasInset('top', 'right', 'bottom', 'left'); // prettier-ignore
  });
}

/** Things that follow each other: one by itself, or several that are alike, in rows. */
interface Block {
  readonly things: readonly Thing[];
  /** Around all of it, in each range. */
  readonly boxes: readonly Box[];
}

/** What a box holds, as blocks that follow each other. */
interface Laid {
  readonly blocks: readonly Block[];
  readonly ways: readonly (Way | undefined)[];
}

/** What a box holds as blocks in their order; undefined if they lie on each other. */
function blocksOf(things: readonly Thing[]): Laid | undefined {
  const groups: Thing[][] = [];
  for (const thing of things) {
    const last = groups.at(-1);
    if (last && likeness((last[0] as Thing).node, thing.node) >= ALIKE && isStructured(thing.node)) last.push(thing);
    else groups.push([thing]);
  }
  const blocks = groups.map((group): Block => ({ things: group, boxes: (group[0] as Thing).boxes.map((_, range) => boxOf(group, range)) })); // prettier-ignore
  for (const by of [1, 0] as const) {
    const sorted = [...blocks].sort((a, b) => (a.boxes[0] as Box)[by] - (b.boxes[0] as Box)[by]);
    const ways = (sorted[0] as Block).boxes.map((_, range) => wayOf(sorted, range));
    if (ways.every((way) => way !== undefined) && sorted.every(isRegular)) return { blocks: sorted, ways };
  }
  return undefined;
}

/** Where a block stands: what is left of the places of things in a grid takes no room. */
function boxOf(things: readonly Thing[], range: number): Box {
  const whole = around(things.map(({ boxes }) => boxes[range] as Box));
  const grid = things.length > 1 ? gridOf(things, range) : undefined;
  return grid ? [whole[0], whole[1], whole[2], grid.height] : whole;
}

/** How blocks follow each other. */
type Way = 'down' | 'across';

/** How blocks follow each other in one range of widths; undefined if they lie on each other or in another order. */
function wayOf(blocks: readonly Block[], range: number): Way | undefined {
  const boxes = blocks.map((block) => block.boxes[range] as Box);
  if (boxes.some((box) => box[0] < -ROUNDING || box[1] < -ROUNDING)) return undefined;
  const follows = (start: 0 | 1): boolean => boxes.every((box, at) => at === 0 || box[start] >= (boxes[at - 1] as Box)[start] + (boxes[at - 1] as Box)[start + 2 as 2 | 3] - ROUNDING); // prettier-ignore
  if (follows(1)) return 'down';
  return follows(0) ? 'across' : undefined;
}

/** A thing with things in it: texts below each other are no grid. */
function isStructured({ children = [] }: ElementNode): boolean {
  return children.filter(isElement).length > 1;
}

function isRegular({ things, boxes }: Block): boolean {
  return things.length === 1 || boxes.every((_, range) => gridOf(things, range) !== undefined);
}

function px(value: number): string {
  return `${Math.round(value * 100) / 100}px`;
}

type Set = Record<string, string | undefined>;

/** A style with something said otherwise in each range. */
function changed(style: Spread, sets: readonly Set[], document: PageDocument): SharedStyle {
  const rest = style.rest.map((full, range): Full => {
    const made = new Map(full);
    for (const [name, value] of Object.entries(sets[range] as Set)) {
      if (value === undefined) made.delete(name);
      else made.set(name, value);
    }
    return made;
  });
  return gather({ ...style, rest }, document.breakpoints);
}

function laidOut(document: PageDocument, at: string, { blocks, ways }: Laid, frame: readonly Box[]): PageDocument {
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const named = new Map<string, string>();
  const restyle = (node: ElementNode, style: Spread, sets: readonly Set[]): void => {
    const name = `t${node.id}-flow`;
    styles[name] = changed(style, sets, document);
    named.set(node.id, name);
  };
  const whole = frame.map((_, range) => around(blocks.map(({ boxes }) => boxes[range] as Box)));
  const lineage = lineageOf(document.body, at);
  lineage.forEach((node, up) => {
    const style = spread(document.styles[node.style ?? ''], document.breakpoints);
    if (up > 0 && !style.rest.some((full) => /px$/.test(full.get('height') ?? ''))) return;
    restyle(node, style, frame.map((box, range): Set => {
      const height = (style.rest[range] as Full).get('height');
      if (up > 0) return { height: undefined, 'min-height': height };
      return {
        ...layoutSet(ways[range] as Way, new View(style.rest[range] as Full, node.element)),
        height: undefined,
        'padding-top': px((whole[range] as Box)[1]),
        'padding-bottom': px(Math.max(0, box[3] - end(whole[range] as Box))),
      };
    })); // prettier-ignore
  });
  const grids = new Map<string, { readonly id: string; readonly style: string }>();
  blocks.forEach((block, index) => {
    const margins = block.boxes.map((box, range): Set => {
      const before = blocks[index - 1]?.boxes[range];
      const across = ways[range] === 'across';
      const [left, top] = across ? [box[0] - (before ? before[0] + before[2] : 0), box[1] - (whole[range] as Box)[1]] : [box[0], before ? box[1] - end(before) : 0]; // prettier-ignore
      const off = (value: number): string => (Math.abs(value) > 0.05 ? px(value) : '0px');
      return { 'margin-top': off(top), 'margin-left': off(left), ...(across ? { 'flex-shrink': '0' } : {}) };
    });
    if (block.things.length === 1) {
      const [thing] = block.things as [Thing];
      restyle(thing.node, thing.style, thing.boxes.map((box, range) => ({ ...inFlow(thing, range, box), ...margins[range] }))); // prettier-ignore
      return;
    }
    const laid = block.boxes.map((_, range) => gridOf(block.things, range) as Grid);
    const id = `${(block.things[0] as Thing).node.id}-grid`;
    const plain: Spread = { rest: block.boxes.map(() => new Map()), others: [] };
    styles[`t${id}`] = changed(plain, laid.map((grid, range) => ({
      display: 'grid',
      'grid-template-columns': `repeat(${grid.columns}, ${px(grid.width)})`,
      'column-gap': px(grid.columnGap),
      'row-gap': px(grid.rowGap),
      'align-items': 'start',
      ...margins[range],
    })), document); // prettier-ignore
    for (const thing of block.things) grids.set(thing.node.id, { id, style: `t${id}` });
    block.things.forEach((thing, item) => {
      restyle(thing.node, thing.style, thing.boxes.map((box, range) => {
        const [x, y] = (laid[range] as Grid).offsets[item] as readonly [number, number];
        const off = (value: number): string | undefined => (Math.abs(value) > 0.05 ? px(value) : undefined);
        return { ...inFlow(thing, range, box), left: off(x), top: off(y) };
      })); // prettier-ignore
    });
  });
  const order = blocks.flatMap(({ things }) => things.map(({ node }) => node.id));
  const body = mapTree(document.body, (node) => {
    if (!isElement(node)) return node;
    const restyled = named.has(node.id) ? { ...node, style: named.get(node.id) as string } : node;
    return node.id === at ? { ...restyled, children: inGrids(restyled, order, grids) } : restyled;
  }) as ElementNode;
  return { ...document, styles, body };
}

function layoutSet(way: Way, view: View): Set {
  if (way === 'across') return { display: 'flex', 'align-items': 'flex-start' };
  return view.display() === 'block' ? {} : { display: 'block' };
}

/** A box of the page and those that it is in, outwards, as long as they hold nothing else. */
function lineageOf(body: ElementNode, at: string): ElementNode[] {
  const path: ElementNode[] = [];
  const visit = (node: ElementNode): boolean => {
    const found = node.id === at || (node.children ?? []).some((child) => isElement(child) && visit(child));
    if (found) path.push(node);
    return found;
  };
  visit(body);
  const end = path.findIndex((node, up) => up > 0 && (node.element === 'body' || node.children?.filter(isElement).length !== 1)); // prettier-ignore
  return end < 0 ? path : path.slice(0, end);
}

/** A placed thing in the flow: as large as it was, able to grow, and still what its own content is placed in. */
function inFlow({ node, style }: Thing, range: number, box: Box): Set {
  const view = new View(style.rest[range] as Full, node.element);
  const [height, width] = [view.get('height'), view.get('width')];
  const isText = !view.isReplaced();
  const display = /^(inline|inline-block)$/.test(view.display()) ? { display: 'block' } : {};
  return {
    ...display,
    position: 'relative',
    left: undefined,
    top: undefined,
    right: undefined,
    bottom: undefined,
    ...(isText && height !== undefined && height !== 'auto' ? { height: undefined, 'min-height': px(box[3]) } : {}),
    ...(isText && (width === undefined || width === 'auto') ? { width: 'fit-content' } : {}),
  };
}

/** The content of a box in the order in which it is laid out, alike things in a box of their own. */
function inGrids(
  node: ElementNode,
  order: readonly string[],
  grids: ReadonlyMap<string, { readonly id: string; readonly style: string }>,
): PageNode[] {
  // prettier-ignore
  const byId = new Map((node.children ?? []).filter(isElement).map((child) => [child.id, child]));
  const made: PageNode[] = [];
  const open = new Map<string, ElementNode>();
  for (const id of order) {
    const child = byId.get(id) as ElementNode;
    const grid = grids.get(id);
    if (!grid) {
      made.push(child);
      continue;
    }
    const known = open.get(grid.id);
    const box: ElementNode = known ? { ...known, children: [...(known.children ?? []), child] } : { id: grid.id, kind: 'grid', name: 'grid', element: 'div', style: grid.style, children: [child] }; // prettier-ignore
    open.set(grid.id, box);
    if (known) made[made.indexOf(known)] = box;
    else made.push(box);
  }
  return made;
}
