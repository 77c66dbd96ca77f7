import type { PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import type { Pass } from '../pass.js';

/** Share of the elements that must have `box-sizing: border-box` for it to become the rule of the page. */
const MOST = 0.5;

/** Says once what nearly every element says: how sizes are counted. */
export const universalStyle: Pass = {
  name: 'everywhere',
  does: 'moves box-sizing: border-box from the elements to the page',
  run(document) {
    if (document.everywhere) return document;
    const all = [...elements(document.body)].filter(({ markup }) => !markup);
    const bordered = all.filter(({ style }) => style && document.styles[style]?.rest['box-sizing'] === 'border-box');
    if (bordered.length < MOST * all.length) return document;
    return reverse(document);
  },
};

/** Elements that browsers give `border-box` by themselves (HTML, 15.3). */
const BORDERED = new Set(['button', 'select', 'table', 'input', 'meter', 'progress']);

function reverse(document: PageDocument): PageDocument {
  const styles: Record<string, SharedStyle> = {};
  const bordered = new Set<string>();
  for (const { style, element } of elements(document.body)) if (style && BORDERED.has(element)) bordered.add(style);
  for (const [name, style] of Object.entries(document.styles))
    styles[name] = withoutBoxSizing(style, bordered.has(name));
  return { ...document, everywhere: { 'box-sizing': 'border-box' }, styles };
}

function withoutBoxSizing(style: SharedStyle, bordered: boolean): SharedStyle {
  const { 'box-sizing': own, ...rest } = style.rest;
  const counted = sizesCount(style);
  const kept =
    own === 'border-box'
      ? rest
      : own || (counted && !bordered)
        ? { ...rest, 'box-sizing': own ?? 'content-box' }
        : rest;
  const variants = style.variants?.flatMap((variant) => {
    if (variant.set['box-sizing'] !== 'border-box') return [variant];
    const { 'box-sizing': _, ...set } = variant.set;
    return Object.keys(set).length ? [{ ...variant, set }] : [];
  });
  return { rest: kept, ...(variants?.length ? { variants } : {}) };
}

/** Whether a style sets a size that box-sizing would change the meaning of. */
function sizesCount(style: SharedStyle): boolean {
  return [style.rest, ...(style.variants ?? []).map(({ set }) => set)].some((set) =>
    Object.keys(set).some((name) => /^(min-|max-)?(width|height)$|^flex-basis$/.test(name)),
  );
}
