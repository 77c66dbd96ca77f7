import type { ElementNode } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import type { Pass } from '../pass.js';

/** What stands beside the menu in its bar has at most so many words: the name of the site, a button. */
const MOST_WORDS = 6;

/**
 * Lets the menu of a header that is one bar take in all of the bar, as it does where the bar is a box in the header: the
 * name of the site leads to its first page, and the button at the end to a place too.
 *
 * Before: header(a, nav(ul), a button); after: header(nav(a, ul, a button)).
 */
export const menuBar: Pass = {
  name: 'menu-bar',
  does: 'lets the menu of a header that is one bar take in the name of the site and the buttons',
  run(document) {
    if (document.source.kind !== 'design') return document;
    const body = mapTree(document.body, (node) =>
      isElement(node) && node.part === 'header' && node.element === 'header' ? barIn(node) : node,
    );
    return { ...document, body };
  },
};

function barIn(header: ElementNode): ElementNode {
  const children = (header.children ?? []).filter(isElement);
  const menus = children.filter(({ kind, element }) => kind === 'menu' && element === 'nav');
  const [menu] = menus;
  const others = children.filter((child) => child !== menu);
  const isBar = others.every((child) => textOf(child).split(' ').length <= MOST_WORDS && !isControl(child));
  if (!menu || menus.length > 1 || children.length < 2 || !isBar) return header;
  const inside = children.flatMap((child) => (child === menu ? (menu.children ?? []) : [child]));
  return { ...header, children: [{ ...menu, children: inside }] };
}

/** A check box opens what stands right beside it. */
function isControl(node: ElementNode): boolean {
  return [...elements(node)].some(({ element }) => element === 'input' || element === 'form');
}
