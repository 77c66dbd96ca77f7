import type { PageDocument } from '../document/types.js';
import type { Token } from './token.js';

/** The colours of a site by their names, as a page knows them. */
export function paletteOf(tokens: readonly Token[]): NonNullable<PageDocument['palette']> {
  return Object.fromEntries(
    tokens.flatMap(({ group, name, value, from, only }) =>
      group === 'color' && typeof value === 'string' ? [[name, { value, from: only ? [] : from }]] : [],
    ),
  );
}
