import type { PageDocument } from '../page/types.js';
import { LAYOUT_KINDS } from '../page/types.js';
import { assign, type Candidate } from './assign.js';
import { featuresOf, type Features } from './features.js';
import { inOrder, type Order } from './order.js';

/** An element of the old version and what became of it. */
export interface Match {
  readonly old: Features;
  readonly now: Features;
  /** 0 to 1. */
  readonly score: number;
  /** What spoke for it, the strongest first. */
  readonly reasons: readonly string[];
  /** Another one that is nearly as good: somebody should look. */
  readonly doubt?: Features;
}

export interface Matched {
  readonly matches: readonly Match[];
  readonly removed: readonly Features[];
  readonly added: readonly Features[];
  readonly old: readonly Features[];
  readonly now: readonly Features[];
}

/** A pair that is worth less is two different elements. */
const LEAST = 0.42;
/** Candidates that an element may have. */
const MOST_CANDIDATES = 14;
/** Times that the assignment is made: each looks at what the one before says of parents, neighbours and children. */
const ROUNDS = 4;
/** Two candidates as near as this are in doubt. */
const DOUBT = 0.04;

/** Pairs that people settled: ids of elements, old and new. */
export type Settled = ReadonlyMap<string, string>;

/** Finds the elements of a page in another version of it: one assignment, the best in all. */
export function matchPages(before: PageDocument, after: PageDocument, settled: Settled = new Map()): Matched {
  const [old, now] = [featuresOf(before), featuresOf(after)];
  const rare = new Rarity([...old, ...now]);
  const order = inOrder(old, now);
  let known = new Map<number, number>();
  let pairs: Candidate[] = [];
  let scored: Candidate[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const context = new Context(old, now, known);
    scored = candidates(
      old,
      now,
      (a, b) => scoreOf(a, b, { rare, order, ...(round === 0 ? {} : { context }) }).score,
      settled,
    );
    pairs = assign(scored, LEAST);
    const next = new Map(pairs.map(({ left, right }) => [left, right]));
    const isSame = next.size === known.size && [...next].every(([left, right]) => known.get(left) === right);
    known = next;
    if (isSame) break;
  }
  const context = new Context(old, now, known);
  const taken = new Map(pairs.map(({ left, right }) => [right, left]));
  const matches = pairs
    .map(({ left, right, score }): Match => {
      const [a, b] = [old[left] as Features, now[right] as Features];
      const other = scored.find((one) => one.left === left && one.right !== right && !taken.has(one.right) && one.score > score - DOUBT); // prettier-ignore
      const { reasons } = scoreOf(a, b, { rare, order, context });
      return {
        old: a,
        now: b,
        score,
        reasons,
        ...(other && b.own !== a.own ? { doubt: now[other.right] as Features } : {}),
      };
    })
    .sort((a, b) => a.old.at - b.old.at);
  return {
    matches,
    old,
    now,
    removed: old.filter(({ at }) => !known.has(at)),
    added: now.filter(({ at }) => !taken.has(at)),
  };
}

/** The best candidates of each element. The bodies are each other, and so is what people settled. */
function candidates(
  old: readonly Features[],
  now: readonly Features[],
  score: (a: Features, b: Features) => number,
  settled: Settled,
): Candidate[] {
  const fixed = new Map<number, number>([[0, 0]]);
  const ids = new Map(now.map(({ node, at }) => [node.id, at]));
  for (const { node, at } of old) {
    const right = ids.get(settled.get(node.id) ?? '');
    if (right !== undefined) fixed.set(at, right);
  }
  const rights = new Set(fixed.values());
  const free = now.filter(({ at }) => !rights.has(at));
  const found = old.flatMap((a): Candidate[] => {
    const own = fixed.get(a.at);
    if (own !== undefined) return [{ left: a.at, right: own, score: 1 }];
    const all = free.filter((b) => mayBe(a, b)).map((b) => ({ left: a.at, right: b.at, score: score(a, b) }));
    return all.filter((one) => one.score >= LEAST - 0.1).sort((x, y) => y.score - x.score || x.right - y.right).slice(0, MOST_CANDIDATES); // prettier-ignore
  });
  return found;
}

