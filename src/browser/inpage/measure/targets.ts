import type { Target } from '../../../core/proof/sweep.js';
import { elementsOf } from './elements.js';
import { isWithin } from './words.js';

/**
 * The things to press that show.
 * @param order ids of the elements in the order of the document
 * @param within the only sections to look into, besides what stands in none
 */
export function measureTargets(order: readonly string[], within?: readonly string[]): Target[] {
  const known = elementsOf([], order);
  const found: Target[] = [];
  for (const element of document.querySelectorAll(
    'a[href], button, input:not([type="hidden"]), select, textarea, summary, label[for]',
  )) {
    if (!isWithin(element, within)) continue;
    if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    const rect = element.getBoundingClientRect();
    if (rect.width < 2 || rect.height < 2) continue;
    const beside = [...(element.parentNode?.childNodes ?? [])].some(
      (childNode) => childNode.nodeType === Node.TEXT_NODE && childNode.textContent?.trim(),
    );
    const inline = getComputedStyle(element).display === 'inline' && beside;
    found.push({
      of: known.get(element) ?? '',
      inline,
      x: rect.left + scrollX,
      y: rect.top + scrollY,
      width: rect.width,
      height: rect.height,
    });
  }
  return found;
}
