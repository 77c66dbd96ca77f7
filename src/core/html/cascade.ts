import { required } from '../data/required.js';
import { defined } from '../data/defined.js';
import type { CapturedDeclaration, CapturedValue, CapturedNode, CapturedRule } from './captured.js';
import { compareSpecificity, type ReadSelector, type Specificity } from './selectors.js';

/** Under which condition a look differs from the look at rest. No member: at rest. */
export interface Condition {
  readonly part?: string;
  readonly state?: string;
  /** Number of the ancestor, or of the element beside, that must be in `state`. */
  readonly within?: { readonly element: number; readonly state: string; readonly beside?: boolean };
  readonly when?: string;
}

/** Winning declarations before `var()` is written out, in cascade order. */
export type CascadedDeclarations = ReadonlyMap<string, CapturedValue>;

/** The declarations that win for one element under one condition, one map for each interval. */
export interface CascadedStyle {
  readonly condition: Condition;
  readonly byInterval: readonly CascadedDeclarations[];
}

/** A selector of a rule with the elements it matches. */
export interface MatchedSelector {
  readonly rule: number;
  readonly selector: ReadSelector;
  readonly elements: readonly number[];
  /** Elements that match the ancestor whose state counts, if the selector has one. */
  readonly hosts?: ReadonlySet<number>;
}

interface Entry {
  readonly id: number;
  readonly set: readonly CapturedDeclaration[];
  readonly layer: number;
  readonly specificity: Specificity;
  readonly holds: readonly boolean[];
  readonly part: string | undefined;
  readonly state: string | undefined;
  readonly within: { readonly state: string; readonly beside?: boolean } | undefined;
  readonly when: string | undefined;
}

interface Applied {
  readonly entry: Entry;
  readonly host: number | undefined;
}

const INLINE: Specificity = [1e6, 0, 0];

/**
 * Resolves the cascade (CSS Cascading and Inheritance 5, section 6) for every element and interval.
 * @param holds for each rule and interval, whether its width conditions hold
 * @param inline declarations of `style` attributes, by element number
 */
export function cascade(
  nodes: readonly CapturedNode[],
  rules: readonly CapturedRule[],
  matched: readonly MatchedSelector[],
  holds: readonly (readonly boolean[])[],
  inline: ReadonlyMap<number, readonly CapturedDeclaration[]>,
): CascadedStyle[][] {
  const intervals = holds[0]?.length ?? 1;
  const always = Array.from({ length: intervals }, () => true);
  const applied: Applied[][] = nodes.map(() => []);
  sortByCascade(matched, rules).forEach((matchedSelector, id) => {
    const rule = required(rules[matchedSelector.rule]);
    const { selector } = matchedSelector;
    const entry: Entry = {
      id,
      set: rule.set,
      layer: rule.layer,
      specificity: selector.specificity,
      holds: holds[matchedSelector.rule] ?? always,
      part: selector.part,
      state: selector.state,
      within: selector.within,
      when: rule.when.length ? rule.when.join(' ') : undefined,
    };
    for (const element of matchedSelector.elements) {
      const host = matchedSelector.hosts
        ? nearestHost(nodes, element, matchedSelector.hosts, selector.within?.beside)
        : undefined;
      if (matchedSelector.hosts && host === undefined) continue;
      required(applied[element]).push({ entry, host });
    }
  });
  const known = new Map<string, CascadedStyle[]>();
  return nodes.map((node, element) => {
    if (!node.tag) return [];
    const own = inline.get(element) ?? [];
    const list = required(applied[element]);
    const key = `${list.map(({ entry, host }) => `${entry.id}${host === undefined ? '' : `@${host}`}`).join(',')}|${JSON.stringify(own)}`;
    const before = known.get(key);
    if (before) return before;
    const looks = resolve(list, own, intervals, always);
    known.set(key, looks);
    return looks;
  });
}

function sortByCascade(matched: readonly MatchedSelector[], rules: readonly CapturedRule[]): MatchedSelector[] {
  return [...matched].sort((a, b) => {
    const layers = required(rules[a.rule]).layer - required(rules[b.rule]).layer;
    return layers || compareSpecificity(a.selector.specificity, b.selector.specificity) || a.rule - b.rule;
  });
}

/** The nearest ancestor among `hosts`; with `beside`, the nearest element before this one or before an ancestor. */
function nearestHost(
  nodes: readonly CapturedNode[],
  element: number,
  hosts: ReadonlySet<number>,
  beside = false,
): number | undefined {
  const up = (at: number): number => nodes[at]?.parent ?? -1;
  if (!beside) {
    for (let at = up(element); at >= 0; at = up(at)) if (hosts.has(at)) return at;
    return undefined;
  }
  for (let at = element; at >= 0; at = up(at)) {
    const before = [...hosts].filter((host) => host < at && up(host) === up(at));
    if (before.length) return Math.max(...before);
  }
  return undefined;
}

/** Equal for what applies under the same condition; undefined at rest. */
function conditionKey({ entry, host }: Applied): string | undefined {
  const { part, state, within, when } = entry;
  if (!part && !state && host === undefined && !when) return undefined;
  return JSON.stringify([part, state, host === undefined ? undefined : [host, within?.beside, within?.state], when]);
}

