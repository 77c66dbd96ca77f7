import { walkFields } from '../../content/walk-fields.js';
import { starred } from '../../content/values.js';
import { canBeRich, readsBack } from '../../content/rich.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isWords } from '../../document/walk.js';

/**
 * Entries of a list in which a text is one with words set off wherever it is in one of them: the same field is of the same
 * type in all, in lists within them too.
 */
export function alikeRich(entries: readonly ElementNode[], { styles }: PageDocument): ElementNode[] {
  const rich = new Set<string>();
  eachPlace(entries, (node, place) => node.rich !== undefined && rich.add(place(node.rich)));
  if (rich.size === 0) return [...entries];
  const become = new Map<PageNode, string>();
  eachPlace(entries, (node, place) => {
    const path = onlyText(node);
    if (path !== undefined && rich.has(place(path)) && canBeRich(node) && readsBack(node, styles))
      become.set(node, path);
  });
  const visit = (node: PageNode): PageNode => {
    if (isWords(node)) return node;
    const path = become.get(node);
    if (path === undefined) return node.children ? { ...node, children: node.children.map(visit) } : node;
    const bare = (child: PageNode): PageNode => (isWords(child) ? { kind: 'words', text: child.text } : child);
    return { ...node, rich: path, children: (node.children ?? []).map(bare) };
  };
  return entries.map((entry) => visit(entry) as ElementNode);
}

/** Every element of entries, with what tells the place of a path: the path without the ids of the entries it goes through. */
function eachPlace(
  nodes: readonly PageNode[],
  see: (node: ElementNode, place: (path: string) => string) => void,
  around: ReadonlySet<string> = new Set(),
): void {
  for (const node of nodes) {
    if (isWords(node)) continue;
    const lists = node.entry ? new Set([...around, node.entry.list]) : around;
    see(node, (path) => starred(path, (list) => lists.has(list)));
    eachPlace(node.children ?? [], see, lists);
  }
}

/** The field of an element that is no more than one text, and pictures of no words. */
function onlyText(node: ElementNode): string | undefined {
  if (node.rich !== undefined) return undefined;
  const [path, ...more] = [...walkFields({ ...node, fields: {} })];
  const isOwn = (node.children ?? []).some((child) => isWords(child) && child.field === path);
  return more.length || !isOwn ? undefined : path;
}
