import type { PageNode } from '../document/types.js';
import { isWords } from '../document/walk.js';

/** The paths of all fields in a part of a page. */
export function* walkFields(node: PageNode): Generator<string> {
  if (isWords(node)) {
    if (node.field) yield node.field;
    return;
  }
  yield* Object.values(node.fields ?? {});
  if (node.rich) yield node.rich;
  for (const child of node.children ?? []) yield* walkFields(child);
}
