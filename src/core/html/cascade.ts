import { required } from '../data/required.js';
import { AT_REST, both, conditionKey, passesUp, statesIn, type Condition } from './conditions.js';
import type { CapturedDeclaration, CapturedNode, CapturedRule } from './captured.js';
import { type ReadSelector } from './selectors.js';
import { type Specificity, compareSpecificity } from '../css/specificity.js';
import { byEntry, winnersByInterval, type Applied, type CascadedDeclarations, type Entry } from './winners.js';

export type { CascadedDeclarations } from './winners.js';

/** The cascade of an element: what wins depends on the conditions that hold. */
export interface ElementCascade {
  /** Every condition of its rules, at rest left out; parts by themselves are among them. Later ones are of later rules. */
  readonly conditions: readonly Condition[];
  /** The names of properties that the rules of a condition set. */
  readonly propertiesOf: (condition: Condition) => ReadonlySet<string>;
  /** The names of properties of an element, or of a part, that some rule sets to a value with `var()`. */
  readonly usingVariables: (part: string | undefined) => ReadonlySet<string>;
  /**
   * What wins for the element, or for one of its parts, in each interval.
   * @param holds whether a condition holds, of those of the same part
   */
  readonly winners: (
    part: string | undefined,
    holds: (condition: Condition) => boolean,
  ) => readonly CascadedDeclarations[];
}

/** A selector of a rule with the elements it matches. */
export interface MatchedSelector {
  readonly rule: number;
  readonly selector: ReadSelector;
  readonly elements: readonly number[];
  /** Elements that match the ancestor whose state counts, if the selector has one. */
  readonly hosts?: ReadonlySet<number>;
  /** The intervals in which it matches them; all if nothing is said. */
  readonly only?: readonly boolean[];
  /** Of elements that match under a further condition only: the condition. */
  readonly given?: ReadonlyMap<number, Condition>;
  /** Of elements that match unless one of some conditions holds: these. */
  readonly unless?: ReadonlyMap<number, readonly Condition[]>;
  /** Tells apart entries of one selector whose elements have further conditions. */
  readonly operated?: number;
}

/** A `style` attribute, in all intervals or in some, always or under a condition. */
export interface InlineStyle {
  readonly set: readonly CapturedDeclaration[];
  readonly only?: readonly boolean[];
  readonly given?: Condition;
  readonly unless?: readonly Condition[];
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
  inline: ReadonlyMap<number, readonly InlineStyle[]>,
): ElementCascade[] {
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
      holds: within(holds[matchedSelector.rule] ?? always, matchedSelector.only),
      condition: conditionFor(selector, rule),
    };
    for (const element of matchedSelector.elements) {
      const host = matchedSelector.hosts ? hostOf(nodes, element, matchedSelector.hosts, selector.within) : undefined;
      if (matchedSelector.hosts && host === undefined) continue;
      const condition = both(onHost(entry.condition, host), matchedSelector.given?.get(element) ?? AT_REST);
      const unless = matchedSelector.unless?.get(element);
      if (condition) required(applied[element]).push({ entry, condition, ...(unless ? { unless } : {}) });
    }
  });
  const known = new Map<string, ElementCascade>();
  return nodes.map((node, element) => {
    if (!node.tag) return NO_RULES;
    const own = inline.get(element) ?? [];
    const list = required(applied[element]);
    const key = `${list.map(keyOf).join(',')}|${JSON.stringify(own)}`;
    const before = known.get(key);
    if (before) return before;
    const cascade = cascadeOf(list, own, intervals, always);
    known.set(key, cascade);
    return cascade;
  });
}

/** Equal for what applies alike. */
function keyOf({ entry, condition, unless = [] }: Applied): string {
  return [entry.id, conditionKey(condition), ...unless.map((each) => `-${conditionKey(each)}`)].join(' ');
}

const NO_RULES: ElementCascade = {
  conditions: [],
  propertiesOf: () => new Set(),
  usingVariables: () => new Set(),
  winners: () => [],
};

function conditionFor({ part, state, within }: ReadSelector, { when }: CapturedRule): Condition {
  return {
    ...(part ? { part } : {}),
    ...(state ? { state } : {}),
    ...(within ? { within: { element: -1, state: within.state, ...(within.beside ? { beside: true } : {}) } } : {}),
    ...(when.length ? { when: [...new Set(when)].sort((a, b) => (a < b ? -1 : 1)).join(' ') } : {}),
  };
}

function sortByCascade(matched: readonly MatchedSelector[], rules: readonly CapturedRule[]): MatchedSelector[] {
  return [...matched].sort((a, b) => {
    const layers = required(rules[a.rule]).layer - required(rules[b.rule]).layer;
    return layers || compareSpecificity(a.selector.specificity, b.selector.specificity) || a.rule - b.rule;
  });
}

