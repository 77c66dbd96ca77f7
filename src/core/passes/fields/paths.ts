import { originalValues } from '../../content/source-values.js';
import { walkFields } from '../../content/walk-fields.js';
import type { PageDocument, PageNode } from '../../document/types.js';
import { elements, isWords, mapTree } from '../../document/walk.js';

/** The paths of a page's fields and lists, and how they are given others. */
export interface Paths {
  /** Fields that stand in an element, and lists. */
  readonly placed: ReadonlySet<string>;
  readonly fields: ReadonlySet<string>;
  /** With the ids of their entries. */
  readonly lists: ReadonlyMap<string, readonly string[]>;
}

export function pathsIn(document: PageDocument): Paths {
  const { body } = document;
  const lists = new Map<string, string[]>();
  for (const { entry } of elements(body))
    if (entry) lists.set(entry.list, [...(lists.get(entry.list) ?? []), entry.id]);
  const placed = [...walkFields(body)];
  return {
    fields: new Set([...originalValues(document).values.keys(), ...placed]),
    placed: new Set([...placed, ...lists.keys()]),
    lists,
  };
}

/** A path and every path on the way to it. */
export function startsOf(path: string): string[] {
  const parts = path.split('.');
  return parts.map((_, at) => parts.slice(0, at + 1).join('.'));
}

/** The page with each path replaced by what `change` makes of it; a field without a path is none any more. */
export function mapFields(document: PageDocument, change: (path: string) => string | undefined): PageDocument {
  const body = mapTree(document.body, (node: PageNode) => {
    if (isWords(node)) {
      const { field, ...rest } = node;
      const path = field === undefined ? undefined : change(field);
      return path === undefined ? rest : { ...rest, field: path };
    }
    const { fields, rich, entry, ...rest } = node;
    const own = Object.entries(fields ?? {}).flatMap(([attribute, path]) => {
      const now = change(path);
      return now === undefined ? [] : [[attribute, now]];
    });
    const text = rich === undefined ? undefined : change(rich);
    const list = entry === undefined ? undefined : change(entry.list);
    return {
      ...rest,
      ...(own.length ? { fields: Object.fromEntries(own) as Record<string, string> } : {}),
      ...(text === undefined ? {} : { rich: text }),
      ...(entry && list !== undefined ? { entry: { ...entry, list } } : {}),
    };
  });
  return { ...document, body };
}
