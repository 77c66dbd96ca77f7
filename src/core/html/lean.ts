import { required } from '../data/required.js';
import type { CapturedNode } from './captured.js';
import type { ResolvedStyle, ResolvedDeclarations } from './variables.js';
import { shareEqual } from './declaration-sets.js';

/** What a browser does with bare elements: which declarations are idle, and which inherited properties it sets itself. */
export interface Probed {
  readonly idle: readonly (readonly string[])[];
  readonly defaults: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly own: Readonly<Record<string, readonly string[]>>;
}

interface ProbeRequest {
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

/** What comes from somewhere else than the declarations of an element says nothing where it is looked at alone. */
const ELSEWHERE = /\b(env|var)\(/;

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
    for (const name of set.keys())
      if (!idle[index]?.has(name) || keeps.test(name) || ELSEWHERE.test(set.get(name) ?? '')) needed.add(name);
  });
  return shareEqual(byInterval, (set) => new Map([...set].filter(([name]) => needed.has(name))));
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
