import { longest } from '../data/longest-common.js';
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
