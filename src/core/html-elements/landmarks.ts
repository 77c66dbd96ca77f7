import type { ElementNode } from '../document/types.js';

/** Landmark roles by the elements that have them by themselves (HTML-AAM, 4.1). */
export const LANDMARKS: Readonly<Record<string, string>> = {
  header: 'banner',
  nav: 'navigation',
  main: 'main',
  footer: 'contentinfo',
  aside: 'complementary',
};

/** Inside of these a header or a footer is that of a part, not of the page (HTML-AAM, 4.1). */
export const PART_ELEMENTS: ReadonlySet<string> = new Set(['article', 'aside', 'main', 'nav', 'section']);

const ROLES: ReadonlySet<string> = new Set(Object.values(LANDMARKS));

/** The landmarks below a node in the order of the page, by their roles. */
export function* landmarksIn(node: ElementNode, inPart = false): Generator<string> {
  const text = node.attributes?.['role'];
  const own = LANDMARKS[node.element];
  const isFrame = node.element === 'header' || node.element === 'footer';
  if (text !== undefined && ROLES.has(text)) yield text;
  else if (text === undefined && own && !(isFrame && inPart)) yield own;
  for (const child of node.children ?? [])
    if (child.kind !== 'words') yield* landmarksIn(child, inPart || PART_ELEMENTS.has(node.element));
}
