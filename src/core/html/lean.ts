import { required } from '../data/required.js';
import type { CapturedNode } from './captured.js';
import { INHERITED } from '../css/inherited.js';
import { conditionKey, forChildren, type Condition } from './conditions.js';
import type { ResolvedStyle, ResolvedDeclarations } from './variables.js';

/** What a browser does with bare elements: which declarations are idle, and which inherited properties it sets itself. */
export interface Probed {
  readonly idle: readonly (readonly string[])[];
  readonly defaults: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly own: Readonly<Record<string, readonly string[]>>;
}

export interface ProbeRequest {
  readonly items: readonly { readonly element: string; readonly set: readonly (readonly [string, string])[] }[];
  /** Number of the item for a set of declarations on an element. */
  readonly numberOf: (element: string, set: ResolvedDeclarations) => number | undefined;
}

/** Attributes that are presentational hints (HTML, 15 rendering): they style an element like a rule would. */
const HINTS = [
  'align',
  'valign',
  'bgcolor',
  'border',
  'cellpadding',
  'cellspacing',
  'nowrap',
  'width',
  'height',
  'hidden',
  'size',
  'dir',
];
/** Of these any number will do; what matters is that there is one. */
const NUMBERS = new Set(['border', 'cellpadding', 'cellspacing', 'width', 'height', 'size']);

/** How an element is named to the probe: its tag, and the attributes that change how browsers style it. */
export function probeName(node: CapturedNode, part?: string): string {
  if (part) return '::part';
  const { attributes = {} } = node;
  const tag = /^[\w-]+$/.test(node.tag ?? '') ? required(node.tag) : 'div';
  const type = tag === 'input' ? `[type=${(attributes['type'] ?? 'text').replace(/[^\w-]/g, '') || 'text'}]` : '';
  const link = tag === 'a' && attributes['href'] !== undefined ? '[href]' : '';
  const hints = HINTS.filter((name) => attributes[name] !== undefined).map(
    (name) => `[${name}=${NUMBERS.has(name) ? '7' : required(attributes[name]).replace(/[^\w#-]/g, '')}]`,
  );
  return `${tag}${type}${link}${hints.join('')}`;
}

/** The distinct sets of declarations that a browser has to judge. */
export function probeRequest(nodes: readonly CapturedNode[], looks: readonly ResolvedStyle[][]): ProbeRequest {
  const items: { element: string; set: (readonly [string, string])[] }[] = [];
  const numbers = new Map<string, Map<ResolvedDeclarations, number>>();
  nodes.forEach((node, index) => {
    for (const { condition, byInterval } of looks[index] ?? []) {
      if (condition.state || condition.within || condition.when) continue;
      const element = probeName(node, condition.part);
      let known = numbers.get(element);
      if (!known) numbers.set(element, (known = new Map()));
      for (const set of byInterval) {
        if (known.has(set)) continue;
        known.set(set, items.length);
        items.push({ element, set: [...set] });
      }
    }
  });
  return { items, numberOf: (element, set) => numbers.get(element)?.get(set) };
}

/** Drops declarations that are idle in every interval in which they stand. */
export function dropIdle(
  nodes: readonly CapturedNode[],
  looks: readonly ResolvedStyle[][],
  request: ProbeRequest,
  probed: Probed,
): ResolvedStyle[][] {
  const known = new Map<string, Map<string, readonly ResolvedDeclarations[]>>();
  const cut = new Map<ResolvedDeclarations, number>();
  const idOf = (set: ResolvedDeclarations): number => {
    if (!cut.has(set)) cut.set(set, cut.size);
    return required(cut.get(set));
  };
  const coloured: boolean[] = [];
  return nodes.map((node, index) => {
    coloured[index] = (node.parent >= 0 && coloured[node.parent] === true) || changesColour(looks[index] ?? []);
    const keeps = coloured[index] ? OF_THE_COLOUR : /^$/;
    return (looks[index] ?? []).map((look) => {
      const { condition, byInterval } = look;
      if (condition.state || condition.within || condition.when) return look;
      const element = probeName(node, condition.part);
      const key = `${byInterval.map(idOf).join()} ${coloured[index]}`;
      let byKey = known.get(element);
      if (!byKey) known.set(element, (byKey = new Map()));
      let lookDeclarations = byKey.get(key);
      if (!lookDeclarations)
        byKey.set(key, (lookDeclarations = withoutIdle(element, byInterval, request, probed, keeps)));
      return { condition, byInterval: lookDeclarations };
    });
  });
}

