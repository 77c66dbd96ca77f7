import type { ResolvedDeclarations } from './variables.js';

/** Keeps it cheap to see that two intervals are alike: equal inputs give the same object. */
export function shareEqual(
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

export function namesIn(sets: readonly ResolvedDeclarations[]): string[] {
  const names = new Set<string>();
  for (const set of new Set(sets)) for (const name of set.keys()) names.add(name);
  return [...names];
}
