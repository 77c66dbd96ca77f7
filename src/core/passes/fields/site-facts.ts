import { required } from '../../data/required.js';
import { originalValues } from '../../content/source-values.js';
import { FLAGS } from '../../content/looks.js';
import { LOOK, type FlatContent } from '../../content/values.js';
import type { FieldRule } from '../../document/field-rules.js';
import type { PageDocument } from '../../document/types.js';
import { NameGiver } from '../../text/words.js';
import { SITE, standingIn, type FactPlace } from './repeated-facts.js';
import { mapFields } from './paths.js';

/** A fact of a page of several. */
interface PlacedFact extends FactPlace {
  readonly page: number;
}

/**
 * Makes one field of menus and facts that stand on several pages, and gives every field of the site one meaning on all of
 * them. Which entry of a menu stands out is each page's own.
 * @returns the pages in their order
 */
export function factsAcross(documents: readonly PageDocument[]): PageDocument[] {
  if (documents.length < 2) return [...documents];
  const groups = new Map<string, PlacedFact[]>();
  documents.forEach((document, page) => {
    for (const standing of standingIn(originalValues(document), true))
      groups.set(standing.says, [...(groups.get(standing.says) ?? []), { ...standing, page }]);
  });
  const giver = new NameGiver();
  for (const name of namesTaken(documents, groups)) giver.give(name);
  const moves = documents.map(() => new Map<string, string>());
  const looks = documents.map(() => new Set<string>());
  for (const group of groups.values()) {
    const pages = new Set(group.map(({ page }) => page));
    const known = group.find(({ path }) => isOfSite(path));
    const inFrame = group.some(({ path }) => /^(header|footer)\./.test(path));
    if (pages.size < 2 ? !known : group[0]?.frame && !inFrame && !known) continue;
    const name = known?.path.slice(SITE.length + 1) ?? required(group[0]).name;
    const path = `${SITE}.${giver.give(name)}`;
    for (const entry of group) moves[entry.page]?.set(entry.path, path);
    if (new Set(group.map(({ looks: own }) => own)).size > 1) for (const { page } of group) looks[page]?.add(path);
  }
  return documents.map((document, page) => {
    const own = required(moves[page]);
    const rules = Object.entries(document.fieldRules ?? {}).map(([path, rule]) => [movedBy(own, path), rule] as const);
    const moved = own.size
      ? {
          ...mapFields(document, (path) => movedBy(own, path)),
          ...(rules.length ? { fieldRules: Object.fromEntries(rules) } : {}),
        }
      : document;
    return withOwnLooks(moved, required(looks[page]));
  });
}

/** What of the site more than one of some pages have, and all of them that have it say alike: fields, and lists with what is in them. */
export function sharedContent(documents: readonly PageDocument[]): FlatContent {
  const sources = documents.map((document) => originalValues(document));
  const [values, lists] = [new Map<string, string>(), new Map<string, readonly string[]>()];
  const isShared = (path: string, says: (source: FlatContent) => string | undefined): boolean => {
    const texts = sources.map(says).filter((text) => text !== undefined);
    return isOfSite(path) && texts.length > 1 && new Set(texts).size === 1;
  };
  const isIn = (path: string): boolean => [...lists.keys()].some((list) => path.startsWith(`${list}.`));
  for (const source of sources) {
    for (const [path, ids] of source.lists)
      if (isShared(path, (flatContent) => listSays(flatContent, path))) lists.set(path, ids);
    for (const [path, value] of source.values)
      if (isIn(path) || (!isEntryOf(source, path) && isShared(path, (flatContent) => flatContent.values.get(path))))
        values.set(path, value);
  }
  return { values, lists };
}

/** A list with all that is in it, as one text. */
function listSays({ values, lists }: FlatContent, path: string): string | undefined {
  const below = ([text]: readonly [string, unknown]): boolean => text === path || text.startsWith(`${path}.`);
  return lists.has(path) ? JSON.stringify([[...lists].filter(below), [...values].filter(below)]) : undefined;
}

function isEntryOf({ lists }: FlatContent, path: string): boolean {
  return [...lists.keys()].some((list) => path.startsWith(`${list}.`));
}

/** Names of the site that something else has: what a person put there. */
function namesTaken(
  documents: readonly PageDocument[],
  groups: ReadonlyMap<string, readonly FactPlace[]>,
): Set<string> {
  const standing = [...groups.values()].flat().map(({ path }) => path);
  const isStanding = (path: string): boolean => standing.some((text) => path === text || path.startsWith(`${text}.`));
  const all = documents.flatMap((document) => {
    const { values, lists } = originalValues(document);
    return [...values.keys(), ...lists.keys()];
  });
  return new Set(all.flatMap((path) => (isOfSite(path) && !isStanding(path) ? [required(path.split('.')[1])] : [])));
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
  const hidden = [...lists].flatMap((list) =>
    [LOOK, ...FLAGS].map((name): [string, FieldRule] => [`${list}.*.${name}`, { hidden: true }]),
  );
  return { ...document, fieldRules: { ...document.fieldRules, ...Object.fromEntries(hidden) } };
}