// eslint-disable-next-line max-lines-per-function -- one decision in order of precedence, which reads best whole
function resolve(
  list: readonly Applied[],
  own: readonly CapturedDeclaration[],
  intervals: number,
  always: readonly boolean[],
): CascadedStyle[] {
  const inlineEntry: Applied = {
    entry: {
      id: -1,
      set: own,
      layer: Infinity,
      specificity: INLINE,
      holds: always,
      part: undefined,
      state: undefined,
      within: undefined,
      when: undefined,
    },
    host: undefined,
  };
  const groups = new Map<string | undefined, Applied[]>();
  for (const applied of list) {
    const key = conditionKey(applied);
    const group = groups.get(key);
    if (group) group.push(applied);
    else groups.set(key, [applied]);
  }
  const rest = [...(groups.get(undefined) ?? []), ...(own.length ? [inlineEntry] : [])];
  groups.delete(undefined);
  const looks: CascadedStyle[] = [{ condition: {}, byInterval: winnersByInterval(rest, intervals) }];
  const parts = new Map<string, CascadedStyle>();
  const ordered = [...groups.values()].sort((a, b) => rankOf(a) - rankOf(b));
  for (const group of ordered) {
    const first = required(group[0]);
    if (isBare(first)) {
      const look: CascadedStyle = {
        condition: defined({ part: first.entry.part }),
        byInterval: winnersByInterval(group, intervals),
      };
      parts.set(required(first.entry.part), look);
      looks.push(look);
    }
  }
  for (const group of ordered) {
    const first = required(group[0]);
    if (isBare(first)) continue;
    const { entry, host } = first;
    const base = entry.part
      ? ordered.filter((other) => isBare(required(other[0])) && required(other[0]).entry.part === entry.part).flat()
      : rest;
    const all = [...base, ...group].sort(byEntry);
    const restLook = entry.part ? parts.get(entry.part) : looks[0];
    const byInterval = winnersByInterval(all, intervals).map((won, index) =>
      differing(won, restLook?.byInterval[index] ?? new Map()),
    );
    const condition: Condition = {
      ...(entry.part ? { part: entry.part } : {}),
      ...(entry.state ? { state: entry.state } : {}),
      ...(host === undefined
        ? {}
        : {
            within: {
              element: host,
              state: entry.within?.state ?? '',
              ...(entry.within?.beside ? { beside: true } : {}),
            },
          }),
      ...(entry.when ? { when: entry.when } : {}),
    };
    if (byInterval.some((rawDeclarations) => rawDeclarations.size > 0)) looks.push({ condition, byInterval });
  }
  return looks;
}

function isBare({ entry, host }: Applied): boolean {
  return Boolean(entry.part) && !entry.state && host === undefined && !entry.when;
}

function rankOf(group: readonly Applied[]): number {
  return Math.max(...group.map(({ entry }) => entry.id));
}

function byEntry(a: Applied, b: Applied): number {
  return a.entry.layer === b.entry.layer
    ? compareSpecificity(a.entry.specificity, b.entry.specificity) || a.entry.id - b.entry.id
    : a.entry.layer - b.entry.layer;
}

function winnersByInterval(list: readonly Applied[], intervals: number): CascadedDeclarations[] {
  const rawDeclarations: CascadedDeclarations[] = [];
  let lastMask = '';
  for (let index = 0; index < intervals; index += 1) {
    const active = list.filter(({ entry }) => entry.holds[index]);
    const mask = active.map(({ entry }) => entry.id).join();
    rawDeclarations.push(index > 0 && mask === lastMask ? required(rawDeclarations[index - 1]) : winners(active));
    lastMask = mask;
  }
  return rawDeclarations;
}

/** `list` is in ascending cascade order of normal declarations. Important ones win, with their layers in reverse. */
function winners(list: readonly Applied[]): CascadedDeclarations {
  const won = new Map<string, CapturedValue>();
  for (const { entry } of list)
    for (const [name, value, important] of entry.set) if (!important) place(won, name, value);
  const strong = list.filter(({ entry }) => entry.set.some(([, , important]) => important));
  const strength = (entry: Entry): number => (entry.layer === Infinity ? 1 : -entry.layer);
  strong.sort(
    (a, b) =>
      strength(a.entry) - strength(b.entry) ||
      compareSpecificity(a.entry.specificity, b.entry.specificity) ||
      a.entry.id - b.entry.id,
  );
  for (const { entry } of strong)
    for (const [name, value, important] of entry.set) if (important) place(won, name, value);
  return won;
}

function place(won: Map<string, CapturedValue>, name: string, value: CapturedValue): void {
  won.delete(name);
  won.set(name, value);
}

function differing(won: CascadedDeclarations, rest: CascadedDeclarations): CascadedDeclarations {
  return new Map([...won].filter(([name, value]) => !isSameValue(rest.get(name), value)));
}

function isSameValue(a: CapturedValue | undefined, b: CapturedValue): boolean {
  if (a === undefined || typeof a === 'string' || typeof b === 'string') return a === b;
  return a.shorthand === b.shorthand && a.value === b.value;
}