/** Properties that are the colour of the text where nothing else is declared (CSS Color 4, currentcolor). */
const OF_THE_COLOUR =
  /^(border|column-rule|outline|text-decoration|text-emphasis|caret|-webkit-text-(fill|stroke))(-[a-z]+)*-color$|shadow$/;

function changesColour(looks: readonly ResolvedStyle[]): boolean {
  return looks.some(
    ({ condition: { state, within, when }, byInterval }) =>
      Boolean(state ?? within ?? when) && byInterval.some((set) => set.has('color')),
  );
}

function withoutIdle(
  element: string,
  byInterval: readonly ResolvedDeclarations[],
  request: ProbeRequest,
  probed: Probed,
  keeps: RegExp,
): ResolvedDeclarations[] {
  const idle = byInterval.map((set) => new Set(probed.idle[request.numberOf(element, set) ?? -1] ?? []));
  const needed = new Set<string>();
  byInterval.forEach((set, index) => {
    for (const name of set.keys()) if (!idle[index]?.has(name) || keeps.test(name)) needed.add(name);
  });
  return shareEqual(byInterval, (set) => new Map([...set].filter(([name]) => needed.has(name))));
}

/** Keeps it cheap to see that two intervals are alike: equal inputs give the same object. */
function shareEqual(
  list: readonly ResolvedDeclarations[],
  change: (set: ResolvedDeclarations) => ResolvedDeclarations,
): ResolvedDeclarations[] {
  const map = new Map<ResolvedDeclarations, ResolvedDeclarations>();
  return list.map((set) => {
    let lookDeclarations = map.get(set);
    if (!lookDeclarations) map.set(set, (lookDeclarations = change(set)));
    return lookDeclarations;
  });
}

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

function namesIn(sets: readonly ResolvedDeclarations[]): string[] {
  const names = new Set<string>();
  for (const set of new Set(sets)) for (const name of set.keys()) names.add(name);
  return [...names];
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

/** Properties that are not inherited by themselves but that style sheets hand down with `inherit`, as plain keywords. */
const HANDED_DOWN = ['box-sizing'];

/** Writes `inherit` out for properties where the parent's value is a plain keyword. */
export function writeOutInherit(nodes: readonly CapturedNode[], looks: readonly ResolvedStyle[][]): ResolvedStyle[][] {
  const values: string[][] = [];
  const written = new Map<string, ResolvedDeclarations>();
  const ids = new Map<ResolvedDeclarations, number>();
  const idOf = (set: ResolvedDeclarations): number => ids.get(set) ?? (ids.set(set, ids.size), ids.size - 1);
  return nodes.map((node, index) => {
    const mine = looks[index] ?? [];
    const parents = node.parent >= 0 ? values[node.parent] : undefined;
    const resolve = (
      set: ResolvedDeclarations,
      at: number,
      above: readonly string[] | undefined,
    ): ResolvedDeclarations => {
      let lookDeclarations = set;
      HANDED_DOWN.forEach((name, which) => {
        if (set.get(name) !== 'inherit') return;
        const value = above?.[at * HANDED_DOWN.length + which] ?? 'initial';
        const key = `${idOf(lookDeclarations)}|${name}|${value}`;
        let entry = written.get(key);
        if (!entry) written.set(key, (entry = new Map(lookDeclarations).set(name, value)));
        lookDeclarations = entry;
      });
      return lookDeclarations;
    };
    const [rest, ...others] = mine;
    if (!rest) return mine;
    const restMade = {
      condition: rest.condition,
      byInterval: rest.byInterval.map((set, at) => resolve(set, at, parents)),
    };
    values[index] = restMade.byInterval.flatMap((set) => HANDED_DOWN.map((name) => set.get(name) ?? 'initial'));
    return [
      restMade,
      ...others.map(({ condition, byInterval }) => ({
        condition,
        byInterval: byInterval.map((set, at) => resolve(set, at, values[index])),
      })),
    ];
  });
}
