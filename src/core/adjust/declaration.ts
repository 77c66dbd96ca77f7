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
      what: `There is no property "${property}"`,
      right: near.length ? `There are ${near.join(', ')}.` : 'Name a property of CSS.',
    };
  }
  const { error } = lexer.matchProperty(property, value);
  if (!error) return undefined;
  return { what: `"${value}" is no value of ${property}`, right: `Write one that CSS knows for ${property}.` };
}
