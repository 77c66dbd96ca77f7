import { UnionFind } from './union-find.js';
import { required } from './required.js';
/** A pair that could be, with what speaks for it: 0 to 1. */
export interface Candidate {
  readonly left: number;
  readonly right: number;
  readonly score: number;
}

/** A least score that no pair falls short of: every pair is better than none. */
export const NEVER_ALONE = -1e6;

/**
 * The best assignment: pairs, each side at most once, whose scores are the most in all. A pair that is worth less than
 * `least` is better left apart. What has no candidate in common is solved by itself, so the whole is still the best.
 */
export function assign(candidates: readonly Candidate[], least: number): Candidate[] {
  return components(candidates).flatMap((part) => solve(part, least));
}

/** Candidates that have to do with each other. */
function components(candidates: readonly Candidate[]): Candidate[][] {
  const joined = new UnionFind<string>();
  for (const { left, right } of candidates) joined.join(`l${left}`, `r${right}`);
  return joined.groups(candidates, ({ left }) => `l${left}`);
}

/** Shortest augmenting paths (Jonker and Volgenant, 1987): each left one finds a right one, or a place of its own. */
function solve(candidates: readonly Candidate[], least: number): Candidate[] {
  if (candidates.length === 1) return candidates[0] && candidates[0].score >= least ? [candidates[0]] : [];
  const lefts = [...new Set(candidates.map(({ left }) => left))];
  const rights = [...new Set(candidates.map(({ right }) => right))];
  const [leftAt, rightAt] = [lefts, rights].map((all) => new Map(all.map((value, at) => [value, at]))) as [
    Map<number, number>,
    Map<number, number>,
  ];
  const edges: [to: number, cost: number][][] = lefts.map((_, at) => [[rights.length + at, 1 - least]]);
  const known = new Map<string, Candidate>();
  for (const candidate of candidates) {
    const [a, b] = [required(leftAt.get(candidate.left)), required(rightAt.get(candidate.right))];
    edges[a]?.push([b, 1 - candidate.score]);
    known.set(`${a} ${b}`, candidate);
  }
  const columns = rights.length + lefts.length;
  const owner = new Int32Array(columns).fill(-1);
  const price = new Float64Array(columns);
  for (let row = 0; row < lefts.length; row += 1) augment(row, edges, owner, price);
  return [...owner].flatMap((row, column) =>
    row < 0 || column >= rights.length ? [] : (known.get(`${row} ${column}`) ?? []),
  );
}

/** Gives one row a column, moving others where that costs the least in all. */
function augment(
  start: number,
  edges: readonly (readonly [number, number])[][],
  owner: Int32Array,
  price: Float64Array,
): void {
  const distance = new Map<number, number>();
  const from = new Map<number, number>();
  const done = new Set<number>();
  const rowCost = new Map<number, number>([[start, 0]]);
  const reach = (row: number): void => {
    const base = required(rowCost.get(row));
    for (const [column, cost] of edges[row] ?? []) {
      if (done.has(column)) continue;
      const own = base + cost - required(price[column]);
      if (own < (distance.get(column) ?? Infinity)) {
        distance.set(column, own);
        from.set(column, row);
      }
    }
  };
  reach(start);
  for (;;) {
    let best = -1;
    for (const [column, cost] of distance)
      if (!done.has(column) && (best < 0 || cost < required(distance.get(best)))) best = column;
    if (best < 0) return;
    done.add(best);
    const row = required(owner[best]);
    if (row < 0) {
      settle(best, start, { owner, price, distance, from, done });
      return;
    }
    const held = required((edges[row] ?? []).find(([column]) => column === best));
    rowCost.set(row, required(distance.get(best)) - (held[1] - required(price[best])));
    reach(row);
  }
}

interface Path {
  readonly owner: Int32Array;
  readonly price: Float64Array;
  readonly distance: ReadonlyMap<number, number>;
  readonly from: ReadonlyMap<number, number>;
  readonly done: ReadonlySet<number>;
}

/** Walks a path back, each row to its new column, and brings prices up to date. */
function settle(end: number, start: number, { owner, price, distance, from, done }: Path): void {
  const total = required(distance.get(end));
  for (const column of done)
    if (column !== end) price[column] = required(price[column]) + required(distance.get(column)) - total;
  for (let column = end; ;) {
    const row = required(from.get(column));
    const before = owner.indexOf(row);
    owner[column] = row;
    if (row === start || before < 0) return;
    column = before;
  }
}
