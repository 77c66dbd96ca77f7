/** A value and how often it is used. */
export interface Use<Value> {
  readonly value: Value;
  readonly count: number;
}

/** Counts values that are the same by their text, most used first, equal ones in order of appearance. */
export function tally<Value>(values: readonly Value[], keyOf: (value: Value) => string = String): Use<Value>[] {
  const counts = new Map<string, { value: Value; count: number }>();
  for (const value of values) {
    const key = keyOf(value);
    const known = counts.get(key);
    if (known) known.count += 1;
    else counts.set(key, { value, count: 1 });
  }
  return [...counts.values()].sort((a, b) => b.count - a.count);
}

/**
 * Values that are nearly, but not quite, a more used one: each with the one it is near to.
 * @param near whether two values are nearly equal
 */
export function nearlyEqual<Value>(
  uses: readonly Use<Value>[],
  near: (a: Value, b: Value) => boolean,
): { readonly rare: Use<Value>; readonly usual: Use<Value> }[] {
  return uses.flatMap((rare, index) => {
    const usual = uses.slice(0, index).find((use) => near(use.value, rare.value));
    return usual ? [{ rare, usual }] : [];
  });
}
