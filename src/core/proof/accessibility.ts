/** A rule of accessibility that a page breaks. */
export interface Violation {
  /** Name of the rule. */
  readonly rule: string;
  readonly what: string;
  /** How many elements break it, and the first of them as a CSS selector. */
  readonly count: number;
  readonly first: string;
}

/** What keeps people out of a page, and what of that is worse than in its source. */
export interface AccessibilityResult {
  readonly result: readonly Violation[];
  /** How many elements of the source break each rule; missing where the source could not be looked at. */
  readonly source?: Readonly<Record<string, number>>;
  readonly worse: readonly Violation[];
}

/** A rule is broken worse than in the source if more elements break it. Of a drawing there is nothing to compare with. */
export function compareViolations(
  result: readonly Violation[],
  source: readonly Violation[] | undefined,
): AccessibilityResult {
  if (!source) return { result, worse: [] };
  const counts = Object.fromEntries(source.map(({ rule, count }) => [rule, count]));
  return { result, source: counts, worse: result.filter(({ rule, count }) => count > (counts[rule] ?? 0)) };
}
