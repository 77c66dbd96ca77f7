import type { ElementNode } from '../../document/types.js';
import { slug } from '../../text/slug.js';
import { nth, type NameGiver } from '../../text/words.js';
import { onlyChild, type Scope } from './naming.js';

/** Longest part of a name that says what announces a list, letters. */
const ANNOUNCED = 16;
/** Most words of a text that announces something. */
const BRIEF = 4;

/** The name of a list: by what it holds; where another list has that name, with the words right before it. */
export function announced(giver: NameGiver, name: string, before: string): string {
  const words = slug(before, ANNOUNCED);
  const isBrief = words !== '' && before.split(/\s+/).length <= BRIEF;
  return nth(giver, giver.has(name) && isBrief ? `${words}-${name}` : name);
}

/** Whether a list is a menu: links alone, in a navigation or in the header of the site. */
export function isMenu(entries: readonly ElementNode[], { nav, root }: Scope): boolean {
  return (
    (nav === true || isHeader(root)) &&
    entries.every((entry) => entry.element === 'a' || onlyChild(entry)?.element === 'a')
  );
}

function isHeader({ element, part }: ElementNode): boolean {
  return element === 'header' || part === 'header';
}

/** Whether a link is the first thing that a header says: it leads home, and says whose page it is. */
export function isBrand(link: ElementNode, { root, seen, giver }: Scope): boolean {
  const isFirst = seen.last === '' && !['brand', 'menu', 'links'].some((name) => giver.has(name));
  return isHeader(root) && isFirst && link.kind !== 'button';
}
