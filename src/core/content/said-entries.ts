import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';
import { isWords } from '../document/walk.js';
import { starred, type FlatContent } from './values.js';
import { wholeText } from './whole-text.js';

/* What entries of lists say: in the source, and in content. */

/** The paths below each path, so that those of an entry are found without a look at all others. */
const BELOW = new WeakMap<ReadonlyMap<string, unknown>, ReadonlyMap<string, readonly string[]>>();

function pathsBelow(all: ReadonlyMap<string, unknown>, start: string): readonly string[] {
  const known = BELOW.get(all) ?? byStart(all.keys());
  BELOW.set(all, known);
  return known.get(start) ?? [];
}

function byStart(paths: Iterable<string>): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>();
  for (const path of paths)
    for (let at = path.indexOf('.'); at >= 0; at = path.indexOf('.', at + 1)) {
      const start = path.slice(0, at);
      const below = found.get(start);
      if (below) below.push(path);
      else found.set(start, [path]);
    }
  return found;
}

/** The fields that the content has for an entry, by their names from the entry on. */
export function namesUnder(list: string, id: string, { values, lists }: FlatContent): ReadonlySet<string> {
  const start = `${list}.${id}`;
  const place = (path: string): string => starred(path, (text) => lists.has(text));
  /* An empty list or text asks for no place of its own. */
  const said = pathsBelow(values, start).filter((path) => values.get(path) !== '');
  const length = place(start).length + 1;
  return new Set([...said, ...pathsBelow(lists, start)].map((path) => place(path).slice(length)));
}

/** What the content says of an entry, by the names of its fields from the entry on; a mere text has an empty name. */
export function saidUnder(list: string, id: string, { values }: FlatContent): ReadonlyMap<string, string> {
  const start = `${list}.${id}`;
  const own = values.get(start);
  const below = pathsBelow(values, start).map(
    (path) => [path.slice(start.length + 1), values.get(path) ?? ''] as const,
  );
  return new Map([...(own === undefined ? [] : [['', own] as const]), ...below]);
}

/** What an entry of the source says, in the same way. */
export function saidIn(entry: ElementNode, styles: Readonly<Record<string, SharedStyle>>): ReadonlyMap<string, string> {
  const start = `${entry.entry?.list}.${entry.entry?.id}`;
  const found = new Map<string, string>();
  const visit = (node: PageNode): void => {
    if (isWords(node)) {
      if (node.field) found.set(node.field.slice(start.length + 1), node.text.trim());
      return;
    }
    if (node.rich) found.set(node.rich.slice(start.length + 1), wholeText(node, styles));
    node.children?.forEach(visit);
  };
  visit(entry);
  return found;
}
