import type { ElementNode, PageNode, WordsNode } from './types.js';

export function isElement(node: PageNode): node is ElementNode {
  return node.kind !== 'words';
}

export function isWords(node: PageNode): node is WordsNode {
  return node.kind === 'words';
}

export function childrenOf(node: PageNode): readonly PageNode[] {
  return isElement(node) ? (node.children ?? []) : [];
}

/** Every node below and including `node`, parents before children, in the order of the page. */
export function* walk(node: PageNode): Generator<PageNode> {
  yield node;
  for (const child of childrenOf(node)) yield* walk(child);
}

/** Every element below and including `node`. */
export function* elements(node: PageNode): Generator<ElementNode> {
  for (const entry of walk(node)) if (isElement(entry)) yield entry;
}

/**
 * A copy of the tree with each node replaced by what `change` returns for it, children first.
 * `change` may return several nodes (the node is replaced by them) or none (it is dropped).
 */
export function mapTree(node: ElementNode, change: (node: PageNode) => PageNode | readonly PageNode[]): ElementNode {
  const visit = (node: PageNode): readonly PageNode[] => {
    const result = change(
      isElement(node) && node.children ? { ...node, children: node.children.flatMap(visit) } : node,
    );
    return Array.isArray(result) ? (result as readonly PageNode[]) : [result as PageNode];
  };
  const [only, ...rest] = visit(node);
  if (!only || rest.length || !isElement(only)) throw new Error('The root of a page must remain one element.');
  return only;
}

/** The words below a node as one line. Words of different blocks stay apart; of several wordings the first counts. */
export function textOf(node: PageNode): string {
  return joinText(node).replace(/\s+/g, ' ').trim();
}

function joinText(node: PageNode): string {
  if (isWords(node)) return node.text;
  const inside = (node.children ?? [])
    .map((child) => (isElement(child) && child.otherwise ? '' : joinText(child)))
    .join('');
  return node.inline || node.kind === 'run' ? inside : ` ${inside} `;
}
