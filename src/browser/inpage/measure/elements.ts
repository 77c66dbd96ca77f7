import type { MeasureRequest, MeasuredElement } from '../../../core/proof/measurement.js';
import { boxOf, PathFinder } from '../tree/path.js';

/** The elements that are asked for, with their ids. */
export function elementsOf(
  things: MeasureRequest['things'] = [],
  order: MeasureRequest['order'] = [],
): Map<Element, string> {
  const found = new Map<Element, string>();
  const paths = new PathFinder();
  for (const { id, path } of things) {
    const element = paths.find(path);
    if (element) found.set(element, id);
  }
  if (order.length)
    inOrder().forEach((element, at) => {
      const id = order[at];
      if (id !== undefined) found.set(element, id);
    });
  return found;
}

/** The elements of a page of ours as its page document has them: drawings are one. */
export function inOrder(): Element[] {
  const found: Element[] = [];
  const visit = (element: Element): void => {
    found.push(element);
    if (!(element instanceof SVGElement)) for (const child of element.children) visit(child);
  };
  if (document.body) visit(document.body);
  return found;
}

/** Where an element stands, and how it shows. */
export function measureElement(element: Element): MeasuredElement {
  const box = boxOf(element.getBoundingClientRect());
  const fill = getComputedStyle(element).backgroundColor;
  const shown = element instanceof HTMLImageElement ? shownShare(element) : undefined;
  return {
    box,
    ...(shown === undefined ? {} : { shown }),
    ...(/^(transparent|rgba\(\d+, \d+, \d+, 0\))$/.test(fill) ? {} : { fill }),
  };
}

/** The share of a picture that shows in its box (CSS Images 3, 5.5); undefined where it cannot be said. */
function shownShare(image: HTMLImageElement): number | undefined {
  const { naturalWidth: wide, naturalHeight: high, clientWidth: width, clientHeight: height } = image;
  const style = getComputedStyle(image);
  if (!wide || !high || !width || !height || style.getPropertyValue('object-view-box') !== 'none') return undefined;
  const round = (share: number): number => Math.round(share * 1000) / 1000;
  if (style.objectFit === 'none') return round((Math.min(width, wide) * Math.min(height, high)) / (wide * high));
  if (style.objectFit !== 'cover') return 1;
  const scale = Math.max(width / wide, height / high);
  return round((width * height) / (wide * high * scale * scale));
}
