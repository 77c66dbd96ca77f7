import { hostStyles } from '../page/hosts.js';
import type { ElementNode, PageDocument, PageNode } from '../page/types.js';
import { isElement, isWords } from '../page/walk.js';
import type { Pass } from './pass.js';

/** Elements that mean nothing by themselves. */
const MEANINGLESS = new Set(['div', 'span']);

/**
 * Takes boxes out that do nothing: without a look, an attribute or a meaning, in a place where their children stand
 * just as well. A box without padding and border does not even part margins (CSS 2, section 8.3.1), so nothing moves.
 *
 * Before: `<div><div><p>…</p></div></div>`, after: `<p>…</p>`.
 */
export const wrappers: Pass = {
  name: 'wrappers',
  does: 'takes out boxes that have no look and change nothing by being there',
  run(document) {
    const named = hostStyles(document);
    return { ...document, body: unwrapBelow(document.body, document, named) };
  },
};

function unwrapBelow(node: ElementNode, document: PageDocument, hosts: ReadonlySet<string>): ElementNode {
  if (!node.children) return node;
  const inside = node.children.map((child) => (isElement(child) ? unwrapBelow(child, document, hosts) : child));
  const block = isBlockContainer(node, document);
  const children = inside.flatMap((child): readonly PageNode[] => {
    if (!block || !isElement(child) || !isIdle(child, document, hosts)) return [child];
    return standsAsWell(child, inside) ? (child.children ?? []) : [child];
  });
  return { ...node, children };
}

/** No look, no attribute, no meaning. */
function isIdle(node: ElementNode, document: PageDocument, hosts: ReadonlySet<string>): boolean {
  if (!MEANINGLESS.has(node.element) || node.kind === 'section' || node.attributes || node.markup || node.part)
    return false;
  if (!node.style) return true;
  const style = document.styles[node.style];
  return (
    !hosts.has(node.style) &&
    style !== undefined &&
    !style.variants &&
    Object.keys(style.rest).every((name) => name === 'box-sizing')
  );
}

/** Children of flex boxes, grids and tables are laid out one by one: there a box counts, look or not. */
function isBlockContainer(node: ElementNode, document: PageDocument): boolean {
  if (
    ![
      'body',
      'div',
      'section',
      'article',
      'main',
      'header',
      'footer',
      'aside',
      'nav',
      'li',
      'td',
      'form',
      'blockquote',
      'figure',
    ].includes(node.element)
  )
    return false;
  const style = node.style ? document.styles[node.style] : undefined;
  const sets = style ? [style.rest, ...(style.variants ?? []).filter(({ part }) => !part).map(({ set }) => set)] : [];
  return sets.every(
    (set) =>
      /^(block|flow-root|list-item|table-cell|inline-block|revert|none)?$/.test(set['display'] ?? '') &&
      !set['column-count'] &&
      !set['column-width'],
  );
}

/** A box of blocks among blocks, or the only thing in its parent. */
function standsAsWell(child: ElementNode, siblings: readonly PageNode[]): boolean {
  const children = child.children ?? [];
  if (child.inline) return siblings.length === 1 && children.length > 0 && children.every((one) => !isBlock(one));
  const others = siblings.filter((one) => one !== child);
  if (others.length === 0) return true;
  return others.every(isBlock) && children.length > 0 && children.every(isBlock);
}

function isBlock(node: PageNode): boolean {
  return !isWords(node) && !node.inline;
}
