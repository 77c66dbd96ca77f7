/** Names, links and titles of layers, as the vector program wrote them. */

export function linkOf(element: Element): string | undefined {
  const link = element.closest('a');
  const address =
    link?.getAttribute('href') ?? link?.getAttributeNS('http://www.w3.org/1999/xlink', 'href') ?? undefined;
  return address && !/^\s*(javascript|vbscript):/i.test(address) ? address : undefined;
}

/** The name that a vector program wrote for a layer. */
export function nameOf(element: Element): string {
  const label =
    element.getAttribute('inkscape:label') ??
    element.getAttribute('data-name') ??
    element.getAttribute('aria-label') ??
    element.id;
  return label
    .replace(/_x([0-9A-F]{2})_/gi, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
    .replace(/_\d+_$/, '')
    .replace(/_/g, ' ')
    .trim();
}

export function layersOf(element: Element, above: readonly string[]): readonly string[] {
  const name = nameOf(element);
  return name ? [...above, name] : above;
}

export function titleOf(element: Element): string {
  return (
    element.querySelector(':scope > title')?.textContent?.trim() ??
    element.parentElement?.closest('g')?.querySelector(':scope > title')?.textContent?.trim() ??
    ''
  );
}

/** Place of an element in the drawing: layer names where there are some, numbers where there are none. */
export function pathOf(element: Element, root: Element): string {
  const steps: string[] = [];
  for (let at: Element | null = element; at && at !== root; at = at.parentElement) {
    const name = nameOf(at);
    steps.unshift(name || `${at.localName}:${placeAmong(at) + 1}`);
  }
  return steps.join(' / ');
}

/** Places among the elements of a parent, as last counted: a drawing may have thousands side by side. */
const places = new WeakMap<Element, number>();

function placeAmong(element: Element): number {
  const siblings = element.parentElement?.children;
  if (!siblings) return -1;
  if (siblings[places.get(element) ?? -1] !== element)
    for (let at = 0; at < siblings.length; at += 1) places.set(siblings[at] as Element, at);
  return places.get(element) ?? -1;
}