/** Whether two elements could be one: a text stays something that is read, a picture something that is seen. */
function mayBe(a: Features, b: Features): boolean {
  if (a.sort === b.sort) return true;
  const pair = `${a.sort} ${b.sort}`;
  return /^(text control|control text|text box|box text|control box|box control)$/.test(pair);
}

/** How much a word tells: one that stands everywhere tells little. */
class Rarity {
  private readonly counts = new Map<string, number>();

  constructor(all: readonly Features[]) {
    for (const { own, picture, href } of all) for (const word of new Set([...own.split(' '), picture, href])) this.counts.set(word, (this.counts.get(word) ?? 0) + 1); // prettier-ignore
  }

  /** Shared weight of two sets of words, or of things that are shown: 0 to 1. */
  likeness(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
    let [both, all] = [0, 0];
    for (const word of a) {
      all += this.weight(word);
      if (b.has(word)) both += this.weight(word);
    }
    for (const word of b) all += this.weight(word);
    return all === 0 ? 0 : (2 * both) / all;
  }

  private weight(word: string): number {
    return 1 / Math.sqrt(this.counts.get(word) ?? 1);
  }
}

/** What an assignment says of what is around two elements. */
class Context {
  constructor(
    private readonly old: readonly Features[],
    private readonly now: readonly Features[],
    private readonly known: ReadonlyMap<number, number>,
  ) {}

  /** What an element is all of: boxes around it that hold nothing else may come and go. */
  seats(a: Features, b: Features): [Features, Features] {
    const up = (all: readonly Features[], one: Features): Features => {
      const box = all[one.parent];
      return box && box.children.length === 1 && LAYOUT_KINDS.has(box.node.kind) ? up(all, box) : one;
    };
    return [up(this.old, a), up(this.now, b)];
  }

  /** Whether the parents, or what is nearest around them and was found, are each other: 1, a step farther 0.6, else 0. */
  parents(a: Features, b: Features): number {
    const up = (all: readonly Features[], one: Features): Features | undefined => all[one.parent];
    const [pa, pb] = [up(this.old, a), up(this.now, b)];
    if (!pa || !pb) return pa === pb ? 1 : 0;
    const found = this.known.get(pa.at);
    if (found === pb.at) return 1;
    const [ga, gb] = [up(this.old, pa), up(this.now, pb)];
    const near = (found !== undefined && found === gb?.at) || (ga !== undefined && this.known.get(ga.at) === pb.at) || (ga !== undefined && gb !== undefined && this.known.get(ga.at) === gb.at); // prettier-ignore
    return near ? 0.6 : 0;
  }

  /** Whether what is around them and has no like is each other: 1, else 0. */
  anchors(a: Features, b: Features, order: Order): number {
    const up = (version: 'old' | 'now', one: Features): number => {
      const around = this[version][one.parent];
      return around && order.isTwin(version, around.at) ? up(version, around) : one.parent;
    };
    const [left, right] = [up('old', a), up('now', b)];
    return (left < 0 ? -1 : this.known.get(left)) === right ? 1 : 0;
  }

  /** The share of children that are each other; those that came into a box of their own, or out of one, count half. */
  children(a: Features, b: Features): number | undefined {
    if (a.children.length + b.children.length === 0) return undefined;
    const [own, near] = [new Set(b.children), new Set(inBoxes(b, this.now))];
    const direct = a.children.filter((at) => own.has(this.known.get(at) ?? -1)).length;
    const all = [...a.children, ...inBoxes(a, this.old)];
    const boxed = all.filter((at) => !(a.children.includes(at) && own.has(this.known.get(at) ?? -1)) && (own.has(this.known.get(at) ?? -1) || near.has(this.known.get(at) ?? -1))).length; // prettier-ignore
    return Math.min(1, (direct + boxed / 2) / Math.max(a.children.length, b.children.length));
  }

  /** Whether the neighbours are each other. */
  neighbours(a: Features, b: Features): number {
    const beside = (all: readonly Features[], one: Features, step: number): number | undefined => {
      const row = all[one.parent]?.children ?? [];
      return row[row.indexOf(one.at) + step];
    };
    const both = [-1, 1].map((step) => {
      const [left, right] = [beside(this.old, a, step), beside(this.now, b, step)];
      if (left === undefined || right === undefined) return left === right ? 1 : 0;
      return this.known.get(left) === right ? 1 : 0;
    });
    return ((both[0] as number) + (both[1] as number)) / 2;
  }
}

