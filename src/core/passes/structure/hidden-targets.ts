import type { ElementNode, PageNode, SharedStyle } from '../../document/types.js';
import { elements, isElement, mapTree } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';

/**
 * What a control opens may be hidden by its `hidden` attribute (HTML, 6.1), which only a script takes away. It becomes a
 * style, which a state of another element can change.
 *
 * Before: `<div id="more" hidden>`, after: `<div id="more" class="more-hidden">` with `display: none`.
 */
export const hiddenTargets: Pass = {
  name: 'hidden-targets',
  does: 'hides by style what a control opens',
  run(document, { controls = [] }) {
    const targets = new Set(controls.flatMap(({ kind, target }) => (kind === 'close' ? [] : [target])));
    const hidden = [...elements(document.body)].filter((node) => targets.has(node.id) && isHidden(node));
    if (hidden.length === 0) return document;
    const styles: Record<string, SharedStyle> = { ...document.styles };
    const names = new NameGiver();
    for (const name of Object.keys(styles)) names.give(name);
    const given = new Map<string, string>();
    for (const { id, style, attributes } of hidden) {
      const own = (style === undefined ? undefined : styles[style]) ?? { rest: {} };
      const name = names.give(`${slug(attributes?.['id'] ?? '', 24) || 'part'}-hidden`);
      styles[name] = hiding(own);
      given.set(id, name);
    }
    const change = (node: PageNode): PageNode => {
      const style = isElement(node) ? given.get(node.id) : undefined;
      if (style === undefined || !isElement(node)) return node;
      const { hidden: _, ...attributes } = node.attributes ?? {};
      return { ...node, style, attributes };
    };
    return { ...document, styles, body: mapTree(document.body, change) };
  },
};

/** What is found by searching in the page stays so: browsers show it by themselves. */
function isHidden({ attributes }: ElementNode): boolean {
  return attributes?.['hidden'] !== undefined && attributes['hidden'] !== 'until-found';
}

/** A style that declares a display shows what the attribute hides: it stays as it is. */
function hiding(style: SharedStyle): SharedStyle {
  return { ...style, rest: { display: 'none', ...style.rest } };
}
