import { required } from '../data/required.js';
import { around, bottom, px, right, type Box } from '../geometry/box.js';
import { gather, spread, type RangeDeclarations, type StyleRanges } from '../document/style-ranges.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../document/types.js';
import { isElement, mapTree } from '../document/walk.js';
import { linesOf, ROUNDING, type Block, type FlowLayout, type FlowDirection } from './follow.js';
import { gridOf, type GridItem } from './regular-grid.js';
import { View } from './view.js';

/* The styles of boxes that follow each other instead of being placed one by one. */

type Set = Record<string, string | undefined>;

/** A style with something said otherwise in each range. */
function changed(style: StyleRanges, sets: readonly Set[], document: PageDocument): SharedStyle {
  const rest = style.rest.map((full, range): RangeDeclarations => {
    const map = new Map(full);
    for (const [name, value] of Object.entries(required(sets[range]))) {
      if (value === undefined) map.delete(name);
      else map.set(name, value);
    }
    return map;
  });
  return gather({ ...style, rest }, document.breakpoints);
}

/** The page with a box whose content is laid out. @param frame the box in each range */
// eslint-disable-next-line max-lines-per-function -- its steps fill one set of styles
export function laidOut(
  document: PageDocument,
  at: string,
  { blocks, ways }: FlowLayout,
  frame: readonly Box[],
): PageDocument {
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const named = new Map<string, string>();
  const restyle = (node: ElementNode, style: StyleRanges, sets: readonly Set[]): void => {
    const name = `t${node.id}-flow`;
    styles[name] = changed(style, sets, document);
    named.set(node.id, name);
  };
  const whole = frame.map((_, range) => around(blocks.map(({ boxes }) => required(boxes[range]))));
  const lineage = lineageOf(document.body, at);
  lineage.forEach((node, up) => {
    const style = spread(document.styles[node.style ?? ''], document.breakpoints);
    if (up > 0 && !style.rest.some((full) => /px$/.test(full.get('height') ?? ''))) return;
    restyle(
      node,
      style,
      frame.map((box, range): Set => {
        const height = required(style.rest[range]).get('height');
        if (up > 0) return height?.endsWith('px') ? { height: undefined, 'min-height': height } : {};
        return {
          ...layoutSet(required(ways[range]), new View(required(style.rest[range]), node.element)),
          height: undefined,
          'padding-top': px(required(whole[range])[1]),
          'padding-bottom': px(Math.max(0, box[3] - bottom(required(whole[range])))),
        };
      }),
    );
  });
  const grids = new Map<string, { readonly id: string; readonly style: string }>();
  blocks.forEach((block, index) => {
    const margins = block.boxes.map((_, range) =>
      distances(blocks, index, range, required(ways[range]), required(frame[range])),
    );
    if (block.things.length === 1) {
      const [thing] = block.things as [GridItem];
      restyle(
        thing.node,
        thing.style,
        thing.boxes.map((box, range) => ({ ...inFlow(thing, range, box), ...margins[range] })),
      );
      return;
    }
    const laid = block.boxes.map((_, range) => required(gridOf(block.things, range)));
    const id = `${required(block.things[0]).node.id}-grid`;
    const plain: StyleRanges = { rest: block.boxes.map(() => new Map()), others: [] };
    styles[`t${id}`] = changed(
      plain,
      laid.map((grid, range) => ({
        display: 'grid',
        'grid-template-columns': `repeat(${grid.columns}, ${px(grid.width)})`,
        'column-gap': px(grid.columnGap),
        'row-gap': px(grid.rowGap),
        'align-items': 'start',
        ...margins[range],
      })),
      document,
    );
    for (const thing of block.things) grids.set(thing.node.id, { id, style: `t${id}` });
    block.things.forEach((thing, item) => {
      restyle(
        thing.node,
        thing.style,
        thing.boxes.map((box, range) => {
          const [x, y] = required(required(laid[range]).offsets[item]);
          const off = (value: number): string | undefined => (Math.abs(value) > 0.05 ? px(value) : undefined);
          return { ...inFlow(thing, range, box), left: off(x), top: off(y) };
        }),
      );
    });
  });
  const order = blocks.flatMap(({ things }) => things.map(({ node }) => node.id));
  const body = mapTree(document.body, (node) => {
    if (!isElement(node)) return node;
    const restyled = named.has(node.id) ? { ...node, style: required(named.get(node.id)) } : node;
    return node.id === at ? { ...restyled, children: inGrids(restyled, order, grids) } : restyled;
  });
  return { ...document, styles, body };
}

/** How far a block is from the one before it, or from the line above. */
function distances(blocks: readonly Block[], index: number, range: number, way: FlowDirection, frame: Box): Set {
  const boxes = blocks.map((block) => required(block.boxes[range]));
  const [box, before] = [required(boxes[index]), boxes[index - 1]];
  if (way === 'down') return { 'margin-top': px(before ? box[1] - bottom(before) : 0), 'margin-left': px(box[0]) };
  const lines = required(linesOf(boxes));
  const line = required(lines[index]);
  const above = boxes.filter((_, at) => lines[at] === line - 1);
  const top = above.length ? Math.max(...above.map(bottom)) : around(boxes)[1];
  const left = before && lines[index - 1] === line ? right(before) : 0;
  /* What ends a line fills it, so that the next begins anew. */
  const fill =
    lines[index + 1] === line + 1 ? { 'margin-right': px(Math.max(0, frame[2] - right(box) - ROUNDING)) } : {};
  return { 'margin-top': px(box[1] - top), 'margin-left': px(box[0] - left), 'flex-shrink': '0', ...fill };
}

function layoutSet(way: FlowDirection, view: View): Set {
  if (way === 'across') return { display: 'flex', 'flex-wrap': 'wrap', 'align-items': 'flex-start' };
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
  const end = path.findIndex(
    (node, up) => up > 0 && (node.element === 'body' || node.children?.filter(isElement).length !== 1),
  );
  return end < 0 ? path : path.slice(0, end);
}

/** A placed thing in the flow: as large as it was, able to grow, and still what its own content is placed in. */
function inFlow({ node, style }: GridItem, range: number, box: Box): Set {
  const view = new View(required(style.rest[range]), node.element);
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
    ...(isText && height !== undefined && height !== 'auto'
      ? { height: undefined, 'min-height': height.endsWith('px') ? height : px(box[3]) }
      : {}),
    ...(isText && (width === undefined || width === 'auto') ? { width: 'fit-content' } : {}),
  };
}

/** The content of a box in the order in which it is laid out, alike things in a box of their own. */
function inGrids(
  node: ElementNode,
  order: readonly string[],
  grids: ReadonlyMap<string, { readonly id: string; readonly style: string }>,
): PageNode[] {
  const byId = new Map((node.children ?? []).filter(isElement).map((child) => [child.id, child]));
  const nodes: PageNode[] = [];
  const open = new Map<string, ElementNode>();
  for (const id of order) {
    const child = required(byId.get(id));
    const grid = grids.get(id);
    if (!grid) {
      nodes.push(child);
      continue;
    }
    const known = open.get(grid.id);
    const box: ElementNode = known
      ? { ...known, children: [...(known.children ?? []), child] }
      : { id: grid.id, kind: 'grid', name: 'grid', element: 'div', style: grid.style, children: [child] };
    open.set(grid.id, box);
    if (known) nodes[nodes.indexOf(known)] = box;
    else nodes.push(box);
  }
  return nodes;
}
