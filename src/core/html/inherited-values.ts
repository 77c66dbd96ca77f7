import type { CapturedNode } from './captured.js';
import type { ResolvedStyle, ResolvedDeclarations } from './variables.js';
import { type Probed, probeName } from './lean.js';
import { required } from '../data/required.js';
import { INHERITED } from '../css/inherited.js';
import { type Condition, conditionKey, forChildren } from './conditions.js';
import { shareEqual, namesIn } from './declaration-sets.js';

/** A value that differs from all others: nothing is known of what it comes to. */
const UNKNOWN = /^(inherit|initial|unset|revert|revert-layer)$|%|\b[\d.]+(em|ex|ch|lh)\b|larger|smaller|bolder|lighter/;

/** Drops inherited declarations that repeat, in every interval and under every condition, what the parent hands down. */
export function dropInherited(
  nodes: readonly CapturedNode[],
  looks: readonly ResolvedStyle[][],
  own: Probed['own'],
): ResolvedStyle[][] {
  const handed: ReadonlyMap<string, string>[][] = [];
  const conditional: ConditionalValues[] = [];
  return nodes.map((node, index) => {
    const mine = looks[index] ?? [];
    const rest = mine[0];
    const intervals = rest?.byInterval.length ?? 0;
    const parents = node.parent >= 0 ? handed[node.parent] : undefined;
    if (!rest || !node.tag) return mine;
    const byBrowser = new Set(own[probeName(node)] ?? []);
    const above = node.parent >= 0 ? required(conditional[node.parent]) : NO_CONDITIONS;
    const values = conditionalValues(mine.slice(1), index);
    const repeated = namesIn(rest.byInterval).filter(
      (name) =>
        INHERITED.has(name) &&
        !byBrowser.has(name) &&
        !(name === 'line-height' && byBrowser.has('font-size')) &&
        rest.byInterval.every(
          (set, at) =>
            !set.has(name) || HANDS_DOWN.test(set.get(name) ?? '') || set.get(name) === parents?.[at]?.get(name),
        ) &&
        (rest.byInterval.every((set) => HANDS_DOWN.test(set.get(name) ?? 'inherit'))
          ? !values.has(name)
          : isSameUnder(values.get(name), above.get(name))),
    );
    const without = (set: ResolvedDeclarations): ResolvedDeclarations =>
      repeated.some((name) => set.has(name)) ? new Map([...set].filter(([name]) => !repeated.includes(name))) : set;
    const lean = shareEqual(rest.byInterval, without);
    handed[index] = Array.from({ length: intervals }, (_, at) =>
      handDown(parents?.[at], required(lean[at]), byBrowser, index),
    );
    conditional[index] = conditionsBelow(above, lean, values, repeated, index, byBrowser);
    return [
      { condition: rest.condition, byInterval: lean },
      ...mine.slice(1).flatMap((look) => {
        if (look.condition.part) return [look];
        const byInterval = look.byInterval.map(without);
        return byInterval.some(({ size }) => size > 0) ? [{ condition: look.condition, byInterval }] : [];
      }),
    ];
  });
}

const HANDS_DOWN = /^(inherit|unset)$/;

/** Of each inherited property: its value under each condition, by the key of the condition. */
type ConditionalValues = ReadonlyMap<string, ReadonlyMap<string, ConditionalValue>>;

interface ConditionalValue {
  readonly condition: Condition;
  readonly value: string;
}

const NO_CONDITIONS: ConditionalValues = new Map();

function conditionalValues(looks: readonly ResolvedStyle[], element: number): ConditionalValues {
  const found = new Map<string, Map<string, ConditionalValue>>();
  for (const { condition, byInterval } of looks) {
    if (condition.part) continue;
    for (const name of namesIn(byInterval)) {
      if (!INHERITED.has(name)) continue;
      const text = JSON.stringify(byInterval.map((set) => set.get(name) ?? null));
      const value = UNKNOWN.test(text.replace(/[",[\]]/g, ' ').trim()) ? `${text} of ${element}` : text;
      const known = found.get(name) ?? new Map<string, ConditionalValue>();
      found.set(name, known.set(conditionKey(condition), { condition, value }));
    }
  }
  return found;
}

function isSameUnder(
  own: ReadonlyMap<string, ConditionalValue> | undefined,
  above: ReadonlyMap<string, ConditionalValue> | undefined,
): boolean {
  if ((own?.size ?? 0) !== (above?.size ?? 0)) return false;
  return [...(own ?? [])].every(([key, { value }]) => above?.get(key)?.value === value);
}

/** What the children of an element inherit under conditions, as they see them. */
function conditionsBelow(
  above: ConditionalValues,
  rest: readonly ResolvedDeclarations[],
  own: ConditionalValues,
  repeated: readonly string[],
  element: number,
  byBrowser: ReadonlySet<string>,
): ConditionalValues {
  const declared = new Set([...namesIn(rest).filter((name) => INHERITED.has(name)), ...byBrowser]);
  if (own.size === 0 && ![...declared].some((name) => above.has(name))) return above;
  const found = new Map<string, ReadonlyMap<string, ConditionalValue>>();
  for (const name of new Set([...above.keys(), ...own.keys()])) {
    const mine = repeated.includes(name) ? [] : [...(own.get(name) ?? [])];
    const below = mine.flatMap(([, { condition, value }]): [string, ConditionalValue][] => {
      const seen = forChildren(condition, element);
      return seen ? [[conditionKey(seen), { condition: seen, value }]] : [];
    });
    const kept = declared.has(name) ? [] : [...(above.get(name) ?? [])];
    if (kept.length + below.length) found.set(name, new Map([...kept, ...below]));
  }
  return found;
}

function handDown(
  parent: ReadonlyMap<string, string> | undefined,
  set: ResolvedDeclarations,
  byBrowser: ReadonlySet<string>,
  element: number,
): ReadonlyMap<string, string> {
  const changed = [...set].filter(([name]) => INHERITED.has(name));
  if (parent && changed.length === 0 && byBrowser.size === 0) return parent;
  const map = new Map(parent);
  for (const name of byBrowser) map.set(name, `(browser ${element})`);
  if (byBrowser.has('font-size') || set.has('font-size'))
    for (const [name, value] of map)
      if (name !== 'font-size' && UNKNOWN.test(value)) map.set(name, `(relative ${element})`);
  for (const [name, value] of changed) map.set(name, UNKNOWN.test(value) ? `(relative ${element})` : value);
  return map;
}
