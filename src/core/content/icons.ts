import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { slug } from '../text/slug.js';
import { NameGiver } from '../text/words.js';

/*
 * Icons as values of fields: each drawing of the page has a name, and an icon field says the name of the one it shows. A node
 * says that it has one by a field of that name beside those of its attributes.
 */

export const ICON = 'icon';

const known = new WeakMap<ElementNode, ReadonlyMap<string, string>>();

/** The drawings of a page by their names: by their titles, else by layer or class, else by what they stand beside. */
export function iconsOf({ body }: PageDocument): ReadonlyMap<string, string> {
  const found = known.get(body) ?? collect(body);
  known.set(body, found);
  return found;
}

/** The name of the drawing that an element shows. */
export function iconName({ markup }: ElementNode, document: PageDocument): string {
  for (const [name, drawing] of iconsOf(document)) if (drawing === markup) return name;
  return '';
}

/** Longest name, in letters. */
const LONGEST = 24;

function collect(body: ElementNode): Map<string, string> {
  const [byName, seen, giver] = [new Map<string, string>(), new Set<string>(), new NameGiver()];
  const visit = (node: PageNode, beside: string, called?: string): void => {
    if (!isElement(node)) return;
    const around = node.entry?.id ?? (node.kind === 'section' ? node.name : beside);
    if (node.kind === 'icon' && node.markup !== undefined && !seen.has(node.markup)) {
      seen.add(node.markup);
      byName.set(
        giver.give(ownName(node, called) || (/^\d+$/.test(around) ? '' : slug(around, LONGEST)) || 'icon'),
        node.markup,
      );
    }
    for (const child of node.children ?? []) visit(child, around, node.from?.called);
  };
  visit(body, '');
  return byName;
}

/** Words that only say that it is an icon. */
const IDLE = new Set(['icon', 'icons', 'svg', 'i', 'glyph', 'symbol', 'img', 'image', 'span', 'use', 'path', 'g']);

/** @param called what the element around it is called */
function ownName({ markup = '', attributes = {}, from }: ElementNode, called: string | undefined): string {
  const title = /<title[^>]*>([^<]+)<\/title>/.exec(markup)?.[1] ?? attributes['aria-label'] ?? attributes['title'];
  if (title) return slug(title, LONGEST);
  const said = from?.called ?? called;
  if (said) return slug(said, LONGEST);
  /* Layers have names that a person gave; of the path of an HTML element only its ids and classes are. */
  const last = from?.path.split(/ [/>] /).at(-1) ?? '';
  const text = from?.path.includes(' / ') ? last : (/[.#]([\w-]+)/.exec(last)?.[1] ?? '');
  const words = slug(text, LONGEST)
    .split('-')
    .filter((word) => word && !IDLE.has(word));
  return words.join('-');
}
