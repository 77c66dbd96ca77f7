import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isElement, isWords, mapTree } from '../document/walk.js';
import { Joining } from './join.js';
import { PART_KINDS, pieceOf } from './parts.js';

/** The header and the footer of a site, as documents of their own that are filled already. */
export interface Frame {
  readonly header?: PageDocument;
  readonly footer?: PageDocument;
}

/**
 * A page between the header and the footer of its site. Those that it has of its own give way, in their place; so a site
 * has one of each, and a page never shows two.
 */
export function framed(page: PageDocument, frame: Frame): PageDocument {
  const joining = new Joining(page);
  let { body } = page;
  for (const kind of PART_KINDS) {
    const piece = frame[kind];
    if (!piece) continue;
    const nodes = joining.take(piece);
    const own = pieceOf(page, kind);
    if (own) body = mapTree(body, (node) => (isElement(node) && node.id === own.id ? nodes : node));
    else if (kind === 'footer' || !hasMenu(page))
      body = {
        ...body,
        children: kind === 'header' ? [...nodes, ...(body.children ?? [])] : [...(body.children ?? []), ...nodes],
      };
  }
  return joining.done(body);
}

/** Whether a page without a header has a menu of its own outside of its footer: in its first section, as over a picture. */
function hasMenu(page: PageDocument): boolean {
  const footer = pieceOf(page, 'footer');
  const visit = (node: PageNode): boolean =>
    isElement(node) && node.id !== footer?.id && (node.element === 'nav' || (node.children ?? []).some(visit));
  return visit(page.body);
}

/** A page with sections more, after the last one of its own and before its footer. */
export function withSections(page: PageDocument, sections: readonly PageDocument[]): PageDocument {
  if (sections.length === 0) return page;
  const joining = new Joining(page);
  const nodes = sections.flatMap((section) => joining.take(section));
  return joining.done(appended(page.body, nodes));
}

function appended(body: ElementNode, nodes: readonly ElementNode[]): ElementNode {
  const main = find(body, ({ element }) => element === 'main');
  if (main)
    return mapTree(body, (node) =>
      isElement(node) && node.id === main.id ? { ...node, children: [...(node.children ?? []), ...nodes] } : node,
    );
  const footer = find(body, ({ part }) => part === 'footer');
  if (footer) return mapTree(body, (node) => (isElement(node) && node.id === footer.id ? [...nodes, node] : node));
  return { ...body, children: [...(body.children ?? []), ...nodes] };
}

function find(node: PageNode, is: (node: ElementNode) => boolean): ElementNode | undefined {
  if (!isElement(node)) return undefined;
  if (is(node)) return node;
  for (const child of node.children ?? []) {
    const found = find(child, is);
    if (found) return found;
  }
  return undefined;
}

/** Attributes in which the same piece of two pages may differ: where one is, and what it says. */
const SMALL = new Set(['aria-current', 'href', 'src', 'srcset', 'sizes', 'alt', 'title', 'id']);

/** Whether two pieces are the same but for their words, where their links lead, and which entry of a menu is the current one. */
export function isSamePiece(element: ElementNode, other: ElementNode): boolean {
  return shapeOf(element) === shapeOf(other);
}

function shapeOf(node: ElementNode): string {
  const shape = (node: PageNode): unknown => {
    if (isWords(node)) return node.field === undefined ? node.text.trim() : { field: node.field };
    const attributes = Object.entries(node.attributes ?? {}).filter(([name]) => !SMALL.has(name));
    return [
      node.element,
      node.kind,
      node.style,
      node.fields,
      node.rich,
      node.entry,
      node.markup,
      attributes,
      (node.children ?? []).map(shape),
    ];
  };
  return JSON.stringify(shape(node));
}
