import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../../document/types.js';
import { isElement, mapTree, textOf } from '../../document/walk.js';
import type { Pass } from '../pass.js';

/** Fewer terms are no list. */
const FEWEST = 2;

/**
 * A pass that puts each term of a list of terms together with what is said of it (HTML, 4.4.9 has a `div` for that), so that
 * they can be added, moved and taken out as one. Terms that ask are questions.
 *
 * Before: `dl` with `dt`, `dd`, `dt`, `dd`, after: `dl` with two boxes of `dt` and `dd`.
 */
export const descriptionLists: Pass = {
  name: 'terms',
  does: 'groups each term with its description',
  run(document) {
    const styles: Record<string, SharedStyle> = { ...document.styles };
    const body = mapTree(document.body, (node) => {
      if (!isElement(node) || node.element !== 'dl') return node;
      const groups = groupsOf(node.children ?? []);
      if (!groups || groups.length < FEWEST) return node;
      const asks = groups.every(({ terms: [first] }) => textOf(required(first)).endsWith('?'));
      const flows = isFlow(node, document);
      return { ...node, children: groups.map((group) => together(group, asks, flows, styles)) };
    });
    return { ...document, body, styles };
  },
};

/** A term, or several, with what is said of it. */
interface Group {
  readonly terms: readonly ElementNode[];
  readonly nodes: readonly PageNode[];
}

/** The groups of a list; undefined if something else is in it. */
function groupsOf(children: readonly PageNode[]): Group[] | undefined {
  const groups: { terms: ElementNode[]; nodes: PageNode[] }[] = [];
  let message = true;
  for (const child of children) {
    if (!isElement(child)) {
      if (child.text.trim()) return undefined;
      continue;
    }
    if (child.element === 'dt') {
      if (message) groups.push({ terms: [], nodes: [] });
      groups.at(-1)?.terms.push(child);
    } else if (child.element !== 'dd' || groups.length === 0) return undefined;
    message = child.element === 'dd';
    groups.at(-1)?.nodes.push(child);
  }
  return groups;
}

/** Whether boxes lie below each other in it, so that a box around two of them changes nothing. */
function isFlow({ style }: ElementNode, { styles }: PageDocument): boolean {
  const { rest = {}, variants = [] } = styles[style ?? ''] ?? {};
  return [rest, ...variants.map(({ set }) => set)].every(
    ({ display }) => display === undefined || /^(block|flow-root|list-item|none)$/.test(display),
  );
}

function together(
  { terms: [first], nodes }: Group,
  asks: boolean,
  flows: boolean,
  styles: Record<string, SharedStyle>,
): ElementNode {
  const term = required(first);
  const id = `${term.id}-with`;
  const style = `t${id}`;
  if (!flows) styles[style] = { rest: { display: 'contents' } };
  const from = term.from ? { from: { ...term.from, box: '' } } : {};
  return {
    id,
    kind: asks ? 'question' : 'item',
    name: textOf(term),
    element: 'div',
    ...(flows ? {} : { style }),
    ...from,
    children: nodes,
  };
}
