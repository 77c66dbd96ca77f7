import type { Declarations, PageDocument, SharedStyle, StyleVariant } from '../../document/types.js';
import { elements, isElement, mapTree } from '../../document/walk.js';

/** What browsers give elements by themselves (HTML, 15.3 rendering), as far as it differs from a plain box. */
const BY_ITSELF: Readonly<Record<string, Declarations>> = {
  h1: { 'font-size': '2em', 'font-weight': 'bold', 'margin-top': '0.67em', 'margin-bottom': '0.67em' },
  h2: { 'font-size': '1.5em', 'font-weight': 'bold', 'margin-top': '0.83em', 'margin-bottom': '0.83em' },
  h3: { 'font-size': '1.17em', 'font-weight': 'bold', 'margin-top': '1em', 'margin-bottom': '1em' },
  h4: { 'font-size': '1em', 'font-weight': 'bold', 'margin-top': '1.33em', 'margin-bottom': '1.33em' },
  h5: { 'font-size': '0.83em', 'font-weight': 'bold', 'margin-top': '1.67em', 'margin-bottom': '1.67em' },
  h6: { 'font-size': '0.67em', 'font-weight': 'bold', 'margin-top': '2.33em', 'margin-bottom': '2.33em' },
  p: { 'margin-top': '1em', 'margin-bottom': '1em' },
  blockquote: { 'margin-top': '1em', 'margin-bottom': '1em', 'margin-left': '40px', 'margin-right': '40px' },
  a: { color: 'LinkText', 'text-decoration-line': 'underline', cursor: 'pointer' },
};

const PLAIN: Declarations = {
  'font-size': 'inherit',
  'font-weight': 'inherit',
  color: 'inherit',
  'text-decoration-line': 'none',
  cursor: 'auto',
  'margin-top': '0',
  'margin-bottom': '0',
  'margin-left': '0',
  'margin-right': '0',
};

const INLINE = new Set(['a', 'span', 'b', 'i', 'em', 'strong', 'button']);

/**
 * What has to be declared so that an element of another name looks as it did: wherever the two differ by themselves and
 * its style says nothing.
 */
export function restyled(from: string, to: string, style: SharedStyle | undefined): Declarations {
  const [was, is] = [BY_ITSELF[from] ?? {}, BY_ITSELF[to] ?? {}];
  const look: Record<string, string> = {};
  for (const name of new Set([...Object.keys(was), ...Object.keys(is)])) {
    if (name === 'cursor' || style?.rest[name] !== undefined || was[name] === is[name]) continue;
    look[name] = was[name] ?? PLAIN[name] ?? 'initial';
  }
  if (INLINE.has(from) !== INLINE.has(to) && style?.rest['display'] === undefined)
    look['display'] = INLINE.has(from) ? 'inline' : 'block';
  return look;
}

/**
 * The document with a look of its own for one element: its style, and what is set besides.
 * @param why in one word, for the name of the style until styles are named
 */
export function withStyle(
  document: PageDocument,
  id: string,
  why: string,
  rest: Declarations,
  variants: readonly StyleVariant[] = [],
): PageDocument {
  if (Object.keys(rest).length + variants.length === 0) return document;
  const before = [...elements(document.body)].find((element) => element.id === id)?.style ?? '';
  const style = document.styles[before] ?? { rest: {} };
  const own = `-${why}-${id}`;
  /* Its own style stays what it is called: others may depend on its states. */
  const isOwn =
    before !== '' && [...elements(document.body)].filter((element) => element.style === before).length === 1;
  const name = isOwn || before.endsWith(own) ? before : `${before}${own}`;
  const all = [...(style.variants ?? []), ...variants];
  const result = { rest: { ...style.rest, ...rest }, ...(all.length ? { variants: all } : {}) };
  const body = mapTree(document.body, (node) => (isElement(node) && node.id === id ? { ...node, style: name } : node));
  const styles =
    name === before
      ? document.styles
      : Object.fromEntries(
          Object.entries(document.styles).map(([key, sharedStyle]) => [key, alsoWithin(sharedStyle, before, name)]),
        );
  return { ...document, styles: { ...styles, [name]: result }, body };
}

/** What depends on the states of a style depends on those of another one as well. */
function alsoWithin(style: SharedStyle, host: string, other: string): SharedStyle {
  const more = (style.variants ?? []).flatMap((variant) =>
    variant.within?.style === host && host !== '' ? [{ ...variant, within: { ...variant.within, style: other } }] : [],
  );
  return more.length ? { ...style, variants: [...(style.variants ?? []), ...more] } : style;
}
