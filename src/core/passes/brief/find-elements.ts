import { means } from '../../brief/brief.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';

/**
 * The elements that an address of a brief means, by their ids: by their own path or name; else the outermost that hold
 * nothing but what lies in the layer of that name.
 * @param suits whether an element can be meant at all
 */
export function findElements(
  { body }: PageDocument,
  at: string,
  suits: (node: ElementNode) => boolean = () => true,
): ReadonlySet<string> {
  const all = [...elements(body)].filter((node) => node.id !== body.id && suits(node));
  const own = all.filter((node) => namesFor(node).some((name) => means(at, node.from?.path ?? '', name)));
  if (own.length) return new Set(own.map(({ id }) => id));
  const found = new Set<string>();
  const visit = (node: ElementNode): void => {
    const paths = [...elements(node)].flatMap(({ from }) => (from ? [from.path] : []));
    if (paths.length && suits(node) && paths.every((path) => liesIn(path, at))) found.add(node.id);
    else for (const child of node.children ?? []) if (isElement(child)) visit(child);
  };
  visit(body);
  return found;
}

/** Names that a person may call an element by: its own, its alternative text, its words. */
export function namesFor(node: ElementNode): string[] {
  const words = node.children?.some(isElement) ? '' : textOf(node);
  return [node.name, node.attributes?.['alt'] ?? '', words].filter((text, at) => text !== '' || at === 0);
}

/** Whether a path leads through a layer of a drawing, or a box of a page that is no element any more. */
function liesIn(path: string, at: string): boolean {
  const between = path.includes(' / ') ? ' / ' : ' > ';
  const steps = path.split(between);
  return steps.some((_, end) => means(at, steps.slice(0, end + 1).join(between)));
}

/** Addresses of elements that a brief may use. */
export function knownAddresses({ body }: PageDocument): string[] {
  return [...elements(body)].flatMap(({ from, name }) => [...(from ? [from.path] : []), name]);
}

/** Those of some elements that lie in none of the others. */
export function outermost({ body }: PageDocument, found: ReadonlySet<string>): ReadonlySet<string> {
  const kept = new Set<string>();
  const visit = (node: ElementNode): void => {
    if (found.has(node.id)) kept.add(node.id);
    else for (const child of node.children ?? []) if (isElement(child)) visit(child);
  };
  visit(body);
  return kept;
}

/** Elements that are to lead somewhere: each as the link that it is in, if it is in one; none of them lies in another. */
export function linkPlaces({ body }: PageDocument, found: ReadonlySet<string>): ReadonlySet<string> {
  const places = new Set<string>();
  const visit = (node: ElementNode, link: string | undefined): void => {
    const own = node.element === 'a' ? node.id : link;
    const meant = found.has(node.id);
    if (meant) places.add(own ?? node.id);
    for (const child of node.children ?? []) if (isElement(child)) visit(child, meant ? (own ?? node.id) : own);
  };
  visit(body, undefined);
  return places;
}
