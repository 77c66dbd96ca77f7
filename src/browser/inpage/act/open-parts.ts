import { inOrder } from '../measure/elements.js';

/** A part of a page that is over it when it is open. */
export interface OpenablePart {
  /** What it says, which tells it from others. */
  readonly text: string;
  /** Its id, or its kind of element. */
  readonly name: string;
}

/**
 * Opens every `details` that is closed, also those of which only one may be open, and says how many there are.
 * @param only those of a page of ours at these places of the document; all without it
 */
export function openDetails(only?: readonly number[]): number {
  const order = only && inOrder();
  const all = only
    ? only.flatMap((at) => (order?.[at] instanceof HTMLDetailsElement ? [order[at]] : []))
    : [...document.querySelectorAll('details')];
  for (const element of all) element.removeAttribute('name');
  for (const element of all) element.open = true;
  return all.length;
}

/** Dialogs and popovers, in the order of the document. */
export function listParts(): OpenablePart[] {
  return parts().map((element) => ({
    text: (element.textContent ?? '').replace(/\s+/g, ' ').trim(),
    name: element.id ? `#${element.id}` : element.tagName.toLowerCase(),
  }));
}

/** Opens the dialog or popover at a place of that list and closes all others; without a place it only closes. */
export function openPart(at?: number): void {
  parts().forEach((element, index) => {
    if (element instanceof HTMLDialogElement) {
      if (element.open) element.close();
      if (index === at) element.showModal();
    } else if (element.matches(':popover-open') !== (index === at)) element.togglePopover(index === at);
  });
}

function parts(): HTMLElement[] {
  return [...document.querySelectorAll<HTMLElement>('dialog, [popover]')];
}

/** Presses an element of a page of ours, by its place in the document; says where its middle is, in the window; CSS px. */
export function pressAt(at: number, only?: 'place'): readonly [x: number, y: number] | undefined {
  const element = inOrder()[at];
  if (!element) return undefined;
  element.scrollIntoView({ block: 'nearest', behavior: 'instant' });
  const { left, top, width, height } = element.getBoundingClientRect();
  if (only !== 'place' && element instanceof HTMLElement) {
    element.focus({ preventScroll: true });
    element.click();
  }
  return [left + width / 2, top + height / 2];
}
