import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { ElementChange, PlannedBehaviour } from '../../core/behaviours/behaviour.js';
import { OperatedConditions } from '../../core/behaviours/conditions.js';
import { touchedSelectors, type OperatedDress } from '../../core/behaviours/operated-matches.js';
import type { CapturedTree } from '../../core/behaviours/tree.js';
import { required } from '../../core/data/required.js';
import type { RulesToAsk } from '../../core/html/read-rules.js';

/** A page that is open, with the numbers of its elements in the page that is captured. */
export interface DressedPage {
  readonly page: Page;
  /** Viewport width, CSS px. */
  readonly width: number;
  readonly numberOf?: ReadonlyMap<number, number>;
}

/** What matches on a page once each of some controls was operated. */
export async function dressesOf(
  { page, width, numberOf }: DressedPage,
  ask: RulesToAsk,
  tree: CapturedTree,
  planned: readonly PlannedBehaviour[],
): Promise<OperatedDress[]> {
  const conditions = new OperatedConditions(tree, planned);
  const numbers = numberOf && new Map([...numberOf].map(([own, first]) => [first, own]));
  const dresses: OperatedDress[] = [];
  for (const behaviour of planned) {
    if (behaviour.means === undefined || behaviour.means === 'native' || behaviour.chosen) continue;
    const changes = changesAt(behaviour, width);
    const here = changes.flatMap((change): ElementChange[] => {
      const element = numbers ? numbers.get(change.element) : change.element;
      return element === undefined ? [] : [{ ...change, element }];
    });
    const touched = touchedSelectors(ask, changes, (element, name) => tree.node(element).attributes?.[name] ?? '');
    const { matched, inline } = await inside(
      page,
      'lookDressed',
      here,
      touched.map((at) => required(ask.selectors[at])),
    );
    const back = (element: number): number | undefined => (numberOf ? numberOf.get(element) : element);
    dresses.push({
      answers: new Map(touched.map((at, index) => [at, (matched[index] ?? []).flatMap((each) => back(each) ?? [])])),
      inline: new Map(inline.flatMap(([element, set]) => [[back(element) ?? -1, set] as const])),
      conditionOf: (element) => conditions.of(behaviour, element),
    });
  }
  return dresses;
}

/** What an operated control changes at a width: as on the nearest screen on which it was tried. */
function changesAt({ states }: PlannedBehaviour, width: number): readonly ElementChange[] {
  const [nearest] = [...states].sort((a, b) => Math.abs(a.width - width) - Math.abs(b.width - width));
  return nearest?.changes ?? [];
}
