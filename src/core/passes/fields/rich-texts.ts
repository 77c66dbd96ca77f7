import { canBeRich, readsBack } from '../../content/rich.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isElement, isWords, textOf } from '../../document/walk.js';
import { EDITABLE, TEXTS } from './field-attributes.js';
import { hasFigure, isDecoration, isOrnament } from './roles.js';

/**
 * Whether a text is one field, in which words may be set off.
 * @param richFrom from how many words on it is one; undefined if that is where some are set off in the source
 */
export function isRich(node: ElementNode, { styles }: PageDocument, richFrom: number | undefined): boolean {
  const children = node.children ?? [];
  const hasWords = children.some((child) => isWords(child) && child.text.trim());
  if (node.kind === 'run' || !TEXTS.has(node.element) || !hasWords) return false;
  const isSaid = (child: PageNode): boolean => isWords(child) && child.text.trim() !== '';
  /* A sign before or after the words leaves them one text; one in the middle of them does not. */
  const hasRuns = children.some((child) => isElement(child) && textOf(child)) || children.filter(isSaid).length > 1;
  if (richFrom === undefined ? !hasRuns : textOf(node).split(/\s+/).length < richFrom) return false;
  return !hasFigure(node, styles) && canBeRich(node) && readsBack(node, styles);
}

/** An entry that is no more than one text, with the path of the entry as its field; undefined if it is more. */
export function plainEntry(
  entry: ElementNode,
  path: string,
  isText: (node: ElementNode) => boolean,
): ElementNode | undefined {
  let texts = 0;
  const visit = (node: PageNode): PageNode => {
    if (isWords(node)) {
      if (isOrnament(node.text)) return node;
      texts += 1;
      return { ...node, field: path };
    }
    if (isText(node)) {
      texts += 1;
      return { ...node, rich: path };
    }
    if (EDITABLE[node.element] && !isDecoration(node)) texts += 2;
    return node.children ? { ...node, children: node.children.map(visit) } : node;
  };
  const element = visit(entry) as ElementNode;
  return texts === 1 ? element : undefined;
}
