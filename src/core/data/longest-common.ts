import { required } from './required.js';

/** Larger tables than this are not made: most of two lists is before the first change or after the last. */
const LARGEST = 9e6;

/** The longest common subsequence of two lists (Wagner and Fischer, 1974), without what both begin and end with. */
export function longest(left: readonly string[], right: readonly string[]): [left: number, right: number][] {
  const most = Math.min(left.length, right.length);
  let first = 0;
  while (first < most && left[first] === right[first]) first += 1;
  let last = 0;
  while (last < most - first && left[left.length - 1 - last] === right[right.length - 1 - last]) last += 1;
  const [rows, columns] = [left.length - first - last, right.length - first - last];
  const ends = (count: number, from: number, to: number): [number, number][] =>
    Array.from({ length: count }, (_, at) => [from + at, to + at]);
  return [...ends(first, 0, 0), ...between(), ...ends(last, left.length - last, right.length - last)];

  function between(): [number, number][] {
    if (rows * columns === 0 || rows * columns > LARGEST) return [];
    const wide = columns + 1;
    const table = new Uint16Array((rows + 1) * wide);
    for (let a = rows - 1; a >= 0; a -= 1)
      for (let b = columns - 1; b >= 0; b -= 1)
        table[a * wide + b] =
          left[first + a] === right[first + b]
            ? required(table[(a + 1) * wide + b + 1]) + 1
            : Math.max(required(table[(a + 1) * wide + b]), required(table[a * wide + b + 1]));
    const found: [number, number][] = [];
    for (let [a, b] = [0, 0]; a < rows && b < columns;) {
      if (left[first + a] === right[first + b]) {
        found.push([first + a, first + b]);
        [a, b] = [a + 1, b + 1];
      } else if (required(table[(a + 1) * wide + b]) >= required(table[a * wide + b + 1])) a += 1;
      else b += 1;
    }
    return found;
  }
}
