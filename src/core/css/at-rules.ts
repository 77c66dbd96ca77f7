/** Conditions of at-rules as one text: at-rules one after the other, e.g. `@media print @supports (gap: 1px)`. */

/** At-rules, one by one. */
export function atRules(when: string | undefined): string[] {
  return when ? when.split(/ (?=@)/) : [];
}

/** The order in which blocks of at-rules are rendered. */
export function compareWhen(a: string | undefined, b: string | undefined): number {
  const [first, second] = [a ?? '', b ?? ''];
  return atRules(a).length - atRules(b).length || (first < second ? -1 : first > second ? 1 : 0);
}
