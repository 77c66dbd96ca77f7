import { required } from '../data/required.js';
import type { Breakpoint, Declarations, SharedStyle, StyleVariant } from '../document/types.js';
import type { Condition } from './conditions.js';
import { INHERITED } from '../css/inherited.js';
import type { Interval } from './intervals.js';
import { simplifyValues } from './values.js';
import type { ResolvedStyle, ResolvedDeclarations } from './variables.js';

/** Breakpoints of a page: one for each interval but the widest. */
export function breakpointsOf(intervals: readonly Interval[]): Breakpoint[] {
  return intervals.slice(1).map(({ below }) => ({ name: `below-${required(below)}`, below: required(below) }));
}

/** What a property is where nothing declares it, written so that it undoes a declaration for a wider screen. */
export type DefaultOf = (property: string) => string;

/** The defaults of an element as the probe found them. */
export function defaultsFor(
  values: Readonly<Record<string, string>> | undefined,
  byBrowser: readonly string[],
  attributes: Readonly<Record<string, string>> = {},
): DefaultOf {
  return (property) => {
    const hint = property === 'width' || property === 'height' ? attributes[property] : undefined;
    if (hint) return /^\d+$/.test(hint) ? `${hint}px` : hint;
    if (INHERITED.has(property)) return byBrowser.includes(property) ? 'revert' : 'inherit';
    const value = values?.[property];
    return value && !/color|origin|block-size|inline-size/.test(property) ? value : 'revert';
  };
}

/** Turns looks by interval into a style: the look on the widest screen, then what changes at each breakpoint. */
export function styleOf(
  looks: readonly ResolvedStyle[],
  breakpoints: readonly Breakpoint[],
  defaultOf: DefaultOf,
  styleNameOf: (element: number) => string,
): SharedStyle {
  const rest = looks.find(({ condition }) => isRest(condition));
  const variants: StyleVariant[] = [];
  for (const look of looks) {
    const { condition, byInterval } = look;
    const shared = conditionOf(condition, styleNameOf);
    const base = condition.part
      ? looks.find((other) => other !== look && other.condition.part === condition.part && isBare(other.condition))
      : rest;
    const fallback: (index: number) => DefaultOf = (index) => (property) => {
      if (look === rest || isBare(condition)) return condition.part ? 'revert' : defaultOf(property);
      return base?.byInterval[index]?.get(property) ?? (condition.part ? 'revert' : defaultOf(property));
    };
    if (!isRest(condition) && (byInterval[0]?.size ?? 0) > 0)
      variants.push({ ...shared, set: spelledOut(asRecord(required(byInterval[0])), condition.part, defaultOf) });
    breakpoints.forEach(({ name }, at) => {
      const set = changes(required(byInterval[at]), required(byInterval[at + 1]), fallback(at + 1));
      if (Object.keys(set).length) variants.push({ at: name, ...shared, set });
    });
  }
  return { rest: asRecord(rest?.byInterval[0] ?? new Map()), ...(variants.length ? { variants } : {}) };
}

/** What is as the browser has it is said by its value where that is known. */
function spelledOut(set: Declarations, part: string | undefined, defaultOf: DefaultOf): Declarations {
  if (part !== undefined) return set;
  return Object.fromEntries(
    Object.entries(set).map(([name, value]) => [name, value === 'revert' ? defaultOf(name) : value]),
  );
}

function isRest({ part, state, within, when }: Condition): boolean {
  return !part && !state && !within && !when;
}

function isBare({ part, state, within, when }: Condition): boolean {
  return Boolean(part) && !state && !within && !when;
}

function conditionOf(
  { part, state, within, when }: Condition,
  styleNameOf: (element: number) => string,
): Omit<StyleVariant, 'set' | 'at'> {
  return {
    ...(when ? { when } : {}),
    ...(part ? { part } : {}),
    ...(state ? { state } : {}),
    ...(within ? { within: { ...withoutElement(within), style: styleNameOf(within.element) } } : {}),
  };
}

function withoutElement({ state, beside }: NonNullable<Condition['within']>): { state: string; beside?: true } {
  return { state, ...(beside ? { beside } : {}) };
}

function asRecord(set: ResolvedDeclarations): Declarations {
  return Object.fromEntries(simplifyValues(set));
}

function changes(above: ResolvedDeclarations, below: ResolvedDeclarations, defaultOf: DefaultOf): Declarations {
  const record: Record<string, string> = {};
  if (above === below) return record;
  const [wider, narrower] = [simplifyValues(above), simplifyValues(below)];
  for (const [name] of wider) if (!narrower.has(name)) record[name] = defaultOf(name);
  for (const [name, value] of narrower) if (wider.get(name) !== value) record[name] = value;
  return record;
}
