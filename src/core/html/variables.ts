import type { KeptVariables } from './kept-variables.js';
import { required } from '../data/required.js';
import type { CascadedDeclarations } from './cascade.js';
import type { Condition } from './conditions.js';

/** Winning declarations with `var()` written out, longhands only. */
export type ResolvedDeclarations = ReadonlyMap<string, string>;

export interface ResolvedStyle {
  readonly condition: Condition;
  readonly byInterval: readonly ResolvedDeclarations[];
}

/** A declaration that only a browser can write out as longhands. */
export type Pair = readonly [property: string, value: string];

/** The custom properties that an element has, resolved. Equal ones are the same object. */
export type Environment = ReadonlyMap<string, string>;

/** Declarations with `var()` written out; what only a browser can write out as longhands stands as the number of a pair. */
/** What a declaration becomes: its text, or what the browser makes of a pair. */
type PendingValue =
  | string
  | {
      readonly pair: number;
      readonly longhand: string;
      /** The same with probes in place of custom properties that move. */
      readonly probed?: { readonly pair: number; readonly probes: ReadonlyMap<string, string> };
    };
export type PendingDeclarations = ReadonlyMap<string, PendingValue>;

export const NO_VARIABLES: Environment = new Map();
const sameEnvironments = new WeakMap<Environment, Map<string, Environment>>();

const knownEnvironments = new WeakMap<CascadedDeclarations, WeakMap<Environment, Environment>>();

/** Custom properties of an element: the parent's, with its own resolved on top (CSS Custom Properties 1, section 3). */
export function environmentOf(parent: Environment, raw: CascadedDeclarations | undefined): Environment {
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

/**
 * Replaces `var()` by the values that custom properties have. A reference to nothing makes the declaration invalid: it
 * becomes `unset`.
 * @param numberOf the number of a pair
 */
export function substituteAll(
  raw: CascadedDeclarations,
  environment: Environment,
  kept: KeptVariables,
  numberOf: (property: string, value: string) => number,
): PendingDeclarations {
  const result = new Map<string, PendingValue>();
  for (const [name, value] of raw) {
    if (name.startsWith('--')) {
      const own = kept.declared.has(name) ? environment.get(name) : undefined;
      if (own !== undefined) result.set(name, own);
      continue;
    }
    if (typeof value === 'string' && !value.includes('var(')) {
      result.set(name, value);
      continue;
    }
    const pending = typeof value === 'string' ? { shorthand: name, value } : value;
    result.set(name, pendingValue(name, pending, environment, kept, numberOf));
  }
  return result;
}

/** Browsers write no shorthand out that refers to something: it is written out with a probe, which is found again. */
function pendingValue(
  longhand: string,
  { shorthand, value }: { readonly shorthand: string; readonly value: string },
  environment: Environment,
  kept: KeptVariables,
  numberOf: (property: string, value: string) => number,
): PendingValue {
  const written = (lookUp: (variable: string) => string | undefined): number | undefined => {
    const text = substitute(value, lookUp);
    return text === undefined ? undefined : numberOf(shorthand, text.trim());
  };
  const moves = (variable: string): boolean => kept.moving.has(variable);
  if (shorthand === longhand) {
    const pair = written((variable) => (moves(variable) ? `var(${variable})` : environment.get(variable)));
    return pair === undefined ? 'unset' : { pair, longhand };
  }
  const pair = written((variable) => environment.get(variable));
  if (pair === undefined) return 'unset';
  const probes = new Map<string, string>();
  const probed = written((variable) => {
    const probe = kept.moving.get(variable);
    if (probe !== undefined) probes.set(probe, `var(${variable})`);
    return probe ?? environment.get(variable);
  });
  return { pair, longhand, ...(probes.size && probed !== undefined ? { probed: { pair: probed, probes } } : {}) };
}

/** Declarations once the browser has written the pairs out. */
export function fillIn(
  pending: PendingDeclarations,
  expanded: readonly Readonly<Record<string, string>>[],
): ResolvedDeclarations {
  const map = new Map<string, string>();
  for (const [name, value] of pending) {
    if (typeof value === 'string') map.set(name, value);
    else map.set(name, withoutProbes(value, expanded) || expanded[value.pair]?.[value.longhand] || 'unset');
  }
  return map;
}

/** A value with the custom properties in place of their probes; empty if it has none, or none that can be found again. */
function withoutProbes(
  { longhand, probed }: Exclude<PendingValue, string>,
  expanded: readonly Readonly<Record<string, string>>[],
): string {
  const text = probed && expanded[probed.pair]?.[longhand];
  if (!text || ![...probed.probes.keys()].some((probe) => text.includes(probe))) return '';
  return [...probed.probes].reduce((done, [probe, variable]) => done.split(probe).join(variable), text);
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
