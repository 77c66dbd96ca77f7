/** Design tokens: the site's own colours, text styles and distances, each said once. Lengths are CSS px. */

export const TOKEN_TYPES = ['color', 'fontFamily', 'typography', 'dimension', 'shadow'] as const;
export type TokenType = (typeof TOKEN_TYPES)[number];

/** Groups of tokens in their order, with what their values are. */
export const GROUPS = {
  color: 'color',
  font: 'fontFamily',
  text: 'typography',
  space: 'dimension',
  radius: 'dimension',
  shadow: 'shadow',
  breakpoint: 'dimension',
} as const satisfies Record<string, TokenType>;
export type Group = keyof typeof GROUPS;

/** A text style: what letters are set in. */
export interface Typography {
  readonly fontFamily: string;
  readonly fontSize: number;
  readonly fontWeight: number;
  /** A number of times the size, or a length. */
  readonly lineHeight: string;
  readonly letterSpacing: string;
}

/** One token. `value` is CSS text, but for text styles. */
export interface Token {
  readonly group: Group;
  readonly name: string;
  readonly value: string | Typography;
  /** In a dark scheme. */
  readonly dark?: string;
  /** What the source says where the token stands now: CSS text. */
  readonly from: readonly string[];
  /** It stands only in these declarations (`style property`), and another one elsewhere; everywhere without it. */
  readonly only?: readonly string[];
  readonly description?: string;
}

export function pathOf({ group, name }: Pick<Token, 'group' | 'name'>): string {
  return `${group}.${name}`;
}

/** The custom property that a token is in the style sheet (CSS Custom Properties 1). */
export function propertyOf({ group, name }: Pick<Token, 'group' | 'name'>, part?: string): string {
  return `--${group}-${name}${part === undefined ? '' : `-${part}`}`;
}

/** Colours in CSS text, as browsers write them. */
export const COLOURS = /rgba?\([^()]*\)/g;

/** Names of styles and properties in which a declaration stands. */
export function placeOf(style: string, property: string): string {
  return `${style} ${property}`;
}
