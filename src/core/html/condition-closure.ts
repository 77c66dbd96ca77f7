import { both, conditionKey, type Condition, type Holds } from './conditions.js';
import { required } from '../data/required.js';

/** Most conditions of one element, or of one of its parts, that are told apart. */
const MOST_CONDITIONS = 160;

/**
 * Conditions, and every two and three of them at once that have to do with each other.
 * @param touched the properties that each changes; where two change none in common, nothing comes of both at once
 */
export function closure(
  conditions: readonly Condition[],
  touched: ReadonlyMap<string, ReadonlySet<string>>,
  holds: Holds,
): Condition[] {
  const found = new Map(
    conditions.map((condition) => {
      const key = conditionKey(condition);
      return [key, { condition, names: touched.get(key) ?? new Set<string>() }] as const;
    }),
  );
  const single = [...found.values()];
  let last = single;
  for (let round = 0; round < 2 && last.length; round += 1) {
    const more: typeof single = [];
    for (const first of last)
      for (const second of single) {
        if (![...first.names].some((name) => second.names.has(name))) continue;
        const condition = both(first.condition, second.condition, holds);
        const key = condition && conditionKey(condition);
        if (key === undefined || found.has(key) || found.size >= MOST_CONDITIONS) continue;
        const entry = { condition: required(condition), names: new Set([...first.names, ...second.names]) };
        found.set(key, entry);
        more.push(entry);
      }
    last = more;
  }
  return [...found.values()].map(({ condition }) => condition);
}
