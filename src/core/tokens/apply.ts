import type { Declarations, PageDocument, SharedStyle } from '../page/types.js';
import { SPACES, typographyKey, typographyOf } from './collect.js';
import { COLOURS, placeOf, propertyOf, type Group, type Token, type Typography } from './token.js';

/** How tokens stand in a style sheet: as custom properties, or as their values. */
export type TokenForm = 'properties' | 'values';

/** Text style properties that a token fills, with the name of the part. */
const PARTS: Readonly<Record<string, readonly [part: string, write: (one: Typography) => string]>> = {
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
  const index = new Index(tokens);
  const used = new Set<string>();
  const say = (token: Token, part?: readonly [string, string]): string => {
    const value = part?.[1] ?? (token.value as string);
    if (form === 'values') return value;
    const name = propertyOf(token, part?.[0]);
    used.add(name);
    return `var(${name})`;
  };
  const declared = (style: string, set: Declarations, text: Token | undefined): Declarations =>
    Object.fromEntries(
      Object.entries(set).map(([property, value]) => {
        const place = placeOf(style, property);
        const part = PARTS[property];
        if (part && text) return [property, say(text, [part[0], part[1](text.value as Typography)])];
        const whole = groupFor(property);
        const token = whole && index.find(whole, value, place);
        if (token) return [property, say(token)];
        return [property, value.replace(COLOURS, (colour) => { const found = index.find('color', colour, place); return found ? say(found) : colour; })]; // prettier-ignore
      }),
    );
  const styles = Object.fromEntries(
    Object.entries(document.styles).map(([name, style]): [string, SharedStyle] => {
      const type = typographyOf(style.rest);
      const text = type && index.find('text', typographyKey(type), placeOf(name, 'font-size'));
      const variants = style.variants?.map((one) => ({ ...one, set: declared(name, one.set, undefined) }));
      return [name, { rest: declared(name, style.rest, text), ...(variants ? { variants } : {}) }];
    }),
  );
  const keyframes = document.keyframes && Object.fromEntries(Object.entries(document.keyframes).map(([name, frames]) => [name, frames.replace(COLOURS, (colour) => { const found = index.find('color', colour, ''); return found ? say(found) : colour; })])); // prettier-ignore
  const made = { ...document, styles, ...(keyframes ? { keyframes } : {}), breakpoints: movedBreakpoints(document, index) }; // prettier-ignore
  return form === 'values' ? made : { ...made, tokens: rootOf(tokens, used) };
}

/** What the root says of each token that is used, and what it says in a dark scheme. */
function rootOf(tokens: readonly Token[], used: ReadonlySet<string>): NonNullable<PageDocument['tokens']> {
  const rest: Record<string, string> = {};
  const dark: Record<string, string> = {};
  for (const token of tokens) {
    if (typeof token.value !== 'string') {
      for (const [part, write] of Object.values(PARTS)) if (used.has(propertyOf(token, part))) rest[propertyOf(token, part)] = write(token.value); // prettier-ignore
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

function movedBreakpoints({ breakpoints }: PageDocument, index: Index): PageDocument['breakpoints'] {
  return breakpoints.map((one) => {
    const token = index.find('breakpoint', `${one.below}px`, '');
    const below = token ? parseFloat(token.value as string) : NaN;
    return Number.isFinite(below) && below !== one.below ? { ...one, below } : one;
  });
}

/** Finds the token of a value in a place: one that stands only there goes before one that stands everywhere. */
export class Index {
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

/** Where each token stands, by its path: styles with properties, of all pages. */
export function placesIn(
  documents: readonly PageDocument[],
  tokens: readonly Token[],
): ReadonlyMap<string, readonly string[]> {
  const index = new Index(tokens);
  const found = new Map<string, string[]>();
  const put = (token: Token | undefined, place: string): void => {
    if (token) found.set(`${token.group}.${token.name}`, [...(found.get(`${token.group}.${token.name}`) ?? []), place]);
  };
  for (const { styles, breakpoints } of documents) {
    for (const [name, { rest, variants = [] }] of Object.entries(styles)) {
      const type = typographyOf(rest);
      if (type) put(index.find('text', typographyKey(type), placeOf(name, 'font-size')), placeOf(name, 'font-size'));
      for (const [property, value] of [rest, ...variants.map(({ set }) => set)].flatMap((set) => Object.entries(set))) {
        const place = placeOf(name, property);
        const whole = groupFor(property);
        const token = whole && index.find(whole, value, place);
        if (token) put(token, place);
        else for (const colour of value.match(COLOURS) ?? []) put(index.find('color', colour, place), place);
      }
    }
    for (const { below } of breakpoints) put(index.find('breakpoint', `${below}px`, ''), `below ${below}px`);
  }
  return found;
}
