import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isElement, isWords, mapTree } from '../document/walk.js';

/**
 * Attributes that tell an editor what can be changed where: `data-field` has the path of the field of an element's own words,
 * `data-field-NAME` that of the field of its attribute NAME, `data-entry` the list and the id of an entry.
 * @param say how a path is written
 */
export function marksOf(node: ElementNode, say: (path: string) => string = (path) => path): Record<string, string> {
  const words = node.children?.find(
    (child): child is PageNode & { field: string } => isWords(child) && child.field !== undefined,
  );
  const own = node.rich ?? words?.field;
  return {
    ...(own === undefined ? {} : { 'data-field': say(own) }),
    ...Object.fromEntries(Object.entries(node.fields ?? {}).map(([name, path]) => [`data-field-${name}`, say(path)])),
    ...(node.entry ? { 'data-entry': say(`${node.entry.list}.${node.entry.id}`) } : {}),
  };
}

/** A page with its editable places marked. */
export function withMarks(document: PageDocument): PageDocument {
  const body = mapTree(document.body, (node) => {
    if (!isElement(node)) return node;
    const marks = marksOf(node);
    return Object.keys(marks).length ? { ...node, attributes: { ...node.attributes, ...marks } } : node;
  });
  return { ...document, body };
}
