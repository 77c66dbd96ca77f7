import type { FlatContent } from './values.js';

/**
 * What the client wrote stays; fields and lists that nobody touched are as the source has them now.
 * @param now what the source says now
 * @param before what it said when the client got it
 * @param written what the client wrote
 */
export function mergeContent(now: FlatContent, before: FlatContent, written: FlatContent): FlatContent {
  const touched = [...written.lists].filter(([path, ids]) => ids.join() !== before.lists.get(path)?.join());
  const lists = new Map([...now.lists, ...touched]);
  const own = [...written.values].filter(([path, value]) => value !== before.values.get(path) || touched.some(([list]) => path.startsWith(`${list}.`))); // prettier-ignore
  const inTouched = (path: string): boolean => touched.some(([list]) => path.startsWith(`${list}.`));
  return { lists, values: new Map([...[...now.values].filter(([path]) => !inTouched(path)), ...own]) };
}
