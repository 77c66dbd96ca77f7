import type { Declarations, PageDocument, SharedStyle } from '../document/types.js';
import { SPACES } from './collect.js';
import { isNarrower, typographiesOf, typographyKey, typographyOf } from './typography.js';
import { COLOURS, pathOf, placeOf, propertyOf, type Group, type Token, type Typography } from './token.js';

/** How tokens stand in a style sheet: as custom properties, or as their values. */
export type TokenForm = 'properties' | 'values';

/** Text style properties that a token fills, with the name of the part. */
const PARTS: Readonly<Record<string, readonly [part: string, write: (typography: Typography) => string]>> = {
  'font-size': ['size', ({ fontSize }) => `${fontSize}px`],
  'font-weight': ['weight', ({ fontWeight }) => String(fontWeight)],
  'line-height': ['leading', ({ lineHeight }) => lineHeight],
  'letter-spacing': ['spacing', ({ letterSpacing }) => letterSpacing],
};

/** A page whose declarations say tokens where they stand. The look is the same as long as no token was set to something else. */
export function withTokens(
  document: PageDocument,
  tokens: readonly Token[],
  form: TokenForm = 'properties',
): PageDocument {
  if (tokens.length === 0) return document;
  const used = new Set<string>();
  const page = said(document, tokens, (token, _, part) => {
    if (form === 'values' || token.group === 'breakpoint') return part ? part.value : (token.value as string);
    const name = propertyOf(token, part?.name);
    used.add(name);
    return `var(${name})`;
  });
  return form === 'values' ? page : { ...page, tokens: rootOf(tokens, used) };
}

/** Where each token stands, by its path: styles with properties, keyframes and breakpoints, of all pages. */
export function placesIn(
  documents: readonly PageDocument[],
  tokens: readonly Token[],
): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>();
  for (const document of documents)
    said(document, tokens, (token, place, part) => {
      found.set(pathOf(token), [...(found.get(pathOf(token)) ?? []), place]);
      return part ? part.value : (token.value as string);
    });
  return found;
}

/** How a token is said in a place; of a text style the part that stands there. */
type Say = (token: Token, place: string, part?: { readonly name: string; readonly value: string }) => string;

/** A page with something else wherever a token stands. */
function said(document: PageDocument, tokens: readonly Token[], say: Say): PageDocument {
  const index = new Index(tokens);
  const colours = (text: string, place: string): string =>
    text.replace(COLOURS, (colour) => {
      const token = index.find('color', colour, place);
      return token ? say(token, place) : colour;
    });
  const declaration = (property: string, value: string, place: string, text: Token | undefined): string => {
    const part = PARTS[property];
    if (part && text) return say(text, place, { name: part[0], value: part[1](text.value as Typography) });
    const group = groupFor(property);
    const token = group && index.find(group, value, place);
    return token ? say(token, place) : colours(value, place);
  };
  const declared = (style: string, set: Declarations, text?: Token): Declarations =>
    Object.fromEntries(
      Object.entries(set).map(([property, value]) => [
        property,
        declaration(property, value, placeOf(style, property), text),
      ]),
    );
  const styled = ([name, { rest, variants }]: [string, SharedStyle]): [string, SharedStyle] => {
    const type = typographyOf(rest);
    const text = type && index.find('text', typographyKey(type), placeOf(name, 'font-size'));
    const own = declared(name, rest, text);
    const ranges = typographiesOf({ rest, ...(variants ? { variants } : {}) }, document);
    const others = variants?.map((variant) => {
      const there = isNarrower(variant) ? ranges.get(variant.at) : undefined;
      return {
        ...variant,
        set: declared(name, variant.set, there && index.find('text', typographyKey(there), placeOf(name, 'font-size'))),
      };
    });
    return [name, { rest: own, ...(others ? { variants: others } : {}) }];
  };
  const styles = Object.fromEntries(Object.entries(document.styles).map(styled));
  const frames = Object.entries(document.keyframes ?? {}).map(([name, text]) => [
    name,
    colours(text, `@keyframes ${name}`),
  ]);
  const breakpoints = document.breakpoints.map((breakpoint) => {
    const token = index.find('breakpoint', `${breakpoint.below}px`, '');
    if (!token) return breakpoint;
    /* A media query takes no custom property (CSS Custom Properties 1, 3): it says the value. */
    say(token, `@media ${breakpoint.name}`);
    return { ...breakpoint, below: parseFloat(token.value as string) };
  });
  return {
    ...document,
    styles,
    ...(frames.length ? { keyframes: Object.fromEntries(frames) as Record<string, string> } : {}),
    breakpoints,
  };
}

/** What the root says of each token that is used, and what it says in a dark scheme. */
function rootOf(tokens: readonly Token[], used: ReadonlySet<string>): NonNullable<PageDocument['tokens']> {
  const rest: Record<string, string> = {};
  const dark: Record<string, string> = {};
  for (const token of tokens) {
    if (typeof token.value !== 'string') {
      for (const [part, write] of Object.values(PARTS))
        if (used.has(propertyOf(token, part))) rest[propertyOf(token, part)] = write(token.value);
      continue;
    }
    const name = propertyOf(token);
    if (!used.has(name)) continue;
    rest[name] = token.value;
    if (token.dark !== undefined) dark[name] = token.dark;
  }
  return { rest, ...(Object.keys(dark).length ? { dark } : {}) };
}

function groupFor(property: string): Group | undefined {
  if (property === 'font-family') return 'font';
  if (property === 'box-shadow') return 'shadow';
  if (/^border-.*-radius$/.test(property)) return 'radius';
  return SPACES.test(property) ? 'space' : undefined;
}

/** Finds the token of a value in a place: one that stands only there goes before one that stands everywhere. */
class Index {
  private readonly known = new Map<string, Token[]>();

  constructor(tokens: readonly Token[]) {
    for (const token of tokens)
      for (const value of token.from) {
        const key = `${token.group} ${value}`;
        this.known.set(key, [...(this.known.get(key) ?? []), token]);
      }
  }

  find(group: Group, value: string, place: string): Token | undefined {
    const all = this.known.get(`${group} ${value}`) ?? [];
    return all.find(({ only }) => only?.includes(place)) ?? all.find(({ only }) => only === undefined);
  }
}
