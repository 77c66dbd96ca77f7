import { HEADING_ELEMENTS } from '../../html-elements/headings.js';
import type { Kind } from '../../document/element-kinds.js';
import { bottom, right, type Box } from '../../geometry/box.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import type { Boxes, Pass } from '../pass.js';

/**
 * Tells rows and grids that are made with floats, with boxes in a line, or with a table that holds no data, from plain
 * boxes, and the columns in every row.
 *
 * Before: `box (float: left) + box (float: left)` in a `box`, after: a `row` of two `column`s.
 */
export const columns: Pass = {
  name: 'columns',
  does: 'recognises rows, grids and columns made with floats, inline boxes or tables',
  run(document, { boxes }) {
    const body = mapTree(document.body, (node) => (isElement(node) ? laidOut(node, document, boxes) : node));
    return {
      ...document,
      body: mapTree(body, (node) =>
        isElement(node) && (node.kind === 'row' || node.kind === 'grid') ? withColumns(node) : node,
      ),
    };
  },
};

function laidOut(node: ElementNode, document: PageDocument, boxes: Boxes): ElementNode {
  if (node.element === 'table' && (node.kind === 'table' || node.kind === 'section') && holdsNoData(node))
    return withoutData(node);
  if (node.kind !== 'box' && node.kind !== 'section') return node;
  const kind = layoutOf(node, document, boxes);
  if (!kind) return node;
  const parted = kind === 'stack' ? node : withColumns(node);
  return { ...parted, ...(node.kind === 'box' ? { kind } : {}) };
}

/** How a box lays out what it holds, if not from top to bottom. */
function layoutOf(node: ElementNode, document: PageDocument, boxes: Boxes): Kind | undefined {
  const { display = '', 'flex-direction': direction = 'row' } = document.styles[node.style ?? '']?.rest ?? {};
  if (display.includes('grid')) return 'grid';
  if (display.includes('flex')) return direction.startsWith('column') ? 'stack' : 'row';
  const inside = (node.children ?? []).filter(isElement);
  const beside = inside.filter((child) => standsBeside(child, document));
  if (beside.length < 2 || beside.length < inside.length - 1) return undefined;
  const lines = linesOf(beside.map(({ id }) => boxes.get(id)).filter((box) => box !== undefined));
  if (!lines.some((line) => line.length > 1)) return undefined;
  return isGrid(lines) ? 'grid' : 'row';
}

/** Laid beside what comes before it: floats, and blocks in a line. */
function standsBeside({ style, inline, kind }: ElementNode, { styles }: PageDocument): boolean {
  const rest = styles[style ?? '']?.rest ?? {};
  if (/^(left|right|inline-start|inline-end)$/.test(rest['float'] ?? '')) return true;
  return /^(inline-block|table-cell)$/.test(rest['display'] ?? '') && !(inline && kind === 'run');
}

/** Boxes that share a height are in one line; lines from top to bottom. */
function linesOf(boxes: readonly Box[]): Box[][] {
  const lines: Box[][] = [];
  const shown = boxes.filter(([, , width, height]) => width > 0 && height > 0);
  for (const box of [...shown].sort((a, b) => a[1] - b[1] || a[0] - b[0])) {
    const line = lines.find((line) => line.every((other) => box[1] < bottom(other) && isApart(box, other)));
    if (line) line.push(box);
    else lines.push([box]);
  }
  return lines;
}

/** Rounding of places in a browser; px. */
const SLACK = 1;

function isApart(a: Box, b: Box): boolean {
  return a[0] >= right(b) - SLACK || b[0] >= right(a) - SLACK;
}

/** Several lines of boxes that are equally wide. */
function isGrid(lines: readonly (readonly Box[])[]): boolean {
  const widths = lines.flat().map(([, , width]) => width);
  return lines.length > 1 && Math.max(...widths) - Math.min(...widths) <= SLACK * 2;
}

/** A row or a grid with its items as columns, those that hold several things. */
function withColumns(node: ElementNode): ElementNode {
  const children = node.children?.map((child) =>
    isElement(child) && child.kind === 'box' && (child.children ?? []).filter(isElement).length > 1
      ? { ...child, kind: 'column' as const }
      : child,
  );
  return children ? { ...node, children } : node;
}

const SAYS_DATA = new Set(['th', 'caption', 'thead', 'tfoot']);
/** Things that no cell of a table of data holds. */
const SAYS_LAYOUT = new Set<string>([
  'table',
  ...HEADING_ELEMENTS,
  'form',
  'nav',
  'section',
  'article',
  'header',
  'footer',
  'hr',
]);

/** A table that only lays out: it says so (ARIA `presentation`), or has no heads and cells of more than data. */
function holdsNoData(table: ElementNode): boolean {
  if (/^(presentation|none)$/.test(table.attributes?.['role'] ?? '')) return true;
  const inside = [...ownElements(table)];
  if (table.attributes?.['role'] || inside.some(({ element }) => SAYS_DATA.has(element))) return false;
  const rows = inside.filter(({ element }) => element === 'tr');
  const widest = Math.max(0, ...rows.map(({ children = [] }) => children.filter(isElement).length));
  const words = textOf(table).length > 0;
  return inside.some(({ element }) => SAYS_LAYOUT.has(element)) || (words && (rows.length < 2 || widest < 2));
}

/** The elements of a table: those of tables in it are theirs. */
function* ownElements(node: ElementNode): Generator<ElementNode> {
  for (const child of node.children ?? []) {
    if (!isElement(child)) continue;
    yield child;
    if (child.element !== 'table') yield* ownElements(child);
  }
}

const CELL_KINDS: Readonly<Record<string, Kind>> = { tbody: 'box', tr: 'row', td: 'column' };

/** The table as rows and columns; to those who do not see it, it is none (ARIA 1.2, `presentation`). */
function withoutData(table: ElementNode): ElementNode {
  const rows = [...elements(table)].filter(({ kind, element }) => element === 'tr' && kind === 'table-part').length;
  const cells = (node: ElementNode): ElementNode => ({
    ...node,
    ...(node.kind === 'table-part' ? { kind: CELL_KINDS[node.element] ?? node.kind } : {}),
    ...(node.children
      ? { children: node.children.map((child) => (isElement(child) && child.kind !== 'table' ? cells(child) : child)) }
      : {}),
  });
  const kind = table.kind === 'section' ? 'section' : rows > 1 ? 'grid' : 'row';
  return { ...cells(table), kind, attributes: { ...table.attributes, role: 'presentation' } };
}
