import { required } from '../data/required.js';
import type { Surroundings } from './context.js';
import type { Features } from './features.js';
import type { Order } from './order.js';

/** What many have is looked for in the nearest of them; what few have, in all of these. */
const FEW = 24;
const NEAR = 8;
/** In a box that was found again more are looked at, and what so many of its children became is asked for what holds it. */
const IN_BOX = 96;
const NEAR_IN_BOX = 24;
const CHILDREN = 12;
/** Elements around the place where one would stand if nothing had changed, which are always looked at. */
const AROUND = 16;
/** Words of an element that it is looked for by: those that the fewest have. */
const WORDS = 12;

/** Which elements of the new version could be one of the old: all of a long page are too many to be compared with each. */
export class Likely {
  private readonly index = new Map<string, number[]>();
  private readonly places: readonly number[];

  constructor(
    private readonly old: Surroundings,
    private readonly now: Surroundings,
    order: Order,
  ) {
    for (const features of now.all)
      for (const key of [...keysOf(features), ...[...features.words].map(wordKey)]) this.put(key, features.at);
    this.places = order.places;
  }

  /** @param known what the assignment before says */
  of(features: Features, known: ReadonlyMap<number, number>): ReadonlySet<number> {
    const place = required(this.places[features.at]);
    const found = new Set<number>();
    const add = (all: readonly number[]): void => {
      for (const at of all.length <= FEW ? all : nearest(all, place, NEAR)) found.add(at);
    };
    for (const key of keysOf(features)) add(this.index.get(key) ?? []);
    const lists = [...features.words].flatMap((word) => {
      const list = this.index.get(wordKey(word));
      return list ? [list] : [];
    });
    for (const list of lists.sort((a, b) => a.length - b.length).slice(0, WORDS)) add(list);
    for (let at = place - AROUND; at <= place + AROUND; at += 1) if (at >= 0 && at < this.now.all.length) found.add(at);
    this.addAround(features, known, place, found);
    return found;
  }

  /** What is in that which the parent became, and what holds that which the children became. */
  private addAround(features: Features, known: ReadonlyMap<number, number>, place: number, found: Set<number>): void {
    const add = (all: readonly number[]): void => {
      for (const at of all.length <= IN_BOX ? all : nearest(all, place, NEAR_IN_BOX)) found.add(at);
    };
    const up = this.old.up(features);
    for (const around of [up, up && this.old.up(up)]) {
      const to = around && known.get(around.at);
      if (to === undefined) continue;
      found.add(to);
      add(this.now.at(to).children);
      add(this.now.inBoxes(this.now.at(to)));
    }
    for (const child of features.children.slice(0, CHILDREN)) {
      const to = known.get(child);
      const holder = to === undefined ? undefined : this.now.up(this.now.at(to));
      const outer = holder && this.now.up(holder);
      for (const at of [holder?.at, outer?.at]) if (at !== undefined) found.add(at);
    }
  }

  private put(key: string, at: number): void {
    const list = this.index.get(key);
    if (list) list.push(at);
    else this.index.set(key, [at]);
  }
}

/** What an element is found by besides its words. */
function keysOf({ own, picture: image, href, node }: Features): string[] {
  const path = node.from?.path;
  return [
    ...(own ? [`text ${own}`] : []),
    ...(image ? [`picture ${image}`] : []),
    ...(href && href !== '#' ? [`href ${href}`] : []),
    ...(node.name ? [`name ${node.name}`] : []),
    ...(path === undefined ? [] : [`path ${path}`]),
  ];
}

function wordKey(word: string): string {
  return `word ${word}`;
}

/** Of rising numbers those that are nearest to one. */
export function nearest(all: readonly number[], to: number, count: number): readonly number[] {
  let [low, high] = [0, all.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (required(all[middle]) < to) low = middle + 1;
    else high = middle;
  }
  let [from, end] = [low, low];
  while (end - from < Math.min(count, all.length)) {
    const [before, after] = [all[from - 1], all[end]];
    if (after === undefined || (before !== undefined && to - before <= after - to)) from -= 1;
    else end += 1;
  }
  return all.slice(from, end);
}
