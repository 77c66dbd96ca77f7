import { required } from '../../../core/data/required.js';
import type { Position } from '../../../core/proof/measurement.js';

/** Something to look at: an element that shows, and where, CSS px from the top left corner of the page. */
export interface VisibleElement {
  readonly element: Element;
  readonly place: Position;
}

/** What is fainter than this covers nothing. */
const OPAQUE = 0.5;

/**
 * What lies on each of these things in their middle, as painted (CSS 2, appendix E): the element, or undefined where nothing
 * does. What stays while the page scrolls covers nothing for good.
 */
export function coversOf(shown: readonly VisibleElement[]): (Element | undefined)[] {
  const found: (Element | undefined)[] = shown.map(() => undefined);
  const order = shown
    .map(({ place }, at) => ({ at, x: place.x + place.width / 2, y: place.y + place.height / 2 }))
    .sort((a, b) => a.y - b.y);
  const [left, top] = [scrollX, scrollY];
  for (const { at, x, y } of order) {
    if (y < scrollY || y >= scrollY + innerHeight) scrollTo({ left: 0, top: y - 1, behavior: 'instant' });
    const { element } = required(shown[at]);
    found[at] = coverAt(element, x - scrollX, y - scrollY);
  }
  scrollTo({ left, top, behavior: 'instant' });
  return found;
}

function coverAt(element: Element, x: number, y: number): Element | undefined {
  const stack = document.elementsFromPoint(x, y);
  if (stack[0] === element) return undefined;
  const own = stack.findIndex((entry) => element.contains(entry));
  const above = own < 0 ? stack.findIndex((entry) => entry.contains(element)) : own;
  return stack.slice(0, Math.max(0, above)).find((element) => isOpaque(element) && !staysInView(element));
}

function isOpaque(element: Element): boolean {
  const style = getComputedStyle(element);
  if (Number(style.opacity) < OPAQUE) return false;
  if (element instanceof SVGElement)
    return (
      element.localName === 'image' ||
      (element instanceof SVGGeometryElement && style.fill !== 'none' && Number(style.fillOpacity) >= OPAQUE)
    );
  if (['IMG', 'VIDEO', 'CANVAS', 'IFRAME'].includes(element.tagName)) return true;
  return alphaOf(style.backgroundColor) >= OPAQUE;
}

function alphaOf(colour: string): number {
  if (colour === 'transparent') return 0;
  const alpha = /[,/]\s*([\d.]+)\)$/.exec(/^rgba|\//.test(colour) ? colour : '')?.[1];
  return alpha === undefined ? 1 : Number(alpha);
}

function staysInView(element: Element): boolean {
  for (let at: Element | null = element; at; at = at.parentElement)
    if (/fixed|sticky/.test(getComputedStyle(at).position)) return true;
  return false;
}
