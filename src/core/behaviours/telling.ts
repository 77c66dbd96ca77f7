import { isStill, type OperatedState, type TriedControl, type TriedScreen } from './tried.js';

/** The widest screen on which something came of it. */
export function tellingScreen({ screens }: TriedControl): TriedScreen {
  return screens.find(({ state }) => !isStill(state)) ?? (screens[0] as TriedScreen);
}

/** Whether a visitor may see that something was operated. */
export function isVisible({ shown, hidden, modal, popovers, changes, added }: OperatedState): boolean {
  if (added.length) return true;
  if (shown.length + hidden.length + modal.length + popovers.length > 0) return true;
  return changes.some(({ name }) =>
    /^(class|style|hidden|open|inert|data-.*|aria-(selected|expanded|pressed|checked|current|hidden))$/.test(name),
  );
}

/** The place of a control, whatever its number in it: controls of one shape are alike. */
export function shapeOf({ path, by }: { readonly path: string; readonly by: string }): string {
  return `${by} ${path.replace(/:nth-of-type\(\d+\)|#(\\.|[^\s:])+/g, '')}`;
}
