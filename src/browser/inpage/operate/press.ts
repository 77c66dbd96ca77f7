import { changesSoFar } from './rest.js';

/** A page counts as quiet once nothing has changed for so long, and is not waited for longer; ms. */
const QUIET = 30;
const LONGEST = 1200;

/** What opens when it is pointed at mostly waits whether the pointer stays; ms. */
export const HESITATION = 350;

/** What the pointer is over. */
let pointedAt: Element[] = [];

export function pointAway(): void {
  for (const name of ['pointerout', 'mouseout', 'pointerleave', 'mouseleave'])
    for (const each of pointedAt) each.dispatchEvent(new MouseEvent(name, { bubbles: !name.endsWith('leave') }));
  pointedAt = [];
}

/** Events in the order of Pointer Events 3, 11 and UI Events; the last one does what the element does by itself. */
export function press(element: Element): void {
  const { left: x, top: y, width, height } = element.getBoundingClientRect();
  const about = { bubbles: true, cancelable: true, composed: true, clientX: x + width / 2, clientY: y + height / 2 };
  element.dispatchEvent(new PointerEvent('pointerdown', { ...about, isPrimary: true, pointerType: 'mouse' }));
  element.dispatchEvent(new MouseEvent('mousedown', { ...about, detail: 1 }));
  if (element instanceof HTMLElement) element.focus({ preventScroll: true });
  element.dispatchEvent(new PointerEvent('pointerup', { ...about, isPrimary: true, pointerType: 'mouse' }));
  element.dispatchEvent(new MouseEvent('mouseup', { ...about, detail: 1 }));
  if (element instanceof HTMLElement) element.click();
  else element.dispatchEvent(new MouseEvent('click', { ...about, detail: 1 }));
}

/** Comes over an element with the pointer, and to it with the keyboard. */
export function point(element: Element): void {
  pointedAt = [element];
  for (const name of ['pointerover', 'mouseover', 'pointerenter', 'mouseenter', 'pointermove', 'mousemove'])
    element.dispatchEvent(new MouseEvent(name, { bubbles: !name.endsWith('enter'), composed: true }));
  if (element instanceof HTMLElement) element.focus({ preventScroll: true });
}

/** @param least how long it is waited at least, ms */
export async function quiet(least = 0): Promise<void> {
  const start = performance.now();
  let [seen, since] = [changesSoFar(), start];
  while (performance.now() - start < LONGEST) {
    await new Promise<void>((done) => setTimeout(done, 8));
    const now = changesSoFar();
    if (now !== seen) [seen, since] = [now, performance.now()];
    else if (performance.now() - since >= QUIET && performance.now() - start >= least) return;
  }
}

/** What cannot be seen cannot be operated; check boxes and the like may be hidden behind a drawing of themselves. */
export function canBeReached(element: Element): boolean {
  if (element instanceof HTMLInputElement) return element.checkVisibility();
  const { width, height } = element.getBoundingClientRect();
  return element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && width > 0 && height > 0;
}
