import { required } from '../data/required.js';
import type { CapturedNode } from './captured.js';
import type { Condition, CascadedDeclarations, CascadedStyle } from './cascade.js';

/** Winning declarations with `var()` written out, longhands only. */
export type ResolvedDeclarations = ReadonlyMap<string, string>;

export interface ResolvedStyle {
  readonly condition: Condition;
  readonly byInterval: readonly ResolvedDeclarations[];
}

/** A declaration that only a browser can write out as longhands. */
export type Pair = readonly [property: string, value: string];

/** Looks whose substituted declarations still wait for a browser to expand them; `pairs` says which. */
export interface PendingStyles {
  readonly pairs: readonly Pair[];
  readonly finish: (expanded: readonly Readonly<Record<string, string>>[]) => ResolvedStyle[][];
}

type Environment = ReadonlyMap<string, string>;
type Pending = Map<string, string | { readonly pair: number; readonly longhand: string }>;

/**
 * Replaces `var()` by the values that custom properties have on each element in each interval
 * (CSS Custom Properties 1, section 3). A reference to nothing makes the declaration invalid: it becomes `unset`.
 */
export function writeOutVariables(nodes: readonly CapturedNode[], looks: readonly CascadedStyle[][]): PendingStyles {
  const pairs: Pair[] = [];
  const pairNumbers = new Map<string, number>();
  const numberOf = (property: string, value: string): number => {
    const key = `${property}:${value}`;
    const known = pairNumbers.get(key);
    if (known !== undefined) return known;
    pairNumbers.set(key, pairs.length);
    pairs.push([property, value]);
    return pairs.length - 1;
  };
  const intervals = looks.find((look) => look.length)?.[0]?.byInterval.length ?? 1;
  const environments: Environment[][] = [];
  const known = new Map<CascadedDeclarations, Map<Environment, Pending>>();

  const pendingOf = (raw: CascadedDeclarations, environment: Environment): Pending => {
    let byEnvironment = known.get(raw);
    if (!byEnvironment) known.set(raw, (byEnvironment = new Map()));
    let pending = byEnvironment.get(environment);
    if (!pending) byEnvironment.set(environment, (pending = substituteAll(raw, environment, numberOf)));
    return pending;
  };

  const pending = nodes.map((node, element) => {
    const parents = node.parent >= 0 ? environments[node.parent] : undefined;
    const own = looks[element] ?? [];
    const rest = own[0];
    const here = Array.from({ length: intervals }, (_, index) =>
      environmentOf(parents?.[index] ?? EMPTY, rest?.byInterval[index]),
    );
    environments[element] = here;
    return own.map((look) => ({
      condition: look.condition,
      byInterval: look.byInterval.map((raw, index) => {
        const base = required(here[index]);
        return pendingOf(raw, look === rest ? base : environmentOf(base, raw));
      }),
    }));
  });
  const finish: PendingStyles['finish'] = (expanded) => {
    const finished = new Map<Pending, ResolvedDeclarations>();
    const finishOne = (pending: Pending): ResolvedDeclarations => {
      let lookDeclarations = finished.get(pending);
      if (!lookDeclarations) finished.set(pending, (lookDeclarations = fillIn(pending, expanded)));
      return lookDeclarations;
    };
    return pending.map((own) =>
      own.map(({ condition, byInterval }) => ({ condition, byInterval: byInterval.map(finishOne) })),
    );
  };
  return { pairs, finish };
}

const EMPTY: Environment = new Map();
const sameEnvironments = new WeakMap<Environment, Map<string, Environment>>();

const knownEnvironments = new WeakMap<CascadedDeclarations, WeakMap<Environment, Environment>>();

/** Custom properties of an element: the parent's, with its own resolved on top. Equal ones are the same object. */
function environmentOf(parent: Environment, raw: CascadedDeclarations | undefined): Environment {
  if (raw === undefined) return parent;
  const known = knownEnvironments.get(raw) ?? new WeakMap<Environment, Environment>();
  knownEnvironments.set(raw, known);
  const environment = known.get(parent) ?? resolvedOn(parent, raw);
  known.set(parent, environment);
  return environment;
}

function resolvedOn(parent: Environment, raw: CascadedDeclarations): Environment {
  const own: [string, string][] = [];
  for (const [name, value] of raw) if (name.startsWith('--') && typeof value === 'string') own.push([name, value]);
  if (own.length === 0) return parent;
  const key = own.map((pair) => pair.join(':')).join(';');
  let map = sameEnvironments.get(parent);
  if (!map) sameEnvironments.set(parent, (map = new Map()));
  const before = map.get(key);
  if (before) return before;
  const environment = new Map(parent);
  for (const [name, value] of own) environment.set(name, value);
  const resolved = new Map(parent);
  const ownNames = new Set(own.map(([name]) => name));
  const visiting = new Set<string>();
  const lookUp = (name: string): string | undefined => {
    if (!ownNames.has(name)) return parent.get(name);
    if (visiting.has(name)) return undefined;
    visiting.add(name);
    const value = required(environment.get(name));
    const done = value === 'inherit' ? parent.get(name) : value === 'initial' ? undefined : substitute(value, lookUp);
    visiting.delete(name);
    return done;
  };
  for (const [name] of own) {
    const value = lookUp(name);
    if (value === undefined) resolved.delete(name);
    else resolved.set(name, value);
  }
  map.set(key, resolved);
  return resolved;
}

function substituteAll(
  raw: CascadedDeclarations,
  environment: Environment,
  numberOf: (property: string, value: string) => number,
): Pending {
  const result: Pending = new Map();
  for (const [name, value] of raw) {
    if (name.startsWith('--')) continue;
    if (typeof value === 'string' && !value.includes('var(')) {
      result.set(name, value);
      continue;
    }
    const pending = typeof value === 'string' ? { shorthand: name, value } : value;
    const text = substitute(pending.value, (variable) => environment.get(variable));
    result.set(name, text === undefined ? 'unset' : { pair: numberOf(pending.shorthand, text.trim()), longhand: name });
  }
  return result;
}

function fillIn(pending: Pending, expanded: readonly Readonly<Record<string, string>>[]): ResolvedDeclarations {
  const map = new Map<string, string>();
  for (const [name, value] of pending) {
    if (typeof value === 'string') map.set(name, value);
    else map.set(name, expanded[value.pair]?.[value.longhand] || 'unset');
  }
  return map;
}

/** Replaces every `var()` in a value. Undefined if one of them refers to nothing and has no fallback. */
export function substitute(value: string, lookUp: (name: string) => string | undefined): string | undefined {
  let rest = value;
  let result = '';
  for (let at = findVariable(rest); at >= 0; at = findVariable(rest)) {
    const end = closing(rest, at + 3);
    const inside = rest.slice(at + 4, end);
    const comma = inside.indexOf(',');
    const name = (comma < 0 ? inside : inside.slice(0, comma)).trim();
    const fallback = comma < 0 ? undefined : inside.slice(comma + 1).trim();
    const found = lookUp(name) ?? (fallback === undefined ? undefined : substitute(fallback, lookUp));
    if (found === undefined) return undefined;
    result += rest.slice(0, at) + found;
    rest = rest.slice(end + 1);
  }
  return result + rest;
}

function findVariable(text: string): number {
  const found = /(^|[^\w-])var\(/.exec(text);
  return found ? found.index + required(found[1]).length : -1;
}

function closing(text: string, open: number): number {
  let depth = 0;
  for (let at = open; at < text.length; at += 1) {
    if (text[at] === '(') depth += 1;
    else if (text[at] === ')' && (depth -= 1) === 0) return at;
  }
  return text.length;
}
