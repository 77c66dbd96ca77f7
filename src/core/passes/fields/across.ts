import { originalValues } from '../../content/content.js';
import { FLAGS } from '../../content/looks.js';
import { LOOK } from '../../content/values.js';
import type { FieldRule } from '../../page/field-rules.js';
import type { PageDocument } from '../../page/types.js';
import { NameGiver } from '../../page/words.js';
import { SITE, standingIn, type Standing } from './facts.js';
import { mapFields } from './paths.js';

/** A fact of a page of several. */
interface Placed extends Standing {
  readonly page: number;
}

/**
 * Makes one field of menus and facts that stand on several pages, and gives every field of the site one meaning on all of
 * them. Which entry of a menu stands out is each page's own.
 * @returns the pages in their order
 */
export function factsAcross(documents: readonly PageDocument[]): PageDocument[] {
  if (documents.length < 2) return [...documents];
  const groups = new Map<string, Placed[]>();
  documents.forEach((document, page) => {
    for (const one of standingIn(originalValues(document), true))
      groups.set(one.says, [...(groups.get(one.says) ?? []), { ...one, page }]);
  });
  const giver = new NameGiver();
  const moves = documents.map(() => new Map<string, string>());
  const looks = documents.map(() => new Set<string>());
  for (const group of groups.values()) {
    const pages = new Set(group.map(({ page }) => page));
    const known = group.some(({ path }) => isOfSite(path));
    const inFrame = group.some(({ path }) => /^(header|footer)\./.test(path));
    if (pages.size < 2 ? !known : group[0]?.frame && !inFrame && !known) continue;
    const path = `${SITE}.${giver.give((group[0] as Standing).name)}`;
    for (const one of group) moves[one.page]?.set(one.path, path);
    if (new Set(group.map(({ looks: own }) => own)).size > 1) for (const { page } of group) looks[page]?.add(path);
  }
  return documents.map((document, page) => {
    const own = moves[page] as ReadonlyMap<string, string>;
    const moved = own.size ? mapFields(document, (path) => movedBy(own, path)) : document;
    return withOwnLooks(moved, looks[page] as ReadonlySet<string>);
  });
}

/** Paths of the site that more than one of some pages have: fields and lists. */
export function sharedPaths(documents: readonly PageDocument[]): ReadonlySet<string> {
  const counts = new Map<string, number>();
  for (const document of documents) {
    const { values, lists } = originalValues(document);
    for (const path of new Set([...values.keys(), ...lists.keys()])) if (isOfSite(path)) counts.set(path, (counts.get(path) ?? 0) + 1); // prettier-ignore
  }
  return new Set([...counts].filter(([, count]) => count > 1).map(([path]) => path));
}

export function isOfSite(path: string): boolean {
  return path.startsWith(`${SITE}.`);
}

function movedBy(moves: ReadonlyMap<string, string>, path: string): string {
  for (const [from, to] of moves)
    if (path === from || path.startsWith(`${from}.`)) return `${to}${path.slice(from.length)}`;
  return path;
}

/** Says of lists that which look an entry has is not the client's to say. */
function withOwnLooks(document: PageDocument, lists: ReadonlySet<string>): PageDocument {
  if (lists.size === 0) return document;
  const hidden = [...lists].flatMap((list) => [LOOK, ...FLAGS].map((name): [string, FieldRule] => [`${list}.*.${name}`, { hidden: true }])); // prettier-ignore
  return { ...document, fieldRules: { ...document.fieldRules, ...Object.fromEntries(hidden) } };
}
