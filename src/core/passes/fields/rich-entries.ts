import { walkFields } from '../../content/content.js';
import { canBeRich, readsBack } from '../../content/rich.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { elements, isElement, isWords } from '../../document/walk.js';

/**
 * Entries of a list in which a text is one with words set off wherever it is in one of them: the same field is of the same
 * type in all.
 */
export function alikeRich(entries: readonly ElementNode[], { styles }: PageDocument): ElementNode[] {
  const start = ({ entry }: ElementNode): string => `${entry?.list}.${entry?.id}`;
  const rich = new Set(
    entries.flatMap((entry) =>
      [...elements(entry)].flatMap((node) =>
        node.rich?.startsWith(start(entry)) ? [node.rich.slice(start(entry).length)] : [],
      ),
    ),
  );
  if (rich.size === 0) return [...entries];
  return entries.map((entry) => {
    const visit = (node: PageNode): PageNode => {
      if (isWords(node)) return node;
      const path = onlyText(node);
      if (path !== undefined && rich.has(path.slice(start(entry).length)) && canBeRich(node) && readsBack(node, styles))
        return {
          ...node,
          rich: path,
          children: (node.children ?? []).map((child) =>
            isWords(child) ? { kind: 'words', text: child.text } : child,
          ),
        };
      return node.children ? { ...node, children: node.children.map(visit) } : node;
    };
    return visit(entry) as ElementNode;
  });
}

/** The field of an element that is no more than one text. */
function onlyText(node: ElementNode): string | undefined {
  if (node.rich !== undefined || (node.children ?? []).some(isElement)) return undefined;
  const [path, ...more] = [...walkFields({ ...node, fields: {} })];
  return more.length ? undefined : path;
}
