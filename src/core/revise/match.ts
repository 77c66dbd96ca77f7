import { required } from '../data/required.js';
import type { PageDocument } from '../document/types.js';
import { assign, type Candidate } from '../data/assign.js';
import { Context, Surroundings } from './context.js';
import { featuresOf, type Features } from './features.js';
import { Likely } from './likely.js';
import { inOrder } from './order.js';
import { Scoring } from './score.js';

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
  const [left, right] = [new Surroundings(old), new Surroundings(now)];
  const order = inOrder(old, now);
  const scoring = new Scoring(old, now, order);
  const likely = new Likely(left, right, order);
  const fixed = fixedPairs(old, now, settled);
  let known: ReadonlyMap<number, number> = new Map();
  let pairs: Candidate[] = [];
  let scored: Candidate[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const context = round === 0 ? undefined : new Context(left, right, known);
    scored = candidates(
      old,
      now,
      fixed,
      (a) => likely.of(a, known),
      (a, b) => scoring.score(a, b, context),
    );
    pairs = assign(scored, LEAST);
    const next = new Map(pairs.map((pair) => [pair.left, pair.right]));
    const isSame = next.size === known.size && [...next].every(([from, to]) => known.get(from) === to);
    known = next;
    if (isSame) break;
  }
  const context = new Context(left, right, known);
  const taken = new Set(pairs.map((pair) => pair.right));
  const others = new Map<number, Candidate[]>();
  for (const candidate of scored)
    if (!taken.has(candidate.right)) others.set(candidate.left, [...(others.get(candidate.left) ?? []), candidate]);
  const matches = pairs
    .map(({ left: from, right: to, score }): Match => {
      const [a, b] = [required(old[from]), required(now[to])];
      const other = others.get(from)?.find((candidate) => candidate.score > score - DOUBT);
      const doubt = other && b.own !== a.own ? { doubt: required(now[other.right]) } : {};
      return { old: a, now: b, score, reasons: scoring.reasons(a, b, context), ...doubt };
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

/** The bodies are each other, and so is what people settled. */
function fixedPairs(old: readonly Features[], now: readonly Features[], settled: Settled): ReadonlyMap<number, number> {
  const ids = new Map(now.map(({ node, at }) => [node.id, at]));
  const pairs = old.flatMap(({ node, at }): [number, number][] => {
    const to = ids.get(settled.get(node.id) ?? '');
    return to === undefined ? [] : [[at, to]];
  });
  return new Map([[0, 0], ...pairs]);
}

/** The best candidates of each element. */
function candidates(
  old: readonly Features[],
  now: readonly Features[],
  fixed: ReadonlyMap<number, number>,
  likely: (a: Features) => Iterable<number>,
  score: (a: Features, b: Features) => number,
): Candidate[] {
  const given = new Set(fixed.values());
  return old.flatMap((a): Candidate[] => {
    const own = fixed.get(a.at);
    if (own !== undefined) return [{ left: a.at, right: own, score: 1 }];
    const all: Candidate[] = [];
    for (const right of likely(a)) {
      const b = required(now[right]);
      if (given.has(right) || !mayBe(a, b)) continue;
      const entry = { left: a.at, right, score: score(a, b) };
      if (entry.score >= LEAST - 0.1) all.push(entry);
    }
    return all.sort((x, y) => y.score - x.score || x.right - y.right).slice(0, MOST_CANDIDATES);
  });
}

/** Sorts of elements that may become each other. */
const BECOME: ReadonlySet<string> = new Set([
  'text control',
  'control text',
  'text box',
  'box text',
  'control box',
  'box control',
]);

/** Whether two elements could be one: a text stays something that is read, a picture something that is seen. */
function mayBe(a: Features, b: Features): boolean {
  return a.sort === b.sort || BECOME.has(`${a.sort} ${b.sort}`);
}
