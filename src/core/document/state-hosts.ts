import type { PageDocument } from './types.js';

/**
 * Names of the styles on whose states others depend.
 * @param beside only those of elements that stand beside what depends on them, not around it
 */
export function hostStyles({ styles }: PageDocument, beside = false): ReadonlySet<string> {
  return new Set(
    Object.values(styles).flatMap(({ variants }) =>
      (variants ?? []).flatMap(({ within }) => (within && (!beside || within.beside) ? [within.style] : [])),
    ),
  );
}
