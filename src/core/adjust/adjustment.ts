/** Corrections to the look of a page: laid over what is derived, and never overwritten. */
export interface Adjustment {
  /** Page of the project; all pages without it. */
  readonly page?: string;
  /** Id of the element in the page document whose look is corrected … */
  readonly element?: string;
  /** … or the name of a shared style, for everything that has it. */
  readonly style?: string;
  /** Ranges of widths for which it holds, by the names of the breakpoints below which they lie; `widest` for the widest. All without it. */
  readonly at?: readonly string[];
  /** State in which it holds, e.g. `:hover`; at rest without it. */
  readonly state?: string;
  readonly property: string;
  readonly value: string;
  /** The step of tuning that made it; without it a person did. */
  readonly step?: number;
}

export const WIDEST = 'widest';

/** What a correction is about: two of the same are contradictory if their values differ. */
export function targetOf({ page, element, style, state, property }: Adjustment): string {
  return [page ?? '*', element ? `#${element}` : `.${style}`, state ?? '', property].join(' ');
}

/** Pairs of corrections that say different things of the same; by their place in the list. */
export function contradictions(list: readonly Adjustment[]): [number, number][] {
  const found: [number, number][] = [];
  list.forEach((adjustment, index) => {
    list.slice(0, index).forEach((other, before) => {
      const meet = !adjustment.at || !other.at || adjustment.at.some((name) => other.at?.includes(name));
      if (targetOf(adjustment) === targetOf(other) && meet && adjustment.value !== other.value)
        found.push([before, index]);
    });
  });
  return found;
}
