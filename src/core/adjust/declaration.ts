import * as csstree from 'css-tree';
import { nearestWords } from '../text/nearest.js';

/** What is wrong with a declaration, and what would be right; undefined if it is one of CSS. */
export function faultOf(
  property: string,
  value: string,
): { readonly what: string; readonly right: string } | undefined {
  const lexer = csstree.lexer as unknown as {
    readonly properties: Readonly<Record<string, { readonly syntax?: unknown }>>;
    readonly matchProperty: (name: string, value: string) => { readonly error: Error | null };
    readonly getProperty: (name: string) => unknown;
  };
  if (property.startsWith('--')) return undefined;
  if (!lexer.getProperty(property)) {
    const near = nearestWords(
      property,
      Object.keys(lexer.properties).filter((name) => !name.startsWith('-')),
    );
    return {
      what: `Unknown property "${property}"`,
      right: near.length ? `Did you mean ${near.join(', ')}?` : 'Use a CSS property.',
    };
  }
  const { error } = lexer.matchProperty(property, value);
  if (!error) return undefined;
  return {
    what: `"${value}" is not a valid value of ${property}`,
    right: `Use a value that CSS allows for ${property}.`,
  };
}
