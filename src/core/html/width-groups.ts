import { required } from '../data/required.js';
import type { CapturedNode } from './captured.js';
import type { InlineStyle, MatchedSelector } from './cascade.js';
import type { Interval } from './intervals.js';

/*
 * What scripts make of a page depends on the width at which it is opened: a sidebar that folds, a menu that becomes a
 * drawer. Widths at which elements have the same classes and style attributes are a group; each has its own matches.
 */

/** The page as it is at some widths. */
export interface WidthGroup {
  /** First width that is too wide for it, px; absent for the widest. */
  readonly below?: number;
  readonly matched: readonly MatchedSelector[];
  readonly inline: ReadonlyMap<number, readonly InlineStyle[]>;
}

/** Elements that are in both pages, by number; elements are the same where their paths are. */
export function samePlaces(
  first: readonly CapturedNode[],
  other: readonly CapturedNode[],
): ReadonlyMap<number, number> {
  const byPath = new Map(first.flatMap(({ path, tag }, at) => (path && tag ? [[path, at] as const] : [])));
  return new Map(
    other.flatMap(({ path, tag }, at): [number, number][] => {
      const same = path === undefined ? undefined : byPath.get(path);
      return same !== undefined && first[same]?.tag === tag ? [[at, same]] : [];
    }),
  );
}

/** How the elements of a page are dressed, in the numbers of another page: classes and style attributes by element. */
export function dressOf(
  nodes: readonly CapturedNode[],
  numberOf: ReadonlyMap<number, number>,
): ReadonlyMap<number, string> {
  return new Map(
    nodes.flatMap(({ attributes = {}, tag }, at): [number, string][] => {
      const number = numberOf.get(at);
      if (number === undefined || !tag) return [];
      const classes = (attributes['class'] ?? '').split(/\s+/).filter(Boolean).sort();
      return [[number, JSON.stringify([classes, attributes['style'] ?? ''])]];
    }),
  );
}

/** The elements that are dressed otherwise. */
export function dressedOtherwise(a: ReadonlyMap<number, string>, b: ReadonlyMap<number, string>): number[] {
  return [...a].flatMap(([element, dress]) => (b.has(element) && b.get(element) !== dress ? [element] : []));
}

/** Which group holds in each interval. @param groups widest first */
export function groupAt(groups: readonly { readonly below?: number }[], { width }: Interval): number {
  return groups.findLastIndex(({ below }) => below === undefined || width < below);
}

/** The matches of all groups: what is the same in all holds always, the rest where its group does. */
export function matchesOfGroups(groups: readonly WidthGroup[], intervals: readonly Interval[]): MatchedSelector[] {
  const [first, ...others] = groups;
  if (!first || others.length === 0) return [...(first?.matched ?? [])];
  const keyOf = ({ rule, selector, operated = -1 }: MatchedSelector): string =>
    `${operated} ${rule} ${selector.match} ${selector.part ?? ''} ${selector.state ?? ''} ${selector.within?.state ?? ''} ${selector.within?.match ?? ''}`;
  const sayOf = ({ elements, hosts, unless }: MatchedSelector): string =>
    `${[...elements].sort((a, b) => a - b).join()} ${hosts ? [...hosts].sort((a, b) => a - b).join() : ''} ${unless ? JSON.stringify([...unless]) : ''}`;
  const byKey = groups.map(({ matched }) => new Map(matched.map((entry) => [keyOf(entry), entry])));
  const keys = new Set(byKey.flatMap((map) => [...map.keys()]));
  return [...keys].flatMap((key): MatchedSelector[] => {
    const found = byKey.map((map) => map.get(key));
    const says = new Set(found.map((entry) => (entry ? sayOf(entry) : '')));
    if (says.size === 1) return found[0] ? [found[0]] : [];
    return found.flatMap((entry, group) =>
      entry ? [{ ...entry, only: intervals.map((interval) => groupAt(groups, interval) === group) }] : [],
    );
  });
}

/** Declarations of `style` attributes by element, each where its group holds. */
export function inlineOfGroups(
  groups: readonly WidthGroup[],
  intervals: readonly Interval[],
): ReadonlyMap<number, readonly InlineStyle[]> {
  const found = new Map<number, readonly InlineStyle[]>();
  const elements = new Set(groups.flatMap(({ inline }) => [...inline.keys()]));
  for (const element of elements) {
    const sets = groups.map(({ inline }) => inline.get(element) ?? []);
    const isSame = sets.every((set) => JSON.stringify(set) === JSON.stringify(sets[0]));
    found.set(
      element,
      isSame
        ? required(sets[0])
        : sets.flatMap((styles, group) =>
            styles.map((style) => ({
              ...style,
              only: intervals.map((interval) => groupAt(groups, interval) === group),
            })),
          ),
    );
  }
  return found;
}
