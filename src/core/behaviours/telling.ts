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

/**
 * Controls that stand together: side by side in one box, or each in a box of its own side by side, as entries of a list do.
 * Only such can be ones of which one is chosen.
 */
export function standTogether<Control extends { readonly path: string; readonly by: string }>(
  controls: readonly Control[],
): Control[][] {
  const beside = groupedBy(controls, ({ path, by }) => `${by} ${withoutNumbers(path, 1)}`);
  const alone = beside.filter((group) => group.length === 1).flat();
  const inEntries = groupedBy(alone, ({ path, by }) => `${by} ${withoutNumbers(path, 2)}`);
  return [...beside, ...inEntries].filter((group) => group.length > 1);
}

/** A path whose last steps do not say which of their name they are. */
function withoutNumbers(path: string, last: number): string {
  const steps = path.split(' > ');
  return steps
    .map((step, at) => (at < steps.length - last ? step : step.replace(/:nth-of-type\(\d+\)|#(\\.|[^\s:])+/g, '')))
    .join(' > ');
}

function groupedBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Item[][] {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return [...groups.values()];
}
