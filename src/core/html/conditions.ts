import { atRules, compareWhen } from '../css/at-rules.js';

/** Conditions other than width under which declarations hold, and how they depend on each other. */

/** Under which condition a look differs from the look at rest. No member: at rest. All that are given must hold. */
export interface Condition {
  /** The generated part that it is of, e.g. `::before`: not a condition, but another thing that is styled. */
  readonly part?: string;
  /** States of the element itself, e.g. `:hover:not(:disabled)`. */
  readonly state?: string;
  /** Number of the ancestor, or of the element beside, that must be in `state`. */
  readonly within?: StateOfAnother;
  /** At-rules, e.g. `@media (prefers-color-scheme: dark)`; several one after the other. */
  readonly when?: string;
}

export interface StateOfAnother {
  readonly element: number;
  readonly state: string;
  readonly beside?: boolean;
}

export const AT_REST: Condition = {};

/** Equal for equal conditions. */
export function conditionKey({ part = '', state = '', within, when = '' }: Condition): string {
  const other = within ? `${within.element}${within.beside ? '~' : ' '}${within.state}` : '';
  return [part, state, other, when].join('|');
}

/** States, one by one: `:hover:not(:disabled)` are two; an attribute is one as well. */
export function statesIn(state: string | undefined): string[] {
  return state?.match(/:[\w-]+(\((?:[^()]|\((?:[^()]|\([^()]*\))*\))*\))?|\[[^\]]*\]/g) ?? [];
}

/** Whether an element holds another one, both by number. */
export type Holds = (outer: number, inner: number) => boolean;

/** Both conditions at once; undefined if that cannot be, or cannot be written as one. */
export function both(a: Condition, b: Condition, holds: Holds = () => false): Condition | undefined {
  if (a.part !== undefined && b.part !== undefined && a.part !== b.part) return undefined;
  const part = a.part ?? b.part;
  const state = [...new Set([...statesIn(a.state), ...statesIn(b.state)])].join('');
  const within = bothWithin(a.within, b.within, holds);
  const rules = [...new Set([...atRules(a.when), ...atRules(b.when)])];
  if ((!within && (a.within ?? b.within)) || contradict(rules) || isNever(state)) return undefined;
  const when = rules.sort((x, y) => (x < y ? -1 : 1)).join(' ');
  return {
    ...(part === undefined ? {} : { part }),
    ...(state ? { state } : {}),
    ...(within ? { within } : {}),
    ...(when ? { when } : {}),
  };
}

function bothWithin(
  a: StateOfAnother | undefined,
  b: StateOfAnother | undefined,
  holds: Holds,
): StateOfAnother | undefined {
  if (!a || !b) return a ?? b;
  if (passesTo(a, b, holds)) return a;
  if (passesTo(b, a, holds)) return b;
  if (a.element !== b.element || Boolean(a.beside) !== Boolean(b.beside)) return undefined;
  return { ...a, state: [...new Set([...statesIn(a.state), ...statesIn(b.state)])].join('') };
}

/** `:hover:not(:hover)`: what is asked for and denied. */
function isNever(state: string): boolean {
  const all = new Set(statesIn(state));
  return [...all].some((each) => all.has(`:not(${each})`));
}

/** Whether an element that holds another is in its state whenever the other is in its own. */
function passesTo(inner: StateOfAnother, outer: StateOfAnother, holds: Holds): boolean {
  if (inner.beside || outer.beside || !holds(outer.element, inner.element)) return false;
  const passed = new Set(statesIn(inner.state).map((state) => PASSED_UP[state]));
  return statesIn(outer.state).every((state) => passed.has(state));
}

/** A media feature that stands alone in its query: two values of one never hold at once. */
const ONE_FEATURE = /^@media \(([a-z-]+): ?([a-z-]+)\)$/;

function contradict(rules: readonly string[]): boolean {
  const values = new Map<string, string>();
  return rules.some((rule) => {
    const [, name = '', value = ''] = ONE_FEATURE.exec(rule) ?? [];
    if (!name) return false;
    const before = values.get(name);
    values.set(name, value);
    return before !== undefined && before !== value;
  });
}

