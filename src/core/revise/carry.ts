import { originalValues } from '../content/source-values.js';
import { freeName } from '../text/free-name.js';
import type { PageDocument, PageNode, SharedStyle } from '../document/types.js';
import { isElement, isWords, mapTree, walk } from '../document/walk.js';
import type { Matched } from './match.js';
import { fieldPairs, Paths, Votes } from './paths.js';

/** A new version of a page in which everything is called as it was: elements, fields, entries of lists, styles. */
export interface Carried {
  readonly document: PageDocument;
  /** What elements are called in the new version by itself, and what they are called now; only where that differs. */
  readonly ids: ReadonlyMap<string, string>;
  /** Fields that could not keep their names, since they came into a list or out of one: what they were called, and are. */
  readonly moved: ReadonlyMap<string, string>;
}

/** Gives a new version the names of the old one, so that what people decided, wrote and adjusted finds its place. */
export function carryNames(before: PageDocument, after: PageDocument, matched: Matched): Carried {
  const ids = idsFor(matched);
  const [old, now] = [originalValues(before), originalValues(after)];
  const paths = new Paths(matched.matches, now.lists, old.lists);
  const fields = fieldsFor(after, paths);
  const field = (path: string): string => fields.get(path) ?? path;
  const styles = stylesFor(matched, after, before);
  const style = (name: string): string => styles.get(name) ?? name;
  const lists = new Map([...now.lists.keys()].map((list) => [list, paths.of(list)]));
  const renamed = (node: PageNode): PageNode => {
    if (isWords(node)) return node.field === undefined ? node : { ...node, field: field(node.field) };
    const entry = node.entry && {
      list: lists.get(node.entry.list) ?? node.entry.list,
      id: paths.of(`${node.entry.list}.${node.entry.id}`).split('.').at(-1) ?? node.entry.id,
    };
    return {
      ...node,
      id: ids.get(node.id) ?? node.id,
      ...(node.style === undefined ? {} : { style: style(node.style) }),
      ...(node.difference === undefined ? {} : { difference: style(node.difference) }),
      ...(entry ? { entry } : {}),
      ...(node.fields
        ? { fields: Object.fromEntries(Object.entries(node.fields).map(([name, path]) => [name, field(path)])) }
        : {}),
      ...(node.rich === undefined ? {} : { rich: field(node.rich) }),
    };
  };
  const rules =
    after.fieldRules &&
    Object.fromEntries(
      Object.entries(after.fieldRules).map(([path, rule]) => [fields.get(path) ?? paths.ofPattern(path), rule]),
    );
  const document: PageDocument = {
    ...after,
    name: before.name,
    ...(after.rootStyle === undefined ? {} : { rootStyle: style(after.rootStyle) }),
    styles: Object.fromEntries(
      Object.entries(after.styles).map(([name, sharedStyle]) => [style(name), withHosts(sharedStyle, style)]),
    ),
    ...(rules ? { fieldRules: rules } : {}),
    body: mapTree(after.body, renamed),
  };
  const kept = new Set(fields.values());
  const moved = matched.matches
    .flatMap((match) => fieldPairs(match.old.node, match.now.node))
    .map(([was, is]): [string, string] => [was, field(is)])
    .filter(([was, is]) => was !== is && !kept.has(was));
  return { document, moved: new Map(moved), ids: new Map([...ids].filter(([from, to]) => from !== to)) };
}

function withHosts({ rest, variants }: SharedStyle, style: (name: string) => string): SharedStyle {
  const own = variants?.map((variant) =>
    variant.within ? { ...variant, within: { ...variant.within, style: style(variant.within.style) } } : variant,
  );
  return { rest, ...(own ? { variants: own } : {}) };
}

/** Elements that were found have the ids that they had; others have none that anything had. */
function idsFor({ matches, added, old }: Matched): Map<string, string> {
  const ids = new Map(matches.map((match) => [match.now.node.id, match.old.node.id]));
  const taken = new Set([...ids.values()]);
  const before = new Set(old.map(({ node }) => node.id));
  for (const { node } of added) {
    const free = freeName(node.id, (text) => taken.has(text) || before.has(text));
    ids.set(node.id, free);
    taken.add(free);
  }
  return ids;
}

/**
 * What each field of the new version is called. Two that were two stay two, no field is inside of another, and none that is in
 * no entry of a list is called as if it were.
 */
function fieldsFor(after: PageDocument, paths: Paths): Map<string, string> {
  const { values, lists } = originalValues(after);
  const used = fieldsIn(after);
  const all = [...new Set([...values.keys(), ...used])].filter((path) => !lists.has(path));
  const named = [...lists.keys()].map((list) => [list, paths.of(list)] as const);
  const found = new Map<string, string>();
  const taken = new Map<string, string>();
  const isInside = (path: string): boolean =>
    [...taken.keys()].some((other) => path.startsWith(`${other}.`) || other.startsWith(`${path}.`));
  for (const path of all) {
    const wished = path.startsWith('page.') ? path : paths.of(path);
    const isStrange = (text: string): boolean =>
      named.some(([list, name]) => text.startsWith(`${name}.`) && !path.startsWith(`${list}.`));
    /* The name that it had by itself, where that which it would have is given away. */
    const isFree = (text: string): boolean => !taken.has(text) && !isInside(text) && !isStrange(text);
    const free =
      [wished, path].find(isFree) ??
      freeName(isStrange(wished) ? outside(wished, named) : wished, (text) => !isFree(text));
    found.set(path, free);
    taken.set(free, path);
  }
  return found;
}

/** A path that is in no list: `header.menu.docs.label` beside `header.menu` is `header.docs.label`. */
function outside(path: string, lists: readonly (readonly [string, string])[]): string {
  const list = lists.map(([, name]) => name).find((name) => path.startsWith(`${name}.`));
  if (list === undefined) return path;
  const around = list.split('.').slice(0, -1);
  return outside([...around, path.slice(list.length + 1)].join('.'), lists);
}

function fieldsIn({ body }: PageDocument): Set<string> {
  const found = new Set<string>();
  for (const node of walk(body)) {
    if (isWords(node)) {
      if (node.field !== undefined) found.add(node.field);
    } else if (isElement(node)) {
      for (const path of Object.values(node.fields ?? {})) found.add(path);
      if (node.rich !== undefined) found.add(node.rich);
    }
  }
  return found;
}

/** Styles are called as those of the elements that have them were; no two the same. */
function stylesFor({ matches }: Matched, after: PageDocument, before: PageDocument): Map<string, string> {
  const votes = new Votes();
  for (const { old, now } of matches) {
    if (now.node.style !== undefined && old.node.style !== undefined) votes.add(now.node.style, old.node.style);
    if (now.node.difference !== undefined && old.node.difference !== undefined)
      votes.add(now.node.difference, old.node.difference);
  }
  if (after.rootStyle !== undefined && before.rootStyle !== undefined) votes.add(after.rootStyle, before.rootStyle);
  const found = new Map(votes.best());
  const taken = new Set(found.values());
  for (const name of Object.keys(after.styles)) {
    if (found.has(name)) continue;
    const free = freeName(name, (text) => taken.has(text));
    found.set(name, free);
    taken.add(free);
  }
  return found;
}
