import { required } from '../data/required.js';
import type { Breakpoint, Declarations, SharedStyle, StyleVariant } from './types.js';

/** Everything that is declared at rest in one range of widths. */
export type RangeDeclarations = ReadonlyMap<string, string>;

/** A style with its look at rest written out for each range of widths, widest first: one more than there are breakpoints. */
export interface StyleRanges {
  readonly rest: readonly RangeDeclarations[];
  /** Generated parts, states and other conditions, as they are. */
  readonly others: readonly StyleVariant[];
}

const EMPTY: SharedStyle = { rest: {} };

/** Writes a style out for each range of widths. */
export function spread(style: SharedStyle | undefined, breakpoints: readonly Breakpoint[]): StyleRanges {
  const { rest, variants = [] } = style ?? EMPTY;
  const atRest = new Map(
    variants.flatMap((variant) => (isAtRest(variant) && variant.at ? [[variant.at, variant.set] as const] : [])),
  );
  const ranges: RangeDeclarations[] = [new Map(Object.entries(rest))];
  for (const { name } of breakpoints) {
    const before = required(ranges[ranges.length - 1]);
    const set = atRest.get(name);
    ranges.push(set ? new Map([...before, ...Object.entries(set)]) : before);
  }
  return { rest: ranges, others: variants.filter((variant) => !(isAtRest(variant) && variant.at)) };
}

/** Whether a part of a style is what it is at rest, of the element itself. */
export function isAtRest({ part, state, within, when }: StyleVariant): boolean {
  return !part && !state && !within && !when;
}

/** The opposite of `spread`. A property that a narrower range lacks is said to be `revert` there. */
export function gather({ rest, others }: StyleRanges, breakpoints: readonly Breakpoint[]): SharedStyle {
  const variants: StyleVariant[] = [];
  breakpoints.forEach(({ name }, index) => {
    const set = changes(required(rest[index]), required(rest[index + 1]));
    if (Object.keys(set).length) variants.push({ at: name, set });
  });
  variants.push(...others);
  return { rest: Object.fromEntries(required(rest[0])), ...(variants.length ? { variants } : {}) };
}

function changes(wider: RangeDeclarations, narrower: RangeDeclarations): Declarations {
  if (wider === narrower) return {};
  const record: Record<string, string> = {};
  for (const name of wider.keys()) if (!narrower.has(name)) record[name] = 'revert';
  for (const [name, value] of narrower) if (wider.get(name) !== value) record[name] = value;
  return record;
}
