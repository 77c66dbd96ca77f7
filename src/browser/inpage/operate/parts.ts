import type { AddedPart } from '../../../core/behaviours/tried.js';
import { PathFinder } from '../tree/path.js';
import { PART } from '../../../core/behaviours/tried.js';
import { addOurSheet } from '../tree/settle.js';
import { visitElements } from '../tree/children.js';

/** Parts that scripts put in when something was operated: they stand in the page, hidden, while it is read. */
let inserted: (Element | undefined)[] = [];

/** Where parts were put, and what else is found by another path since. */
export interface InsertedParts {
  /** The path of each part; empty where it was not put in. */
  readonly paths: readonly string[];
  readonly moved: readonly (readonly [before: string, now: string])[];
}

/** Puts parts where they would stand, hidden, so that they are read with the page. Nothing is seen of it. */
export function insertParts(parts: readonly AddedPart[]): InsertedParts {
  addOurSheet(`[${PART}] { display: none !important }`);
  const before = elementPaths();
  const finder = new PathFinder();
  const places = parts.map(({ parent, after }) => ({
    box: finder.find(parent),
    after: after === undefined ? null : finder.find(after),
  }));
  inserted = parts.map(({ html }, at) => {
    const place = places[at];
    const [element] = new DOMParser().parseFromString(html, 'text/html').body.children;
    if (!place?.box || !element) return undefined;
    for (const script of element.querySelectorAll('script')) script.remove();
    element.setAttribute(PART, '');
    if (place.after) place.after.after(element);
    else place.box.prepend(element);
    return element;
  });
  const now = elementPaths();
  return {
    paths: inserted.map((element) => (element && now.get(element)) ?? ''),
    moved: [...before].flatMap(([element, path]) => {
      const other = now.get(element);
      return other === undefined || other === path ? [] : [[path, other] as const];
    }),
  };
}

function elementPaths(): Map<Element, string> {
  const paths = new Map<Element, string>();
  visitElements(document.documentElement, 'html', (element, path) => {
    paths.set(element, path);
  });
  return paths;
}

/** Takes them out again. */
export function removeParts(): void {
  for (const element of inserted) element?.remove();
  inserted = [];
}
