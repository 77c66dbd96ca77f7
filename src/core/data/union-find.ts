import { required } from './required.js';

/** Things that are joined in pairs, as the groups that come of it. */
export class UnionFind<Key> {
  private readonly parents = new Map<Key, Key>();

  /** The thing that stands for the group of another. */
  root(key: Key): Key {
    let at = key;
    for (let up = this.parents.get(at); up !== undefined && up !== at; up = this.parents.get(at)) {
      /* Ways get shorter as they are gone. */
      this.parents.set(at, this.parents.get(up) ?? up);
      at = up;
    }
    return at;
  }

  /** Puts two things, and all that is in their groups, into the group of the first. */
  join(first: Key, second: Key): void {
    const [a, b] = [this.root(first), this.root(second)];
    if (a !== b) this.parents.set(b, a);
  }

  /** Some things by their groups, each group and its things in the order in which they were given. */
  groups<Value>(values: readonly Value[], keyOf: (value: Value) => Key): Value[][] {
    const groups = new Map<Key, Value[]>();
    for (const value of values) {
      const root = this.root(keyOf(value));
      if (!groups.has(root)) groups.set(root, []);
      required(groups.get(root)).push(value);
    }
    return [...groups.values()];
  }
}
