import { fillPage } from '../content/content.js';
import type { Content } from '../content/values.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../document/types.js';
import { inOwnUnits, rootSize } from '../document/root-size.js';
import { elements, isElement } from '../document/walk.js';
import { renderCss, renderFontsAndTokens } from './css.js';
import { classOf, renderMain } from './html.js';

/**
 * A page, or one of its sections, as markup to paste into another page. It lies in a shadow tree of its own (HTML, 4.12.3
 * `template` with `shadowrootmode`): no rule gets out of it, none gets in, and what is inherited starts afresh.
 * @param section node id of the section; the whole page without it
 */
export function renderFragment(document: PageDocument, content: Content, section?: string): string {
  const filled = fillPage(document, content);
  const body = section === undefined ? filled.body : only(filled.body, section);
  const names = new Set([...elements(body)].flatMap(({ style, difference }) => [style ?? [], difference ?? []].flat()));
  if (filled.rootStyle) names.add(filled.rootStyle);
  const styles = usedStyles(filled.styles, names);
  const { fonts, ...page } = filled;
  const css = inOwnUnits(renderCss({ ...page, styles }), rootSize(filled));
  const faces = fonts?.length ? `<style>\n${renderFontsAndTokens({ ...page, fonts })}</style>\n` : '';
  const root = filled.rootStyle ? ` class="${classOf(filled.rootStyle)}"` : '';
  const direction = document.direction ? ` dir="${document.direction}"` : '';
  const inside = renderMain({ ...body, element: 'div' });
  return `${faces}<div data-part="${document.name}" lang="${document.language || 'en'}"${direction}><template shadowrootmode="open">\n<style>\n:host {\n  all: initial !important;\n  display: block !important;\n}\n\n${css}</style>\n<div${root}>\n${inside}\n</div>\n</template></div>\n`;
}

/** The tree with nothing but one node and the boxes that hold it. */
function only(node: ElementNode, id: string): ElementNode {
  if (node.id === id) return node;
  const children = (node.children ?? []).filter((child): child is ElementNode => isElement(child) && holds(child, id));
  return { ...node, children: children.map((child) => only(child, id)) };
}

function holds(node: PageNode, id: string): boolean {
  return isElement(node) && [...elements(node)].some((element) => element.id === id);
}

/** The styles that a part uses. What depends on something outside of it could never hold. */
function usedStyles(
  styles: Readonly<Record<string, SharedStyle>>,
  names: ReadonlySet<string>,
): Record<string, SharedStyle> {
  return Object.fromEntries(Object.entries(styles).filter(([name]) => names.has(name)));
}
