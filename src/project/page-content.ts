import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { nest, flatten, type Content, type FlatContent } from '../core/content/values.js';
import { readContentFile } from './content-file.js';

/*
 * What fills a page: the values of its own file, and those that several pages have in common, which stand once in a file of
 * the site. Names of pages begin with a letter or a digit, so no page has that file.
 */

const SITE_FILE = '_site.yaml';

export function contentFileOf(project: string, page: string): string {
  return join(project, 'content', `${page}.yaml`);
}

export function siteFileOf(project: string): string {
  return join(project, 'content', SITE_FILE);
}

/** The path of the file in a project. */
export const SITE_CONTENT = `content/${SITE_FILE}`;

/** What several pages have in common. @throws Problem for a file that cannot be read */
export function readSiteContent(project: string): FlatContent {
  const file = siteFileOf(project);
  return flatten(existsSync(file) ? readContentFile(file) : {});
}

/** The content of a page, with what it has in common with others. @param known paths of the fields and lists that it has @throws Problem */
export function readPageContent(project: string, page: string, known: ReadonlySet<string>): Content {
  const own = readContentFile(contentFileOf(project, page));
  const shared = readSiteContent(project);
  if (shared.values.size === 0 && shared.lists.size === 0) return own;
  const { values, lists } = flatten(own);
  const mine = knownOf(shared, known);
  const isFree = ([path]: readonly [string, unknown]): boolean => !covers(shared, path);
  return nest({ values: new Map([...[...values].filter(isFree), ...mine.values]), lists: new Map([...[...lists].filter(isFree), ...mine.lists]) }); // prettier-ignore
}

/** What a page knows of content: its fields, and all that is in its lists. */
export function knownOf({ values, lists }: FlatContent, known: ReadonlySet<string>): FlatContent {
  const own = [...lists.keys()].filter((list) => known.has(list));
  const isKnown = ([path]: readonly [string, unknown]): boolean => known.has(path) || own.some((list) => path.startsWith(`${list}.`)); // prettier-ignore
  return { values: new Map([...values].filter(isKnown)), lists: new Map([...lists].filter(isKnown)) };
}

/** Whether content says something of a path, or holds the list that it is in. */
export function covers({ values, lists }: FlatContent, path: string): boolean {
  return values.has(path) || lists.has(path) || [...lists.keys()].some((list) => path.startsWith(`${list}.`));
}

/** Content without what is in common, and that alone. */
export function partContent(
  content: Content,
  isShared: (path: string) => boolean,
): { readonly own: Content; readonly shared: Content } {
  const { values, lists } = flatten(content);
  const only = (wanted: boolean): Content => {
    const part = <Value>(map: ReadonlyMap<string, Value>): Map<string, Value> => new Map([...map].filter(([path]) => isShared(path) === wanted)); // prettier-ignore
    return nest({ values: part(values), lists: part(lists) });
  };
  return { own: only(false), shared: only(true) };
}
