import { canBeRich, readsBack } from '../content/rich.js';
import type { ElementNode, PageNode } from '../page/types.js';
import { elements, isElement, isWords, mapTree, textOf, walk } from '../page/walk.js';
import type { Pass } from './pass.js';

const TEXTS = new Set(['p', 'li', 'dd', 'figcaption', 'blockquote', 'td', 'div', 'address']);

/**
 * A pass that makes one field of each long text, in which a client may set words off, instead of one for each run.
 * @param from from how many words on
 */
export function richTextsPass(from: number): Pass {
  return {
    name: 'rich-texts',
    does: 'makes one field of each text in which words may be set off',
    run(document) {
      const body = mapTree(document.body, (node) =>
        isElement(node) && isRich(node, from) && canBeRich(node, document.styles) && readsBack(node, document.styles)
          ? asRich(node)
          : node,
      );
      return { ...document, body };
    },
  };
}

function isRich(node: ElementNode, from: number): boolean {
  if (!TEXTS.has(node.element) || !node.children?.some((child) => isWords(child) && child.text.trim())) return false;
  return textOf(node).split(/\s+/).length >= from && fieldsIn(node).length > 0;
}

function fieldsIn(node: ElementNode): string[] {
  return [...walk(node)].flatMap((one) => (isWords(one) && one.field ? [one.field] : []));
}

/** The text with the field of its first words for all of it. */
function asRich(node: ElementNode): ElementNode {
  const bare = (one: PageNode): PageNode => {
    if (isWords(one)) return { kind: 'words', text: one.text };
    const { fields: _, rich: __, ...rest } = one;
    return { ...rest, ...(one.children ? { children: one.children.map(bare) } : {}) };
  };
  const own = { ...node, rich: fieldsIn(node)[0] as string };
  return { ...own, children: (node.children ?? []).map(bare) };
}

/** The texts of a page in which words may be set off. */
export function richTextsOf(body: ElementNode): ElementNode[] {
  return [...elements(body)].filter(({ rich }) => rich !== undefined);
}
