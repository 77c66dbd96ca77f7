import type { PageDocument } from '../document/types.js';
import { elements, isElement } from '../document/walk.js';
import type { Means, PageBehaviour } from './behaviour.js';
import type { Manner } from './tried.js';

/** A control that works in the result as it did in the source: how to operate it in both. */
export interface OperatedControl {
  readonly name: string;
  readonly by: Manner;
  readonly means: Means;
  /** Its path in the source. */
  readonly path: string;
  /** Id of the element of the page document that is pressed in its place. */
  readonly id: string;
  /** Viewport widths at which it does something, CSS px. */
  readonly widths: readonly number[];
  /** Operating it once more brings the page back to rest. */
  readonly goesBack: boolean;
  /** What has to be operated before it can be seen: the path of that control. */
  readonly opener?: string;
}

/** The controls of a page that a proof can operate in the source and in the result. */
export function operatedControls(document: PageDocument, behaviours: readonly PageBehaviour[]): OperatedControl[] {
  const nodes = new Map([...elements(document.body)].map((node) => [node.id, node]));
  const summaryIn = (id: string): string | undefined =>
    nodes
      .get(id)
      ?.children?.filter(isElement)
      .find(({ element }) => element === 'summary')?.id;
  const working = behaviours.filter(
    ({ means, chosen, widths }) => means && means !== 'native' && !chosen && widths.length,
  );
  return working.flatMap((behaviour): OperatedControl[] => {
    const { name, by, means, path, trigger, widths, goesBack, opener } = behaviour;
    const found = [`${trigger}c`, trigger, summaryIn(`${trigger}d`)].find((id) => id !== undefined && nodes.has(id));
    if (found === undefined || means === undefined) return [];
    return [
      {
        name,
        by,
        means,
        path,
        id: found,
        widths,
        goesBack: goesBack === true,
        ...(opener === undefined ? {} : { opener }),
      },
    ];
  });
}
