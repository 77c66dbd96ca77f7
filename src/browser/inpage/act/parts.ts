import type { AddedPart } from '../../../core/behaviours/tried.js';
import { PathFinder } from '../tree/path.js';
import { PART } from '../../../core/behaviours/tried.js';
import { addOurSheet } from '../tree/settle.js';
import { visitElements } from '../tree/children.js';

/** Parts that scripts put in when something was operated: they stand in the page, hidden, while it is read. */
let inserted: (Element | undefined)[] = [];

/** Puts parts where they would stand, hidden, so that they are read with the page. Nothing else moves. */
export function insertParts(parts: readonly AddedPart[]): void {
  addOurSheet(`[${PART}] { display: none !important }`);
  const finder = new PathFinder();
  const places = parts.map(({ parent, after }) => ({
    box: finder.find(parent),
    before: after === undefined ? null : finder.find(after),
  }));
  inserted = parts.map(({ html }, at) => {
    const box = places[at]?.box;
    const [element] = new DOMParser().parseFromString(html, 'text/html').body.children;
    if (!box || !element) return undefined;
    for (const script of element.querySelectorAll('script')) script.remove();
    element.setAttribute(PART, '');
    const before = places[at]?.before;
    if (before) before.after(element);
    else box.prepend(element);
    return element;
  });
}

/** The paths of the parts that were put in; empty where one was not. */
export function insertedPaths(): string[] {
  const paths = new Map<Element, string>();
  visitElements(document.documentElement, 'html', (element, path) => void paths.set(element, path));
  return inserted.map((element) => (element && paths.get(element)) ?? '');
}

/** Takes them out again. */
export function removeParts(): void {
  for (const element of inserted) element?.remove();
  inserted = [];
}
