import type { ElementNode, PageDocument } from '../document/types.js';

/*
 * The colour behind a section as a field: one of the colours of the site, by its name. A node says that it has one by a field
 * of that name beside those of its attributes.
 */

export const BACKGROUND = 'background-color';

const CLEAR = /^(transparent|inherit|initial|unset|revert|rgba\(\d+, \d+, \d+, 0\))$/;

/** Whether a section has a colour of its own behind it. */
export function hasBackground({ kind, style }: ElementNode, { styles }: PageDocument): boolean {
  const value = styles[style ?? '']?.rest[BACKGROUND];
  return kind === 'section' && value !== undefined && !CLEAR.test(value);
}

/** The name of the colour that the source has there; undefined as long as nobody knows the colours of the site. */
export function backgroundOf({ style }: ElementNode, { styles, palette = {} }: PageDocument): string | undefined {
  const value = styles[style ?? '']?.rest[BACKGROUND] ?? '';
  const text = /^var\(--color-([\w-]+)\)$/.exec(value)?.[1];
  return text ?? Object.keys(palette).find((name) => palette[name]?.from.includes(value));
}

/** The declaration that gives a section another colour of the site; undefined for a name that is none. */
export function backgroundStyle(name: string, { palette = {} }: PageDocument): string | undefined {
  const colour = palette[name];
  return colour && `var(--color-${name}, ${colour.value})`;
}
