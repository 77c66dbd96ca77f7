import type { ElementChange } from '../../../core/behaviours/behaviour.js';
import type { CapturedDeclaration } from '../../../core/html/captured.js';
import type { AskedSelector } from '../../../core/html/read-rules.js';
import { inlineStyles } from '../capture/declarations.js';
import { matchSelectors } from '../capture/rules.js';
import { numberedElements } from '../tree/numbering.js';

/** What matches, and what `style` attributes say, while some attributes are others. */
export interface Dressed {
  readonly matched: readonly (readonly number[])[];
  readonly inline: readonly (readonly [element: number, set: readonly CapturedDeclaration[]])[];
}

/** Looks at the page with other attributes, all at once, and gives it its own back. */
export function lookDressed(changes: readonly ElementChange[], selectors: readonly AskedSelector[]): Dressed {
  const numbered = numberedElements();
  const before = changes.map(({ element, name }) => numbered[element]?.getAttribute(name) ?? null);
  const set = (element: number, name: string, value: string | null): void => {
    if (value === null) numbered[element]?.removeAttribute(name);
    else numbered[element]?.setAttribute(name, value);
  };
  for (const { element, name, to } of changes) set(element, name, to);
  const styled = new Set(changes.flatMap(({ element, name }) => (name === 'style' ? [element] : [])));
  const inline = new Map(styled.size ? inlineStyles() : []);
  const matched = matchSelectors(selectors);
  changes.forEach(({ element, name }, at) => set(element, name, before[at] ?? null));
  return { matched, inline: [...styled].map((element) => [element, inline.get(element) ?? []]) };
}
