import { required } from '../data/required.js';
import type { ElementNode } from './types.js';
import { isElement } from './walk.js';

/** Nodes of two trees that take the same place in them. */
export type Pairs = readonly (readonly [ElementNode, ElementNode])[];

/** Beyond this many comparisons, children are taken in their order. */
const MOST_COMPARISONS = 10000;

/** Elements inside a line of text are part of its wording. */
function partsOf(node: ElementNode): ElementNode[] {
  return (node.children ?? []).filter(isElement).filter(({ kind }) => kind !== 'run' && kind !== 'break');
}

function isSame(a: ElementNode, b: ElementNode): boolean {
  return a.element === b.element && Boolean(a.markup) === Boolean(b.markup);
}

/** Pairs the nodes of two trees: the roots, and of their children the longest row that both have in the same order. */
export function alignTrees(a: ElementNode, b: ElementNode): Pairs {
  if (!isSame(a, b)) return [];
  const pairs: (readonly [ElementNode, ElementNode])[] = [[a, b]];
  for (const [left, right] of alignRows(partsOf(a), partsOf(b))) pairs.push(...alignTrees(left, right));
  return pairs;
}

/** The share of two trees that has its like in the other one: 0 to 1. */
export function likeness(a: ElementNode, b: ElementNode): number {
  const all = countParts(a) + countParts(b);
  return (2 * alignTrees(a, b).length) / all;
}

function countParts(node: ElementNode): number {
  return partsOf(node).reduce((sum, child) => sum + countParts(child), 1);
}

function alignRows(a: readonly ElementNode[], b: readonly ElementNode[]): Pairs {
  const same = (left: number, right: number): boolean => isSame(required(a[left]), required(b[right]));
  const straight = a.length === b.length && a.every((_, index) => same(index, index));
  if (straight || a.length * b.length > MOST_COMPARISONS)
    return a.flatMap((element, index) =>
      index < b.length && same(index, index) ? [[element, required(b[index])]] : [],
    );
  /* longest[i][j]: how many of the nodes from i and j on can be paired in order. */
  const longest = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0));
  const at = (left: number, right: number): number => longest[left]?.[right] ?? 0;
  for (let left = a.length - 1; left >= 0; left -= 1)
    for (let right = b.length - 1; right >= 0; right -= 1)
      required(longest[left])[right] = same(left, right)
        ? at(left + 1, right + 1) + 1
        : Math.max(at(left + 1, right), at(left, right + 1));
  const pairs: (readonly [ElementNode, ElementNode])[] = [];
  for (let left = 0, right = 0; left < a.length && right < b.length;) {
    if (same(left, right)) pairs.push([required(a[left++]), required(b[right++])]);
    else if (at(left + 1, right) >= at(left, right + 1)) left += 1;
    else right += 1;
  }
  return pairs;
}
