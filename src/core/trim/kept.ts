import { spread, type RangeDeclarations } from '../document/style-ranges.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { findPairs } from './pairs.js';

/** A box that holds one other box and stays, and why. */
export interface KeptBox {
  /** Names of the outer and of the inner box, and where the outer one is in the source. */
  readonly name: string;
  readonly holds: string;
  readonly path?: string;
  /** CSS properties of both that one box cannot have, e.g. `padding (1rem and 24px)`. */
  readonly because: readonly string[];
  /** Whether one box was tried in their place, and something moved. */
  readonly tried: boolean;
}

/** Longhands are told by what they are of: `padding-top` by `padding`. */
const OF = /^(padding|margin|border|background|overflow|flex|grid|inset|outline|mask)\b.*$/;
/** Which box is where, in the order in which a person would name the reason. */
const WEIGHT = [
  'display',
  'position',
  'overflow',
  'transform',
  'border',
  'border-radius',
  'background',
  'flex',
  'grid',
  'width',
  'max-width',
  'height',
  'padding',
  'margin',
];
const MOST_REASONS = 3;

/**
 * The boxes that still hold nothing but one other box.
 * @param tried ids of boxes in whose place one was tried
 */
export function keptBoxes(document: PageDocument, tried: ReadonlySet<string>): KeptBox[] {
  const full = ({ style }: ElementNode): readonly RangeDeclarations[] =>
    spread(style === undefined ? undefined : document.styles[style], document.breakpoints).rest;
  return findPairs(document).map(({ outer, inner }) => ({
    name: outer.name,
    holds: inner.name,
    ...(outer.from ? { path: outer.from.path } : {}),
    because: reasons(full(outer), full(inner)),
    tried: tried.has(outer.id),
  }));
}

/** What both declare, each otherwise; without any, what the outer one declares that the inner one does not. */
function reasons(outer: readonly RangeDeclarations[], inner: readonly RangeDeclarations[]): string[] {
  const both = new Map<string, string>();
  const map = new Map<string, string>();
  for (const [range, own] of outer.entries())
    for (const [name, value] of own) {
      const other = inner[range]?.get(name);
      const of = OF.exec(name)?.[1] ?? name;
      if (other === undefined) map.set(of, map.get(of) ?? `${of} (${value})`);
      else if (other !== value) both.set(of, both.get(of) ?? `${of} (${value} and ${other})`);
    }
  const found = both.size ? both : map;
  const rank = (name: string): number => (WEIGHT.includes(name) ? WEIGHT.indexOf(name) : WEIGHT.length);
  return [...found]
    .sort(([a], [b]) => rank(a) - rank(b))
    .slice(0, MOST_REASONS)
    .map(([, words]) => words);
}
