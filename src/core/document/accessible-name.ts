import type { ElementNode } from './types.js';
import { elements, textOf } from './walk.js';

/** What a picture or a drawing says to people who do not see it; empty if nothing. */
function saidBy({ attributes, markup }: ElementNode): string {
  return attributes?.['alt'] || attributes?.['aria-label'] || /<title[^>]*>([^<]+)/.exec(markup ?? '')?.[1] || '';
}

/**
 * The name by which a screen reader calls what can be pressed: its label, its words, what its pictures show, its title
 * (Accessible Name and Description Computation 1.2, in short). Empty if it has none.
 */
export function spokenName(node: ElementNode): string {
  const label = node.attributes?.['aria-label'] || textOf(node);
  return label || [...elements(node)].map(saidBy).find(Boolean) || (node.attributes?.['title'] ?? '');
}
