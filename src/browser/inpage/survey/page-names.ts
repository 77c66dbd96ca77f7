import type { SurveyedExtra } from '../../../core/survey/observations.js';
import { step } from '../tree/path.js';

/** Names are no longer than this, letters. */
const LONG = 60;

/** The path that leads to an element. */
export function pathTo(element: Element): string {
  const steps: string[] = [];
  for (let at: Element | null = element; at && at !== document.documentElement; at = at.parentElement) {
    const alike = [...(at.parentElement?.children ?? [])].filter((child) => child.localName === at?.localName);
    steps.unshift(at === document.body ? 'body' : step(at, alike.indexOf(at) + 1));
  }
  return ['html', ...steps].join(' > ');
}

/** What a person would call an element: its words, its label, its name, or what it is. */
export function nameOf(element: Element): string {
  const text =
    element.getAttribute('aria-label') ??
    (element instanceof HTMLImageElement ? element.alt || element.src.split('/').pop() : undefined) ??
    ([...element.childNodes].some((childNode) => childNode.nodeType === Node.TEXT_NODE && childNode.textContent?.trim())
      ? element.textContent
      : undefined) ??
    (element.id || element.getAttribute('name') || element.classList[0] || element.localName);
  const words = (text ?? '').replace(/\s+/g, ' ').trim();
  return words.length > LONG ? `${words.slice(0, LONG - 1).trimEnd()}…` : words || element.localName;
}

export function extra(element: Element, detail: string): SurveyedExtra {
  const text = detail.replace(location.origin, '').replace(/\s+/g, ' ').trim();
  return { path: pathTo(element), name: nameOf(element), detail: text.length > 100 ? `${text.slice(0, 99)}…` : text };
}
