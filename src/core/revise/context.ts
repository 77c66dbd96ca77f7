import { LAYOUT_KINDS } from '../document/element-kinds.js';
import { required } from '../data/required.js';

import type { Features } from './features.js';
import type { Order } from './order.js';

/** What is around the elements of one version, made once. */
export class Surroundings {
  /** The elements before and after each in what holds both. */
  private readonly before: (number | undefined)[] = [];
  private readonly after: (number | undefined)[] = [];
  /** What is in those children of an element that only lay out. */
  private readonly boxed: (readonly number[])[] = [];

  constructor(readonly all: readonly Features[]) {
    for (const { at, children } of all) {
      children.forEach((child, place) => {
        this.before[child] = children[place - 1];
        this.after[child] = children[place + 1];
      });
      this.boxed[at] = children.flatMap((child) => (this.layOut(child) ? this.at(child).children : []));
    }
  }

  at(at: number): Features {
    return required(this.all[at]);
  }

  up({ parent }: Features): Features | undefined {
    return this.all[parent];
  }

  beside({ at }: Features, step: -1 | 1): number | undefined {
    return step < 0 ? this.before[at] : this.after[at];
  }

  inBoxes({ at }: Features): readonly number[] {
    return this.boxed[at] ?? [];
  }

  /** What an element is all of: boxes around it that hold nothing else may come and go. */
  seat(features: Features): Features {
    const box = this.up(features);
    return box && box.children.length === 1 && this.layOut(box.at) ? this.seat(box) : features;
  }

  private layOut(at: number): boolean {
    return LAYOUT_KINDS.has(this.at(at).node.kind);
  }
}

/** What an assignment says of what is around two elements. */
export class Context {
  constructor(
    private readonly old: Surroundings,
    private readonly now: Surroundings,
    private readonly known: ReadonlyMap<number, number>,
  ) {}

  /** Whether the parents, or what is nearest around them and was found, are each other: 1, a step farther 0.6, else 0. */
  parents(a: Features, b: Features): number {
    const [pa, pb] = [this.old.up(a), this.now.up(b)];
    if (!pa || !pb) return pa === pb ? 1 : 0;
    const found = this.known.get(pa.at);
    if (found === pb.at) return 1;
    const [ga, gb] = [this.old.up(pa), this.now.up(pb)];
    const near =
      (found !== undefined && found === gb?.at) ||
      (ga !== undefined && this.known.get(ga.at) === pb.at) ||
      (ga !== undefined && gb !== undefined && this.known.get(ga.at) === gb.at);
    return near ? 0.6 : 0;
  }

  /** Whether what is around them and has no like is each other: 1, else 0. */
  anchors(a: Features, b: Features, order: Order): number {
    const up = (version: 'old' | 'now', features: Features): number => {
      const around = this[version].up(features);
      return around && order.isTwin(version, around.at) ? up(version, around) : features.parent;
    };
    const [left, right] = [up('old', a), up('now', b)];
    return (left < 0 ? -1 : this.known.get(left)) === right ? 1 : 0;
  }

  /** The share of children that are each other; those that came into a box of their own, or out of one, count half. */
  children(a: Features, b: Features): number | undefined {
    if (a.children.length + b.children.length === 0) return undefined;
    const [inOld, inNow] = [this.old.inBoxes(a), this.now.inBoxes(b)];
    const isChild = (at: number): boolean => this.now.all[at]?.parent === b.at;
    const isNear = (at: number): boolean => inNow.length > 0 && inNow.includes(at);
    let [direct, boxed] = [0, 0];
    for (const at of a.children) {
      const to = this.known.get(at) ?? -1;
      if (isChild(to)) direct += 1;
      else if (isNear(to)) boxed += 1;
    }
    for (const at of inOld) {
      const to = this.known.get(at) ?? -1;
      if (isChild(to) || isNear(to)) boxed += 1;
    }
    return Math.min(1, (direct + boxed / 2) / Math.max(a.children.length, b.children.length));
  }

  /** Whether the neighbours are each other. */
  neighbours(a: Features, b: Features): number {
    const side = (step: -1 | 1): number => {
      const [left, right] = [this.old.beside(a, step), this.now.beside(b, step)];
      if (left === undefined || right === undefined) return left === right ? 1 : 0;
      return this.known.get(left) === right ? 1 : 0;
    };
    return (side(-1) + side(1)) / 2;
  }

  /** Whether they stand in the very same place: in the same, between the same. */
  isSamePlace(a: Features, b: Features): boolean {
    const same = (features: Features, other: Features): boolean =>
      this.parents(features, other) === 1 && this.neighbours(features, other) === 1;
    return same(a, b) || same(this.old.seat(a), this.now.seat(b));
  }
}
