import type { Manner, OperatedState } from '../../../core/behaviours/tried.js';
import { addedPaths, changesSoFar, elementAt, forgetWhereTo, keepAsRest, rest } from './rest.js';
import { canBeReached, HESITATION, point, pointAway, press, quiet } from './press.js';
import { stateNow } from './state.js';

/**
 * Operates a control as a visitor would and waits until the page is quiet.
 * @returns how the page differs from the page at rest; undefined if there is no such element, or it cannot be seen
 */
export async function operate(path: string, by: Manner, isFirst: boolean): Promise<OperatedState | undefined> {
  const element = elementAt(path);
  if (!element?.isConnected || !canBeReached(element)) return undefined;
  forgetWhereTo();
  if (isFirst) {
    await leave();
    keepAsRest();
    if (by === 'press') await comeTo(element);
  }
  if (by === 'press') press(element);
  else point(element);
  await quiet(by === 'point' ? HESITATION : 0);
  return stateNow(element);
}

/** Takes the pointer away, and presses the key that closes things. */
export async function letGo(): Promise<OperatedState> {
  const at = document.activeElement ?? document.body;
  pointAway();
  for (const type of ['keydown', 'keyup'])
    at.dispatchEvent(new KeyboardEvent(type, { key: 'Escape', code: 'Escape', bubbles: true, cancelable: true }));
  for (const dialog of document.querySelectorAll<HTMLDialogElement>('dialog:modal')) dialog.close();
  if (at instanceof HTMLElement) at.blur();
  await quiet();
  return stateNow();
}

/** Presses beside everything. */
export async function pressBeside(): Promise<OperatedState> {
  press(document.body);
  await quiet();
  return stateNow();
}

/** Leaves the control that was operated last. */
export async function leave(): Promise<void> {
  const before = changesSoFar();
  pointAway();
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  await new Promise<void>((done) => setTimeout(done, 0));
  if (changesSoFar() > before) await quiet();
}

/** What pointing at a control and focus alone change is no doing of the press. */
export async function comeTo(element: Element): Promise<void> {
  const before = changesSoFar();
  point(element);
  await new Promise<void>((done) => setTimeout(done, 0));
  if (changesSoFar() > before) keepAsRest();
}

/** What in elements that came to be seen can be pressed: by it they may be closed again. */
export function pressable(paths: readonly string[]): string[] {
  const added = new Map(rest ? addedPaths(rest) : []);
  return paths.flatMap((path) => {
    const box = elementAt(path);
    return box
      ? [...box.querySelectorAll('button, [role="button"], input[type="button"], a:not([href]), a[href="#"]')].flatMap(
          (element) =>
            element.matches('form button:not([type="button"]), :disabled')
              ? []
              : (rest?.pathOf.get(element) ?? added.get(element) ?? []),
        )
      : [];
  });
}
