import type { PendingDeclarations, ResolvedDeclarations, ResolvedStyle } from './variables.js';
import { type Holds, implies, compareConditions, type Condition, both } from './conditions.js';
import { required } from '../data/required.js';

/** The looks of a chain: at rest, and under each condition what would be something else without it. */
export function looksOf(
  [rest, ...others]: PendingChain,
  finish: (pending: PendingDeclarations) => ResolvedDeclarations,
  holds: Holds,
): ResolvedStyle[] {
  const first = required(rest);
  const found: ResolvedStyle[] = [{ condition: first.condition, byInterval: first.byInterval.map(finish) }];
  const weight = ({ condition }: PendingLook): number =>
    others.filter((other) => implies(condition, other.condition, holds)).length;
  const ordered = others
    .map((look) => ({ look, weight: weight(look) }))
    .sort((a, b) => a.weight - b.weight)
    .map(({ look }) => look);
  for (const { condition, byInterval } of ordered) {
    const wanted = byInterval.map(finish);
    const under = found
      .filter((look) => look.condition === first.condition || implies(condition, look.condition, holds))
      .sort((a, b) => compareConditions(a.condition, b.condition));
    const names = new Set(
      wanted.flatMap((set, at) =>
        [...set].flatMap(([name, value]) => (predicted(under, name, at) === value ? [] : [name])),
      ),
    );
    if (names.size === 0) continue;
    const kept = wanted.map((set) => new Map([...set].filter(([name]) => names.has(name))));
    found.push({ condition: strongEnough(condition, names, under, holds), byInterval: kept });
  }
  return [required(found[0]), ...found.slice(1).sort((a, b) => compareConditions(a.condition, b.condition))];
}

/** The value of a property by the looks that hold, the strongest last. */
function predicted(looks: readonly ResolvedStyle[], name: string, at: number): string | undefined {
  return looks.findLast(({ byInterval }) => byInterval[at]?.has(name))?.byInterval[at]?.get(name);
}

/** The condition, with what holds then anyway where a stronger look would win otherwise. */
function strongEnough(
  condition: Condition,
  names: ReadonlySet<string>,
  under: readonly ResolvedStyle[],
  holds: Holds,
): Condition {
  const stronger = under.filter(
    (look) =>
      compareConditions(look.condition, condition) >= 0 &&
      look.byInterval.some((set) => [...set.keys()].some((name) => names.has(name))),
  );
  return stronger.reduce((strong, look) => both(strong, look.condition, holds) ?? strong, condition);
}

/** What holds under a condition, in each interval. */
interface PendingLook {
  readonly condition: Condition;
  readonly byInterval: readonly PendingDeclarations[];
}

/** An element, or one of its parts: its look at rest first. */
export type PendingChain = readonly PendingLook[];
