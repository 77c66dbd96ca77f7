import * as csstree from 'css-tree';
import { required } from '../data/required.js';

/**
 * A length as a sum: unit (`px`, `%`, `rem` …) to its number. No member: nothing. A comparison such as `max(1rem, 5%)`
 * is a unit of its own.
 */
export type Sum = ReadonlyMap<string, number>;

export const NOTHING: Sum = new Map();

/**
 * Reads a CSS length or percentage, also as a `calc()` of sums and products (CSS Values 4, section 10), as a sum.
 * Undefined for what is no such sum (`auto`, `fit-content` …).
 */
export function readSum(text: string | undefined): Sum | undefined {
  if (text === undefined) return undefined;
  let tree: csstree.CssNode;
  try {
    tree = csstree.parse(text.trim().toLowerCase(), { context: 'value' });
  } catch {
    return undefined;
  }
  const value = tree.type === 'Value' ? sumOf(tree.children.toArray()) : undefined;
  return value?.has('') ? undefined : value;
}

const SIGNS: readonly Readonly<Record<string, (a: Sum, b: Sum) => Sum | undefined>>[] = [
  { '+': add, '-': minus },
  { '*': times, '/': over },
];

/** Nodes with operators between them: sums of products of terms. Numbers without a unit are kept under `''` until they are multiplied. */
function sumOf(nodes: readonly csstree.CssNode[], level = 0): Sum | undefined {
  const signs = SIGNS[level];
  if (!signs) return nodes.length === 1 ? termOf(required(nodes[0])) : undefined;
  const at = nodes.findLastIndex((node) => node.type === 'Operator' && signs[node.value.trim()]);
  if (at < 0) return sumOf(nodes, level + 1);
  const [before, after] = [sumOf(nodes.slice(0, at), level), sumOf(nodes.slice(at + 1), level + 1)];
  const sign = required(nodes[at]);
  return before && after && sign.type === 'Operator' ? signs[sign.value.trim()]?.(before, after) : undefined;
}

function termOf(node: csstree.CssNode): Sum | undefined {
  switch (node.type) {
    case 'Number':
      return new Map([['', Number(node.value)]]);
    case 'Dimension':
      return Number(node.value) === 0 ? NOTHING : new Map([[node.unit, Number(node.value)]]);
    case 'Percentage':
      return Number(node.value) === 0 ? NOTHING : new Map([['%', Number(node.value)]]);
    case 'Parentheses':
      return sumOf(node.children.toArray());
    case 'Function':
      if (node.name === 'calc') return sumOf(node.children.toArray());
      /* A comparison is taken over as it is. */
      return COMPARISONS.has(node.name) ? new Map([[csstree.generate(node).replace(/,/g, ', '), 1]]) : undefined;
    default:
      return undefined;
  }
}

const COMPARISONS = new Set(['max', 'min', 'clamp']);

function times(a: Sum, b: Sum): Sum | undefined {
  const plain = numberOf(a) ?? numberOf(b);
  if (plain === undefined) return undefined;
  return scale(numberOf(a) === undefined ? a : b, plain);
}

function over(a: Sum, b: Sum): Sum | undefined {
  const plain = numberOf(b);
  return plain ? scale(a, 1 / plain) : undefined;
}

function numberOf(value: Sum): number | undefined {
  return value.size === 1 ? value.get('') : undefined;
}

export function add(...sums: readonly Sum[]): Sum {
  const map = new Map<string, number>();
  for (const sum of sums) for (const [unit, number] of sum) map.set(unit, (map.get(unit) ?? 0) + number);
  for (const [unit, number] of map) if (Math.abs(number) < 1e-6 && unit !== '') map.delete(unit);
  return map;
}

export function scale(sum: Sum, by: number): Sum {
  return new Map([...sum].map(([unit, number]) => [unit, number * by]));
}

export function minus(a: Sum, b: Sum): Sum {
  return add(a, scale(b, -1));
}

export function isNothing(sum: Sum): boolean {
  return sum.size === 0;
}

/** What a length comes to if its percentages count from a box that is `base` wide. Undefined if that cannot be told. */
export function rebase(sum: Sum, base: Sum): Sum | undefined {
  if ([...sum.keys()].some((unit) => unit.length > 1 && unit.includes('%'))) return undefined;
  const share = (sum.get('%') ?? 0) / 100;
  return add(new Map([...sum].filter(([unit]) => unit !== '%')), scale(base, share));
}

/** `12px`, `calc(50% - 12px)`, `0px`. */
export function writeSum(sum: Sum): string {
  const terms = [...sum].filter(([, number]) => Math.abs(number) > 1e-6);
  if (terms.length === 0) return '0px';
  const texts = terms.map(([unit, number]) => writeTerm(unit, number));
  if (texts.length === 1 && !/ \* /.test(required(texts[0]))) return required(texts[0]);
  return `calc(${texts.map((text, index) => (index === 0 ? text : text.startsWith('-') ? ` - ${text.slice(1)}` : ` + ${text}`)).join('')})`;
}

function writeTerm(unit: string, number: number): string {
  if (!unit.endsWith(')')) return `${short(number)}${unit}`;
  return Math.abs(number - 1) < 1e-6 ? unit : `${short(number)} * ${unit}`;
}

function short(number: number): string {
  return String(Number(number.toFixed(DIGITS)));
}

/** Digits after the point: a ten-thousandth of a share of 2000 px is less than what browsers lay out by. */
const DIGITS = 4;

/** The larger of two lengths, as one length where that can be told, as `max()` otherwise. */
export function writeLarger(a: Sum, b: Sum): string {
  const difference = minus(a, b);
  if ([...difference.values()].every((number) => number >= 0)) return writeSum(a);
  if ([...difference.values()].every((number) => number <= 0)) return writeSum(b);
  return `max(${writeSum(a)}, ${writeSum(b)})`;
}