/**
 * The element among `hosts` whose state counts: the nearest that holds this one. Where several may count, and their states
 * pass up to all that hold them, it is the outermost: it is in the state whenever one of them is. With `beside`, the
 * nearest before this one or before one that holds it.
 */
function hostOf(
  nodes: readonly CapturedNode[],
  element: number,
  hosts: ReadonlySet<number>,
  within: ReadSelector['within'],
): number | undefined {
  const up = (at: number): number => nodes[at]?.parent ?? -1;
  if (!within?.beside) {
    const isOutermost = within?.far === true && statesIn(within.state).every(passesUp);
    let found: number | undefined;
    for (let at = up(element); at >= 0 && (isOutermost || found === undefined); at = up(at))
      if (hosts.has(at)) found = at;
    return found;
  }
  for (let at = element; at >= 0; at = up(at)) {
    const before = [...hosts].filter((host) => host < at && up(host) === up(at));
    if (before.length) return Math.max(...before);
  }
  return undefined;
}

interface Group {
  readonly condition: Condition;
  readonly entries: Applied[];
  /** What does not hold any more under the condition. */
  readonly lost: Applied[];
}

function cascadeOf(
  list: readonly Applied[],
  own: readonly InlineStyle[],
  intervals: number,
  always: readonly boolean[],
): ElementCascade {
  const inline = own.map(({ set, only, given = AT_REST, unless }, at): Applied => ({
    entry: {
      id: -1 - at,
      set,
      layer: Infinity,
      specificity: INLINE,
      holds: within(always, only),
      condition: AT_REST,
    },
    condition: given,
    ...(unless ? { unless } : {}),
  }));
  const groups = new Map<string, Group>();
  const groupOf = (condition: Condition): Group => {
    const key = conditionKey(condition);
    const group = groups.get(key) ?? { condition, entries: [], lost: [] };
    groups.set(key, group);
    return group;
  };
  for (const applied of [...list, ...inline]) {
    groupOf(applied.condition).entries.push(applied);
    for (const condition of applied.unless ?? [])
      groupOf(both(applied.condition, condition) ?? condition).lost.push(applied);
  }
  const all = [...groups.values()].sort((a, b) => rankOf(a) - rankOf(b));
  const known = new Map<string, readonly CascadedDeclarations[]>();
  return {
    conditions: all.map(({ condition }) => condition).filter((condition) => conditionKey(condition) !== REST_KEY),
    propertiesOf: (condition) => namesSetBy(groups.get(conditionKey(condition))),
    usingVariables: (part) =>
      new Set(
        all
          .filter(({ condition }) => condition.part === part)
          .flatMap(({ entries, lost }) => [...entries, ...lost].flatMap(({ entry }) => entry.set.filter(usesVariable)))
          .map(([name]) => name),
      ),
    winners(part, holds) {
      const active = all.filter(({ condition }) => condition.part === part && (isBare(condition) || holds(condition)));
      const key = active.map(({ condition }) => conditionKey(condition)).join(';');
      let won = known.get(key);
      if (!won) {
        const lost = new Set(active.flatMap((group) => group.lost));
        const entries = active.flatMap((group) => group.entries.filter((each) => !lost.has(each))).sort(byEntry);
        known.set(key, (won = winnersByInterval(entries, [...lost], intervals)));
      }
      return won;
    },
  };
}

function namesSetBy(group: Group | undefined): ReadonlySet<string> {
  return new Set(
    [...(group?.entries ?? []), ...(group?.lost ?? [])].flatMap(({ entry }) => entry.set.map(([name]) => name)),
  );
}

const REST_KEY = conditionKey(AT_REST);

function usesVariable([name, value]: CapturedDeclaration): boolean {
  return !name.startsWith('--') && (typeof value !== 'string' || value.includes('var('));
}

function within(holds: readonly boolean[], only: readonly boolean[] | undefined): readonly boolean[] {
  return only ? holds.map((each, at) => each && required(only[at])) : holds;
}

/** At rest, of the element or of a part. */
function isBare({ state, within, when }: Condition): boolean {
  return !state && !within && !when;
}

function onHost(condition: Condition, host: number | undefined): Condition {
  const { element: _, ...elsewhere } = condition.within ?? { element: -1, state: '' };
  const { within: __, ...rest } = condition;
  return host === undefined ? rest : { ...rest, within: { ...elsewhere, element: host } };
}

function rankOf({ entries, lost }: Group): number {
  return Math.max(...[...entries, ...lost].map(({ entry }) => entry.id));
}