/** States that an element can only be in while it, or what holds it, is in another one too (HTML, 4.16.3). */
const IMPLIED: Readonly<Record<string, readonly string[]>> = {
  ':focus-visible': [':focus', ':focus-within'],
  ':focus': [':focus-within'],
};
/** States that pass from an element to all that hold it. */
const PASSED_UP: Readonly<Record<string, string>> = {
  ':hover': ':hover',
  ':active': ':active',
  ':focus': ':focus-within',
  ':focus-visible': ':focus-within',
  ':focus-within': ':focus-within',
};

/** Whether whatever holds an element in a state is in it too. */
export function passesUp(state: string): boolean {
  return PASSED_UP[state] === state;
}

function withImplied(states: readonly string[]): ReadonlySet<string> {
  return new Set(states.flatMap((state) => [state, ...(IMPLIED[state] ?? [])]));
}

/**
 * Whether another condition of the same element holds wherever this one does.
 */
export function implies(condition: Condition, other: Condition, holds: Holds): boolean {
  if (condition.part !== other.part) return false;
  const rules = new Set(atRules(condition.when));
  if (!atRules(other.when).every((rule) => rules.has(rule))) return false;
  const own = withImplied([...statesIn(condition.state)]);
  if (!statesIn(other.state).every((state) => own.has(state))) return false;
  if (!other.within) return true;
  const { element, state, beside } = other.within;
  const known = new Set<string>();
  const { within } = condition;
  if (within && within.element === element && Boolean(within.beside) === Boolean(beside))
    for (const each of withImplied(statesIn(within.state))) known.add(each);
  if (!beside) {
    for (const each of statesIn(condition.state)) known.add(PASSED_UP[each] ?? '');
    if (within && !within.beside && holds(element, within.element))
      for (const each of statesIn(within.state)) known.add(PASSED_UP[each] ?? '');
  }
  return statesIn(state).every((each) => known.has(each));
}

/** The condition as the parent of an element sees it: own states pass up, those of the parent are its own. */
export function forParent({ state, within, when }: Condition, parent: number): Condition {
  const up = statesIn(state).flatMap((each) => PASSED_UP[each] ?? []);
  const own = within?.element === parent && !within.beside ? statesIn(within.state) : [];
  const states = [...new Set([...up, ...own])].join('');
  const beyond = within && within.element !== parent ? within : undefined;
  return { ...(states ? { state: states } : {}), ...(beyond ? { within: beyond } : {}), ...(when ? { when } : {}) };
}

/** The condition as the children of an element see it. Undefined if that cannot be written. */
export function forChildren(condition: Condition, element: number): Condition | undefined {
  const { state, within, when } = condition;
  if (state && within) return undefined;
  const elsewhere = state ? { element, state } : within;
  return { ...(elsewhere ? { within: elsewhere } : {}), ...(when ? { when } : {}) };
}

/** How many classes and states the selector of a condition counts beyond that of its style (Selectors 4, 17). */
function weightOf({ state, within }: Condition): number {
  const weight = (text: string | undefined): number =>
    statesIn(text).reduce((sum, each) => sum + weightOfState(each), 0);
  return weight(state) + (within ? 1 + weight(within.state) : 0);
}

/** An id counts more than any number of classes; `:has()` counts as what is in it. */
const ID = 1000;

function weightOfState(state: string): number {
  const inside = /^:has\((.*)\)$/.exec(state)?.[1];
  if (inside === undefined) return 1;
  return statesIn(inside).length + (inside.match(/#/g) ?? []).length * ID;
}

/**
 * The order in which the rules of a style win over each other in what is rendered: by specificity, then at-rules after the
 * rest, those of fewer conditions first (`core/render/css.ts`). Negative if the first loses.
 */
export function compareConditions(a: Condition, b: Condition): number {
  return weightOf(a) - weightOf(b) || compareWhen(a.when, b.when);
}
