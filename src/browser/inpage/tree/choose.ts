import { defined } from '../../../core/data/defined.js';
import type { Move } from '../../../core/source/reading.js';

/** What became of a choice: how many elements are kept, or which selector (and move) has led nowhere. */
export type ChoiceResult =
  | { readonly kept: number }
  | { readonly wrong: string; readonly reason: 'invalid' | 'nothing' | 'no move'; readonly move?: Move };

const hidden = new WeakSet<Element>();

/** True for elements that were left out by a choice. */
export function isLeftOut(element: Element): boolean {
  return hidden.has(element);
}

/**
 * Keeps only what the selectors match, and the boxes that hold it. The rest stays in the document, so that rules that
 * count siblings still match, but is not shown and not read.
 */
export function chooseParts(selectors: readonly string[], moves: readonly Move[]): ChoiceResult {
  const kept = new Set<Element>();
  for (const selector of selectors) {
    let found: Element[];
    try {
      found = [...document.querySelectorAll(selector)].filter((element) => document.body.contains(element));
    } catch {
      return { wrong: selector, reason: 'invalid' };
    }
    if (found.length === 0) return { wrong: selector, reason: 'nothing' };
    for (const start of found) {
      const end = moves.reduce<Element | null>((at, move) => (at ? moved(at, move) : null), start);
      if (!end || !document.body.contains(end) || end === document.body)
        return { wrong: selector, reason: 'no move', ...defined({ move: moves[0] }) };
      kept.add(end);
    }
  }
  const holders = new Set<Element>();
  for (const element of kept) for (let at = element.parentElement; at; at = at.parentElement) holders.add(at);
  const visit = (element: Element): void => {
    for (const child of element.children) {
      if (kept.has(child)) continue;
      if (holders.has(child)) visit(child);
      else leaveOut(child);
    }
    for (const child of [...element.childNodes]) if (child instanceof Text && child.data.trim()) child.remove();
  };
  visit(document.body);
  scrollTo(0, 0);
  return { kept: kept.size };
}

function moved(element: Element, move: Move): Element | null {
  switch (move) {
    case 'parent':
      return element.parentElement;
    case 'child':
      return element.firstElementChild;
    case 'next':
      return element.nextElementSibling;
    case 'previous':
      return element.previousElementSibling;
  }
}

/** Neither shows nor reads an element from now on. */
export function leaveOut(element: Element): void {
  hidden.add(element);
  (element as HTMLElement).style?.setProperty('display', 'none', 'important');
}

/** The elements of the page, without those that a choice left out. */
export function countElements(): number {
  const all = document.body?.querySelectorAll('*').length ?? 0;
  let without = 0;
  for (const element of document.body?.querySelectorAll('[style]') ?? [])
    if (hidden.has(element)) without += element.querySelectorAll('*').length + 1;
  return all - without;
}
