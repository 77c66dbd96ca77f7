import { LAYOUT_KINDS } from '../document/element-kinds.js';
import { required } from '../data/required.js';
import { type ElementNode, type PageDocument, type SharedStyle } from '../document/types.js';
import { firstWords } from '../text/words.js';
import { textOf } from '../document/walk.js';
import type { Features } from './features.js';
import type { Match, Matched } from './match.js';

export const CHANGE_KINDS = ['added', 'removed', 'moved', 'reworded', 'picture', 'restyled'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** Something that is otherwise in the new version. */
export interface Change {
  readonly what: ChangeKind;
  /** Its place in the page, so that changes can be told in order. */
  readonly at: number;
  /** Id of the element, as the project calls it; that of the old version for what was removed. */
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  /** Name of the section that it is in now; of the old version for what was removed. */
  readonly section: string;
  readonly before?: string;
  readonly now?: string;
  /** Of what is restyled: CSS properties. */
  readonly properties?: readonly string[];
  /** How many elements it is about. */
  readonly count?: number;
}

/** What changed from a page to its new version. @param after with the names of the old one */
// eslint-disable-next-line max-lines-per-function -- one entry for each kind of change
export function changesOf(
  before: PageDocument,
  after: PageDocument,
  matched: Matched,
  ids: ReadonlyMap<string, string>,
): Change[] {
  const { matches, added, removed, old, now } = matched;
  const sectionOf = (all: readonly Features[], features: Features): string => {
    for (let here: Features | undefined = features; here; here = all[here.parent])
      if (here.node.kind === 'section') return here.node.name;
    return '';
  };
  const told = (
    features: Features,
    all: readonly Features[],
    id = features.node.id,
  ): Pick<Change, 'id' | 'at' | 'kind' | 'name' | 'section'> => ({
    id,
    at: features.at,
    kind: features.node.kind,
    name: nameOf(features.node),
    section: sectionOf(all, features),
  });
  const idOf = (features: Features): string => ids.get(features.node.id) ?? features.node.id;
  const [isAdded, isRemoved] = [new Set(added.map(({ at }) => at)), new Set(removed.map(({ at }) => at))];
  const moved = movedOf(matched);
  const changes: Change[] = [];
  for (const features of added)
    if (!isAdded.has(features.parent) && !isBoxAround(features, now, isAdded))
      changes.push({
        what: 'added',
        ...told(features, now, idOf(features)),
        now: firstWords(textOf(features.node), 20),
        count: features.size,
      });
  for (const features of removed)
    if (!isRemoved.has(features.parent) && !isBoxAround(features, old, isRemoved))
      changes.push({
        what: 'removed',
        ...told(features, old),
        before: firstWords(textOf(features.node), 20),
        count: features.size,
      });
  for (const match of matches) {
    const own = told(match.now, now, match.old.node.id);
    if (moved.has(match)) changes.push({ what: 'moved', ...own, before: sectionOf(old, match.old), now: own.section });
    if (wordsOf(match.old.node) !== wordsOf(match.now.node))
      changes.push({ what: 'reworded', ...own, before: wordsOf(match.old.node), now: wordsOf(match.now.node) });
    const [a, b] = [match.old.node, match.now.node].map(
      ({ attributes = {}, markup }) => attributes['src'] ?? attributes['poster'] ?? markup,
    );
    if (a !== b && (a ?? b) !== undefined)
      changes.push({
        what: 'picture',
        ...own,
        ...(a?.startsWith('assets/') ? { before: a } : {}),
        ...(b?.startsWith('assets/') ? { now: b } : {}),
      });
  }
  return [...changes, ...restyled(before, after, matches, sectionOf, now)];
}

/** Whether something that is in one version only is no more than a box around what both have. */
function isBoxAround(features: Features, all: readonly Features[], alone: ReadonlySet<number>): boolean {
  if (!LAYOUT_KINDS.has(features.node.kind)) return false;
  return all.slice(features.at + 1, features.at + features.size).some(({ at }) => !alone.has(at));
}

/** Kinds whose name says no more than what they are. */
const UNNAMED: ReadonlySet<string> = new Set([...LAYOUT_KINDS, 'table-part', 'table', 'item', 'list']);

/** An element as people know it. */
function nameOf(node: ElementNode): string {
  return (
    (UNNAMED.has(node.kind) ? firstWords(textOf(node)) : node.name) ||
    node.name ||
    firstWords(textOf(node)) ||
    node.element
  );
}

/** The words of an element that are not in an element of their own. */
function wordsOf(node: ElementNode): string {
  const text = (node.children ?? []).flatMap((child) => (child.kind === 'words' ? [child.text] : [])).join(' ');
  return text.replace(/\s+/g, ' ').trim();
}

/** Elements that came into another one, and the fewest of a row that have to move so that it is in its new order. */
function movedOf({ matches, old, now }: Matched): Set<Match> {
  const found = new Set<Match>();
  const to = new Map(matches.map((match) => [match.old.at, match]));
  const rows = new Map<number, Match[]>();
  for (const match of matches) {
    const [up, other] = [old[match.old.parent], now[match.now.parent]];
    if (!up || !other) continue;
    if (to.get(up.at)?.now.at !== other.at) {
      if (!isOnlyBoxed(match, to, old, now)) found.add(match);
      continue;
    }
    rows.set(up.at, [...(rows.get(up.at) ?? []), match]);
  }
  for (const row of rows.values()) {
    const kept = longestRun(row.map(({ now: features }) => features.at));
    row.forEach((match, at) => !kept.has(at) && found.add(match));
  }
  return found;
}

/** Whether an element is still in the same thing, but for boxes that came between or went. */
function isOnlyBoxed(
  match: Match,
  to: ReadonlyMap<number, Match>,
  old: readonly Features[],
  now: readonly Features[],
): boolean {
  const above = new Set<number>();
  for (let up = old[match.old.parent]; up; up = old[up.parent]) {
    const other = to.get(up.at);
    if (other) {
      above.add(other.now.at);
      break;
    }
  }
  for (let up = now[match.now.parent], steps = 0; up && steps < 3; up = now[up.parent], steps += 1)
    if (above.has(up.at)) return true;
  return false;
}

/** Places of the longest row that rises. */
function longestRun(values: readonly number[]): Set<number> {
  const best = values.map(() => 1);
  const from = values.map(() => -1);
  values.forEach((value, at) => {
    for (let before = 0; before < at; before += 1)
      if (required(values[before]) < value && required(best[before]) + 1 > required(best[at]))
        [best[at], from[at]] = [required(best[before]) + 1, before];
  });
  const found = new Set<number>();
  for (let at = best.indexOf(Math.max(0, ...best)); at >= 0; at = required(from[at])) found.add(at);
  return found;
}

/** Shared styles that say something else, once each, and elements that have another one. */
function restyled(
  before: PageDocument,
  after: PageDocument,
  matches: readonly Match[],
  sectionOf: (all: readonly Features[], features: Features) => string,
  now: readonly Features[],
): Change[] {
  const users = new Map<string, Match[]>();
  for (const match of matches)
    for (const name of [match.old.node.style, match.old.node.difference])
      if (name !== undefined) users.set(name, [...(users.get(name) ?? []), match]);
  return [...users].flatMap(([name, own]): Change[] => {
    const properties = differing(before.styles[name], after.styles[name]);
    const [first] = own;
    if (properties.length === 0 || !first || !after.styles[name]) return [];
    return [
      {
        what: 'restyled',
        id: first.old.node.id,
        at: first.now.at,
        kind: 'style',
        name,
        section: sectionOf(now, first.now),
        properties,
        count: own.length,
      },
    ];
  });
}

/** CSS properties of two styles that are not the same, at rest or in any variant. */
function differing(a: SharedStyle | undefined, b: SharedStyle | undefined): string[] {
  const flat = (style: SharedStyle | undefined): Map<string, string> => {
    const all = new Map(Object.entries(style?.rest ?? {}));
    for (const { set, ...where } of style?.variants ?? [])
      for (const [property, value] of Object.entries(set)) all.set(`${property} ${JSON.stringify(where)}`, value);
    return all;
  };
  const [map, other] = [flat(a), flat(b)];
  const names = [...new Set([...map.keys(), ...other.keys()])].filter((key) => map.get(key) !== other.get(key));
  return [...new Set(names.map((key) => required(key.split(' ')[0])))].sort();
}

/** How many changes of each kind there are, in words. */
export function countText(changes: readonly Change[]): string {
  const parts = CHANGE_KINDS.map((kind) => [kind, changes.filter(({ what }) => what === kind).length] as const).filter(
    ([, count]) => count > 0,
  );
  const words: Readonly<Record<ChangeKind, string>> = {
    added: 'added',
    removed: 'removed',
    moved: 'moved',
    reworded: 'reworded',
    picture: 'with another image',
    restyled: 'styles changed',
  };
  return parts.length ? parts.map(([kind, count]) => `${count} ${words[kind]}`).join(', ') : 'nothing changed';
}
