/** A part of a page that is over it when it is open. */
export interface OpenablePart {
  /** What it says, which tells it from others. */
  readonly text: string;
  /** Its id, or its kind of element. */
  readonly name: string;
}

/** Opens every `details` that is closed, also those of which only one may be open, and says how many there are. */
export function openDetails(): number {
  const all = [...document.querySelectorAll('details')];
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
