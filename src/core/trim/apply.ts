import { required } from '../data/required.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../document/types.js';
import { isWords } from '../document/walk.js';
import type { Joined } from './join.js';

/** Puts joined boxes into a document. `joins` is by the id of the outer box. */
export function applyJoins(document: PageDocument, joins: ReadonlyMap<string, Joined>): PageDocument {
  if (joins.size === 0) return document;
  const renamed = new Map<string, string>();
  const styles: Record<string, SharedStyle> = { ...document.styles };
  for (const { node, style, inside, renamed: names } of joins.values()) {
    styles[required(node.style)] = style;
    Object.assign(styles, inside);
    if (names) renamed.set(...names);
  }
  const visit = (node: PageNode): PageNode => {
    if (isWords(node)) return node;
    const element = joins.get(node.id)?.node ?? node;
    return element.children ? { ...element, children: element.children.map(visit) } : element;
  };
  return {
    ...document,
    styles: renamed.size ? renameHosts(styles, renamed) : styles,
    body: visit(document.body) as ElementNode,
  };
}

function renameHosts(
  styles: Readonly<Record<string, SharedStyle>>,
  renamed: ReadonlyMap<string, string>,
): Record<string, SharedStyle> {
  const left = Object.entries(styles).filter(([name]) => !renamed.has(name));
  return Object.fromEntries(
    left.map(([name, style]) => {
      if (!style.variants?.some(({ within }) => within && renamed.has(within.style))) return [name, style];
      const variants = style.variants.map((variant) =>
        variant.within
          ? {
              ...variant,
              within: { ...variant.within, style: renamed.get(variant.within.style) ?? variant.within.style },
            }
          : variant,
      );
      return [name, { ...style, variants }];
    }),
  );
}
