import { required } from '../data/required.js';
import { freeName } from '../text/free-name.js';
import type { Match } from './match.js';
import type { ElementNode, PageNode } from '../document/types.js';
import { isWords } from '../document/walk.js';

/** How the fields of a new version are called: as they were, wherever what they fill is still there. */
export class Paths {
  /** Fields by their whole path. */
  private readonly exact = new Map<string, string>();
  /** Lists, and the entries of each. */
  private readonly lists = new Map<string, string>();
  private readonly entries = new Map<string, string>();
  /** Paths with a star for each entry; the first names of paths. */
  private readonly patterns = new Votes();
  private readonly regions = new Votes();

  /** @param taken paths that the new version has: nothing else goes by one of them */
  constructor(
    matches: readonly Match[],
    private readonly newLists: ReadonlyMap<string, readonly string[]>,
    oldLists: ReadonlyMap<string, readonly string[]>,
  ) {
    const pairs = matches.flatMap(({ old, now }) => fieldPairs(old.node, now.node));
    const listVotes = new Votes();
    for (const { old, now } of matches) {
      const [a, b] = [old.node.entry, now.node.entry];
      if (a && b) listVotes.add(b.list, a.list);
    }
    for (const [now, old] of listVotes.best()) this.lists.set(now, old);
    const claimed = new Set<string>();
    for (const { old, now } of matches) {
      const [a, b] = [old.node.entry, now.node.entry];
      if (!a || !b || this.lists.get(b.list) !== a.list) continue;
      this.entries.set(`${b.list}.${b.id}`, a.id);
      claimed.add(`${a.list}.${a.id}`);
    }
    /* An entry that is new must not be called as one that is gone or another one. */
    for (const [list, ids] of newLists) {
      const old = this.lists.get(list) ?? list;
      const known = new Set(oldLists.get(old) ?? []);
      for (const id of ids) {
        if (this.entries.has(`${list}.${id}`)) continue;
        const free = freeName(id, (text) => known.has(text) || claimed.has(`${old}.${text}`));
        this.entries.set(`${list}.${id}`, free);
        claimed.add(`${old}.${free}`);
      }
    }
    const oldEntries = new Set([...oldLists].flatMap(([list, ids]) => ids.map((id) => `${list}.${id}`)));
    const newEntries = new Set([...newLists].flatMap(([list, ids]) => ids.map((id) => `${list}.${id}`)));
    for (const [old, now] of pairs) {
      this.patterns.add(patternOf(now, newEntries), patternOf(old, oldEntries));
      this.regions.add(required(now.split('.')[0]), required(old.split('.')[0]));
    }
    this.newEntries = newEntries;
    const voted = new Votes();
    for (const [old, now] of pairs) voted.add(now, old);
    for (const [now, old] of voted.best()) this.exact.set(now, old);
  }

  private readonly newEntries: ReadonlySet<string>;

  /** What a path of the new version is called. */
  of(path: string): string {
    const list = this.lists.get(path);
    if (list !== undefined && this.newLists.has(path)) return this.inRegion(list, path);
    return this.inEntries(path) ?? this.exact.get(path) ?? this.patterns.of(path) ?? this.inRegion(undefined, path);
  }

  /** A path as field rules say it, with stars. */
  ofPattern(path: string): string {
    return this.patterns.of(path) ?? this.exact.get(path) ?? this.lists.get(path) ?? this.inRegion(undefined, path);
  }

  private inRegion(known: string | undefined, path: string): string {
    if (known !== undefined) return known;
    const [first = '', ...rest] = path.split('.');
    return [this.regions.of(first) ?? first, ...rest].join('.');
  }

  /** A path in a list: the list, its entry, and the rest each as they were. */
  private inEntries(path: string): string | undefined {
    const parts = path.split('.');
    for (let at = parts.length - 1; at > 0; at -= 1) {
      const [list, id] = [parts.slice(0, at).join('.'), required(parts[at])];
      if (!this.newEntries.has(`${list}.${id}`)) continue;
      const own = this.entries.get(`${list}.${id}`) ?? id;
      const start = `${this.of(list)}.${own}`;
      const rest = parts.slice(at + 1).join('.');
      if (rest === '') return start;
      const pattern = this.patterns.of(patternOf(path, this.newEntries));
      const text = pattern?.includes('.*.') ? pattern.split('.*.').at(-1) : undefined;
      return `${start}.${text ?? rest}`;
    }
    return undefined;
  }
}

/** Of several things that one was called, the one that most say; each only once. */
export class Votes {
  private readonly counts = new Map<string, Map<string, number>>();
  private found: Map<string, string> | undefined;

  add(from: string, to: string): void {
    const own = this.counts.get(from) ?? new Map<string, number>();
    own.set(to, (own.get(to) ?? 0) + 1);
    this.counts.set(from, own);
    this.found = undefined;
  }

  of(from: string): string | undefined {
    return this.best().get(from);
  }

  best(): Map<string, string> {
    if (this.found) return this.found;
    const all = [...this.counts].flatMap(([from, own]) => [...own].map(([to, count]) => ({ from, to, count })));
    all.sort(
      (a, b) => b.count - a.count || Number(b.from === b.to) - Number(a.from === a.to) || (a.from < b.from ? -1 : 1),
    );
    const [froms, tos] = [new Map<string, string>(), new Set<string>()];
    for (const { from, to } of all) {
      if (froms.has(from) || tos.has(to)) continue;
      froms.set(from, to);
      tos.add(to);
    }
    this.found = froms;
    return froms;
  }
}

function patternOf(path: string, entries: ReadonlySet<string>): string {
  const parts = path.split('.');
  return parts.map((part, at) => (at > 0 && entries.has(parts.slice(0, at + 1).join('.')) ? '*' : part)).join('.');
}

/** Fields that fill the same of two elements: the path that was, and the one that is. */
export function fieldPairs(old: ElementNode, now: ElementNode): [old: string, now: string][] {
  const pairs: [string, string][] = [];
  for (const [attribute, path] of Object.entries(old.fields ?? {})) {
    const other = now.fields?.[attribute];
    if (other !== undefined) pairs.push([path, other]);
  }
  const [a, b] = [wordsOf(old), wordsOf(now)];
  a.forEach((path, at) => {
    const other = b[at];
    if (other !== undefined) pairs.push([path, other]);
  });
  return pairs;
}

/** Fields of an element's own words; of a text in which words are set off it is one. */
function wordsOf(node: ElementNode): string[] {
  if (node.rich) return [node.rich];
  return (node.children ?? []).flatMap((child: PageNode) =>
    isWords(child) && child.field !== undefined ? [child.field] : [],
  );
}
