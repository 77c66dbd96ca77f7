import type { Declarations, PageDocument, SharedStyle, StyleVariant } from '../document/types.js';

/** Breakpoints closer than this (px) come from counting the same threshold from both sides. */
const NEAR = 2;

/** Names of breakpoints that the next narrower one nearly repeats, with the name of that one. */
export function nearBreakpoints({ breakpoints }: PageDocument): (readonly [wider: string, narrower: string])[] {
  return breakpoints.flatMap(({ name, below }, index) => {
    const next = breakpoints[index + 1];
    return next && below - next.below <= NEAR ? [[name, next.name] as const] : [];
  });
}

/** The document in which what changes at one breakpoint changes at the next narrower one instead. */
export function mergeBreakpoints(document: PageDocument, wider: string, narrower: string): PageDocument {
  const styles = Object.fromEntries(
    Object.entries(document.styles).map(([name, style]) => [name, mergeVariants(style, wider, narrower)]),
  );
  return { ...document, breakpoints: document.breakpoints.filter(({ name }) => name !== wider), styles };
}

function mergeVariants(style: SharedStyle, wider: string, narrower: string): SharedStyle {
  if (!style.variants?.some(({ at }) => at === wider)) return style;
  const later = new Map<string, Declarations>();
  for (const variant of style.variants) if (variant.at === narrower) later.set(conditionOf(variant), variant.set);
  const merged = new Set<string>();
  const variants = style.variants.flatMap((variant): StyleVariant[] => {
    const key = conditionOf(variant);
    if (variant.at === wider) {
      merged.add(key);
      return [{ ...variant, at: narrower, set: { ...variant.set, ...later.get(key) } }];
    }
    return variant.at === narrower && merged.has(key) ? [] : [variant];
  });
  return { ...style, variants };
}

function conditionOf({ at: _, set: __, ...condition }: StyleVariant): string {
  return JSON.stringify(condition);
}
