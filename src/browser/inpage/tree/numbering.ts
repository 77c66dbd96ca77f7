/** The elements that the last snapshot numbered, so that later calls can speak of them by number. */
let numbered: (Element | null)[] = [];

/** Starts numbering anew. */
export function startNumbering(): void {
  numbered = [];
}

/** Gives the next number to an element, or to a text (`null`). */
export function numberNext(element: Element | null): void {
  numbered.push(element);
}

export function numberedElements(): readonly (Element | null)[] {
  return numbered;
}

/** The open shadow roots of the page, in the order of their hosts. */
export function shadowRoots(): ShadowRoot[] {
  return numbered.flatMap((element) => (element?.shadowRoot ? [element.shadowRoot] : []));
}

/** The numbers of elements; -1 for what has none. */
export function numbersOf(elements: readonly (Element | null)[]): number[] {
  const numbers = new Map(numbered.map((element, number) => [element, number]));
  return elements.map((element) => (element === null ? -1 : (numbers.get(element) ?? -1)));
}
