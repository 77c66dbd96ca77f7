import { isAtRest, spread } from '../document/style-ranges.js';
import type { PageDocument, SharedStyle, StyleVariant } from '../document/types.js';
import type { Typography } from './token.js';

/** Weights that have names (CSS Fonts 4, 2.2). */
const WEIGHTS: Readonly<Record<string, number>> = { normal: 400, bold: 700 };

/** What a text style is told by, as it stands at rest on the widest screen. */
export function typographyOf(rest: Readonly<Record<string, string>>): Typography | undefined {
  const size = /^([\d.]+)px$/.exec(rest['font-size'] ?? '')?.[1];
  const text = rest['font-weight'] ?? '400';
  const weight = WEIGHTS[text] ?? Number(text);
  if (size === undefined || Number(size) === 0 || !(weight > 0)) return undefined;
  return {
    fontFamily: rest['font-family'] ?? '',
    fontSize: Number(size),
    fontWeight: weight,
    lineHeight: rest['line-height'] ?? 'normal',
    letterSpacing: rest['letter-spacing'] ?? 'normal',
  };
}

/** What tells text styles apart, as text. */
export function typographyKey(typography: Typography): string {
  return [
    typography.fontFamily,
    typography.fontSize,
    typography.fontWeight,
    typography.lineHeight,
    typography.letterSpacing,
  ].join(' | ');
}

/** Whether a part of a style is what it is on narrower screens, at rest. */
export function isNarrower(variant: StyleVariant): variant is StyleVariant & { readonly at: string } {
  return variant.at !== undefined && isAtRest(variant);
}

/** What a style comes to at each breakpoint that it says something at, by the name of that. */
export function typographiesOf(style: SharedStyle, { breakpoints }: PageDocument): ReadonlyMap<string, Typography> {
  const set = new Set((style.variants ?? []).filter(isNarrower).map(({ at }) => at));
  if (set.size === 0) return new Map();
  const { rest } = spread(style, breakpoints);
  return new Map(
    breakpoints.flatMap(({ name }, at): [string, Typography][] => {
      const own = set.has(name) ? typographyOf(Object.fromEntries(rest[at + 1] ?? [])) : undefined;
      return own ? [[name, own]] : [];
    }),
  );
}

/** What screens narrower than a breakpoint (px) are called. */
export function screenBelow(px: number): string {
  return px > 1100 ? 'wide' : px > 850 ? 'desktop' : px > 600 ? 'tablet' : 'phone';
}
