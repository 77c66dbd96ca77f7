/** Things by what a function says of them, groups and members in their order; what it says nothing of is left out. */
export function groupBy<Thing>(
  things: Iterable<Thing>,
  keyOf: (thing: Thing) => string | undefined,
): Map<string, Thing[]> {
  const groups = new Map<string, Thing[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    if (key === undefined) continue;
    const group = groups.get(key);
    if (group) group.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
