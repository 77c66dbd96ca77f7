import { required } from '../data/required.js';
import type { Features } from './features.js';

/** Which of several alike an element is, by the order in which all things of the page follow each other. */
export interface Order {
  /** How many of the things of two elements, 0 to 1, stand at the same point of both orders; undefined if none of them are told. */
  of(old: number, now: number): number | undefined;
  /** Whether there is another element in that version that says and shows the same. */
  isTwin(version: 'old' | 'now', at: number): boolean;
  /** Where each element of the old version would stand in the new one, by the nearest thing before it that both have. */
  readonly places: readonly number[];
}

/** Larger tables than this are not made: most of a page is before the first change or after the last. */
const LARGEST = 9e6;

/**
 * Lays what is read, seen and pressed of two versions beside each other: the longest order that both have. Things that are
 * alike, as the buttons of cards are, are told apart by what is before and after them.
 */
export function inOrder(old: readonly Features[], now: readonly Features[]): Order {
  const [left, right] = [old, now].map((all) => all.filter(isThing)) as [Features[], Features[]];
  const pairs = new Map(
    longest(left.map(signOf), right.map(signOf)).map(([a, b]) => [required(left[a]).at, required(right[b]).at]),
  );
  const twins = { old: twinsIn(old), now: twinsIn(now) };
  return {
    places: placesOf(old.length, now.length, pairs),
    isTwin: (version, at) => twins[version].has(at),
    of: (a, b) => {
      let [all, both] = [0, 0];
      for (let at = a; at < a + required(old[a]).size; at += 1) {
        const to = pairs.get(at);
        if (to === undefined) continue;
        all += 1;
        if (holds(now, b, to)) both += 1;
      }
      return all ? both / all : undefined;
    },
  };
}

function placesOf(count: number, most: number, pairs: ReadonlyMap<number, number>): number[] {
  let shift = 0;
  return Array.from({ length: count }, (_, at) => {
    const to = pairs.get(at);
    if (to !== undefined) shift = to - at;
    return Math.max(0, Math.min(most - 1, at + shift));
  });
}

/** Elements that say and show what others do, all in all. */
function twinsIn(all: readonly Features[]): ReadonlySet<number> {
  const groups = new Map<string, number[]>();
  for (const features of all) {
    const key = JSON.stringify([features.sort, [...features.words], [...features.shows]]);
    const group = groups.get(key);
    if (group) group.push(features.at);
    else groups.set(key, [features.at]);
  }
  /* A box and what it alone holds say the same, and are none. */
  return new Set(
    [...groups.values()].flatMap((group) =>
      group.filter((at) => group.some((other) => !holds(all, at, other) && !holds(all, other, at))),
    ),
  );
}

function holds(all: readonly Features[], box: number, at: number): boolean {
  return at >= box && at < box + required(all[box]).size;
}

function isThing({ own, picture: image, sort, children }: Features): boolean {
  return own !== '' || image !== '' || (sort !== 'box' && sort !== 'list' && children.length === 0);
}

function signOf({ sort, own, picture: image, href }: Features): string {
  return JSON.stringify([sort, own, image, href]);
}

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
