import { required } from '../data/required.js';
import type { PageDocument } from '../document/types.js';
import { originalValues } from './source-values.js';
import { flatten, nest, type Content, type FlatContent } from './values.js';

/* Content that several pages have in common, which is said once for all of them. */

/** Whether content says something of a path, or holds the list that it is in. */
export function covers({ values, lists }: FlatContent, path: string): boolean {
  return values.has(path) || lists.has(path) || [...lists.keys()].some((list) => path.startsWith(`${list}.`));
}

/** What of content is meant for some paths, or for what is in their lists. */
function only({ values, lists }: FlatContent, isMeant: (path: string) => boolean): FlatContent {
  const part = <Value>(map: ReadonlyMap<string, Value>): Map<string, Value> =>
    new Map([...map].filter(([path]) => isMeant(path)));
  return { values: part(values), lists: part(lists) };
}

/** What a page knows of content: its fields, and all that is in its lists. */
export function knownOf(content: FlatContent, document: PageDocument): FlatContent {
  const source = originalValues(document);
  return only(content, (path) => covers(source, path));
}

/** Content that none of some pages knows. */
export function unknownOf(content: FlatContent, documents: readonly PageDocument[]): FlatContent {
  const sources = documents.map(originalValues);
  return only(content, (path) => !sources.some((source) => covers(source, path)));
}

/** Content without what is in common, and that alone. */
export function partContent(
  content: Content,
  isShared: (path: string) => boolean,
): { readonly own: Content; readonly shared: Content } {
  const flat = flatten(content);
  return { own: nest(only(flat, (path) => !isShared(path))), shared: nest(only(flat, isShared)) };
}

/** The content of a page: its own, and what it has of what is in common. */
export function wholeOf(own: Content, common: FlatContent, document: PageDocument): Content {
  if (common.values.size === 0 && common.lists.size === 0) return own;
  const free = only(flatten(own), (path) => !covers(common, path));
  const known = knownOf(common, document);
  return nest({ values: new Map([...free.values, ...known.values]), lists: new Map([...free.lists, ...known.lists]) });
}

/** What several pages have in common, once: what a client wrote goes before the words of the source. @param parts of each page */
export function commonOf(parts: readonly Content[], documents: readonly PageDocument[]): FlatContent {
  const [values, lists] = [new Map<string, string>(), new Map<string, readonly string[]>()];
  parts.forEach((part, at) => {
    const [own, source] = [flatten(part), originalValues(required(documents[at]))];
    const touched = (list: string): boolean => own.lists.get(list)?.join() !== source.lists.get(list)?.join();
    for (const [path, ids] of own.lists) if (!lists.has(path) || touched(path)) lists.set(path, ids);
    for (const [path, value] of own.values)
      if (!values.has(path) || value !== source.values.get(path)) values.set(path, value);
  });
  return { values, lists };
}

/** One content over another: what the upper has of a list goes for all of the list. */
export function over(lower: FlatContent, upper: FlatContent): FlatContent {
  const kept = [...lower.values].filter(
    ([path]) => ![...upper.lists.keys()].some((list) => path.startsWith(`${list}.`)),
  );
  return { values: new Map([...kept, ...upper.values]), lists: new Map([...lower.lists, ...upper.lists]) };
}
