import { step } from './path.js';

/** Children as they are rendered: through open shadow roots, with slots filled. */
export function childrenOf(element: Element): readonly Node[] {
  if (element.shadowRoot) return [...element.shadowRoot.childNodes];
  if (element instanceof HTMLSlotElement) {
    const assigned = element.assignedNodes({ flatten: true });
    if (assigned.length) return assigned;
  }
  return [...element.childNodes];
}

/** Visits the elements that an element is rendered with, each with its path in the page; slots themselves are none. */
export function visitElements(start: Element, path: string, visit: (element: Element, path: string) => void): void {
  visit(start, path);
  const visitChildren = (element: Element): void => {
    const counts = new Map<string, number>();
    for (const child of childrenOf(element)) {
      if (child instanceof HTMLSlotElement) visitChildren(child);
      else if (child instanceof Element) {
        const nth = (counts.get(child.localName) ?? 0) + 1;
        counts.set(child.localName, nth);
        visitElements(child, `${path} > ${step(child, nth)}`, visit);
      }
    }
  };
  visitChildren(start);
}
