import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement } from '../document/walk.js';

/** Elements that mean nothing by themselves. */
export const PLAIN: ReadonlySet<string> = new Set(['div', 'span']);
/** Elements whose children the HTML standard prescribes: they are not joined with what they hold. */
const STRICT = new Set([
  'body',
  'table',
  'thead',
  'tbody',
  'tfoot',
  'tr',
  'ul',
  'ol',
  'dl',
  'menu',
  'select',
  'picture',
  'details',
  'dialog',
  'fieldset',
  'video',
  'audio',
  'map',
  'iframe',
  'object',
]);
/** Elements that stand where the standard, or a browser's own drawing, wants them: nothing takes their place, they take no other's. */
const BOUND = new Set([
  'table',
  'thead',
  'tbody',
  'tfoot',
  'tr',
  'select',
  'picture',
  'details',
  'summary',
  'dialog',
  'fieldset',
  'video',
  'audio',
  'map',
  'iframe',
  'object',
  'source',
  'track',
  'legend',
  'option',
]);

/** A box and the only box inside of it. */
export interface Pair {
  readonly outer: ElementNode;
  readonly inner: ElementNode;
  /** Pairs that look alike share their fate, so that repeated items stay alike. */
  readonly group: string;
}

/** The one element inside, if there is nothing else. */
function onlyChild(node: ElementNode): ElementNode | undefined {
  const inside = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
  const [only] = inside;
  return inside.length === 1 && only && isElement(only) ? only : undefined;
}

function mayJoin(outer: ElementNode, inner: ElementNode): boolean {
  if (STRICT.has(outer.element) || BOUND.has(outer.element) || BOUND.has(inner.element)) return false;
  if (outer.markup || outer.kind === 'embed' || (!PLAIN.has(outer.element) && !PLAIN.has(inner.element))) return false;
  if (outer.kind === 'section' && inner.kind === 'section') return false;
  /* A list takes the place of a box, but a word in a line is no place for one. */
  if (STRICT.has(inner.element) && outer.element !== 'div') return false;
  const names = Object.keys(outer.attributes ?? {});
  return !names.some((name) => inner.attributes?.[name] !== undefined);
}

/** All pairs of a document, outermost first. */
export function findPairs(document: PageDocument): Pair[] {
  const pairs: Pair[] = [];
  const keys = new Map<string, string>();
  const keyOf = (style: string | undefined): string => {
    if (!style) return '';
    let key = keys.get(style);
    if (key === undefined) keys.set(style, (key = JSON.stringify(document.styles[style])));
    return key;
  };
  const visit = (node: ElementNode, within: string): void => {
    const inner = onlyChild(node);
    if (inner && mayJoin(node, inner)) {
      const group = [node.element, keyOf(node.style), inner.element, keyOf(inner.style), within].join('|');
      pairs.push({ outer: node, inner, group });
    }
    const here = `${node.element}${keyOf(node.style)}`;
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(document.body, '');
  return pairs;
}