/** What is in those children of an element that only lay out. */
function inBoxes(one: Features, all: readonly Features[]): number[] {
  return one.children.flatMap((at) => {
    const child = all[at] as Features;
    return LAYOUT_KINDS.has(child.node.kind) ? child.children : [];
  });
}

interface Scored {
  readonly score: number;
  readonly reasons: readonly string[];
}

/** What has no word in common is hardly one thing, unless it stands in the very same place. */
const OTHER = 0.6;
const NO_WORD = 0.1;

function isOther(a: Features, b: Features, rare: Rarity, context: Context): boolean {
  if (a.words.size === 0 || b.words.size === 0 || (a.picture !== '' && a.picture === b.picture)) return false;
  if (rare.likeness(a.words, b.words) >= NO_WORD) return false;
  return [[a, b] as const, context.seats(a, b)].every(([one, other]) => context.parents(one, other) < 1 || context.neighbours(one, other) < 1); // prettier-ignore
}

/** What is known of all elements. */
interface Known {
  readonly rare: Rarity;
  readonly order: Order;
  /** Nothing at first. */
  readonly context?: Context;
}

/** How much speaks for two elements being one. */
function scoreOf(a: Features, b: Features, { rare, order, context }: Known): Scored {
  const parts: [reason: string, weight: number, value: number][] = [];
  const say = (reason: string, weight: number, value: number): void => void parts.push([reason, weight, value]);
  const bothLay = LAYOUT_KINDS.has(a.node.kind) && LAYOUT_KINDS.has(b.node.kind);
  say('kind', 1.5, a.node.kind === b.node.kind ? 1 : bothLay ? 0.7 : a.sort === b.sort ? 0.3 : 0);
  say('element', 0.5, a.node.element === b.node.element ? 1 : 0);
  if (a.words.size || b.words.size) {
    const exact = a.own !== '' && a.own === b.own;
    say('words', a.sort === 'box' ? 3 : 4, exact ? 1 : rare.likeness(a.words, b.words));
  }
  if (a.picture || b.picture) say('picture', 4, a.picture === b.picture ? 1 : 0);
  if (a.children.length && b.children.length && (a.shows.size || b.shows.size)) say('what is shown in it', 2, rare.likeness(a.shows, b.shows)); // prettier-ignore
  const isTwin = order.isTwin('old', a.at) && order.isTwin('now', b.at);
  const told = isTwin ? order.of(a.at, b.at) : undefined;
  if (told !== undefined) say('order', 1.5, told);
  if (a.href && b.href) say('where it leads', 1, a.href === b.href ? 1 : 0);
  if (a.node.name || b.node.name) say('name', 0.8, a.node.name === b.node.name ? 1 : 0);
  say('section', 0.7, a.section === b.section ? 1 : 0);
  say('place in the source', 0.5, a.node.from?.path !== undefined && a.node.from.path === b.node.from?.path ? 1 : 0);
  say('style', 0.5, a.node.style === b.node.style ? 1 : 0);
  say('size', 0.4, Math.min(a.size, b.size) / Math.max(a.size, b.size));
  if (context) {
    /* What several say alike does not tell which of them it is; the nearest thing around it that is the only one does. */
    if (isTwin) say('what is around it', 6, context.anchors(a, b, order));
    say('what it is in', isTwin ? 3 : 2, context.parents(a, b));
    say('what is beside it', 1, context.neighbours(a, b));
    const inside = isTwin ? undefined : context.children(a, b);
    if (inside !== undefined) say('what is in it', 3, inside);
  }
  const all = parts.reduce((sum, [, weight]) => sum + weight, 0);
  const sum = parts.reduce((total, [, weight, value]) => total + weight * value, 0) / all;
  const score = sum * (context && isOther(a, b, rare, context) ? OTHER : 1);
  const reasons = [...parts].filter(([, , value]) => value > 0.5).sort((x, y) => y[1] * y[2] - x[1] * x[2]).map(([reason]) => reason); // prettier-ignore
  return { score, reasons };
}
