import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import { keyOf, tryControls } from '../../browser/try-controls.js';
import type { ElementChange, PlannedBehaviour } from '../../core/behaviours/behaviour.js';
import { OperatedConditions } from '../../core/behaviours/conditions.js';
import { touchedSelectors, type OperatedDress } from '../../core/behaviours/operated-matches.js';
import type { CapturedTree } from '../../core/behaviours/tree.js';
import {
  isStill,
  PART,
  partPath,
  type AddedPart,
  type Candidate,
  type TriedControl,
  type TriedScreen,
} from '../../core/behaviours/tried.js';
import { required } from '../../core/data/required.js';
import type { RulesToAsk } from '../../core/html/read-rules.js';
import type { OpenAt } from './other-widths.js';

/**
 * Operates what can be operated in a source, in pages of its own: on the widest screen, then on narrower ones what could
 * not be seen there or did nothing.
 */
export async function operateControls(
  candidates: readonly Candidate[],
  widths: readonly number[],
  openAt: OpenAt,
): Promise<TriedControl[]> {
  const found = new Map<string, TriedScreen[]>();
  let left = candidates;
  for (const width of [...widths].sort((a, b) => b - a)) {
    if (left.length === 0) break;
    const tried = await tryControls(left, width, async () => openAt(width));
    for (const [key, screen] of tried) found.set(key, [...(found.get(key) ?? []), screen]);
    left = left.filter((candidate) => {
      const screen = tried.get(keyOf(candidate));
      return screen === undefined || isStill(screen.state);
    });
  }
  return candidates.flatMap((candidate): TriedControl[] => {
    const screens = found.get(keyOf(candidate));
    return screens ? [{ ...candidate, screens }] : [];
  });
}

/** Controls of a page in which parts were put. */
export interface WithParts {
  /** As if all of it had been in the page, and hidden. */
  readonly tried: readonly TriedControl[];
  /** What is found by another path since. */
  readonly moved: ReadonlyMap<string, string>;
}

/**
 * Puts what scripts added when controls were operated into the pages that are read, hidden, and says where it stands there.
 * After it, they have to be captured anew; in the end `removeParts` gives them back as they were.
 * @returns undefined if nothing was added
 */
export async function withParts(
  pages: readonly Page[],
  tried: readonly TriedControl[],
): Promise<WithParts | undefined> {
  const parts = new Map<string, AddedPart>();
  const own = tried.map(({ screens }) => {
    const added = screens.find(({ state }) => state.added.length)?.state.added ?? [];
    for (const part of added) parts.set(JSON.stringify(part), part);
    return added.map((part) => JSON.stringify(part));
  });
  if (parts.size === 0) return undefined;
  const [first] = await Promise.all(pages.map(async (page) => inside(page, 'insertParts', [...parts.values()])));
  const { paths, moved } = required(first);
  const pathOf = new Map([...parts.keys()].map((key, at) => [key, paths[at] ?? '']));
  const now = new Map(moved);
  return {
    moved: now,
    tried: tried.map((control, at): TriedControl => {
      const placed = (own[at] ?? []).map((key) => pathOf.get(key) ?? '');
      const screens = control.screens.map((screen) => screenMoved(screen, now));
      const path = now.get(control.path) ?? control.path;
      if (placed.length === 0 || placed.includes('')) return { ...control, path, screens };
      return { ...control, path, screens: screens.map((screen) => partsPlaced(screen, placed)) };
    }),
  };
}

function screenMoved(screen: TriedScreen, moved: ReadonlyMap<string, string>): TriedScreen {
  const { state, closers } = screen;
  const here = (path: string): string => moved.get(path) ?? path;
  const all = (paths: readonly string[]): string[] => paths.map(here);
  return {
    ...screen,
    closers: all(closers),
    ...(screen.opener === undefined ? {} : { opener: here(screen.opener) }),
    state: {
      ...state,
      changes: state.changes.map((change) => ({ ...change, path: here(change.path) })),
      shown: all(state.shown),
      hidden: all(state.hidden),
      layers: state.layers.map((layer) => ({ ...layer, path: here(layer.path) })),
      modal: all(state.modal),
      popovers: all(state.popovers),
    },
  };
}

function partsPlaced(screen: TriedScreen, placed: readonly string[]): TriedScreen {
  const { state, closers } = screen;
  if (state.added.length === 0) return screen;
  const changes = [...state.changes, ...placed.map((path) => ({ path, name: PART, to: null }))];
  const here = (path: string): string =>
    placed.reduce((text, real, at) => {
      const start = partPath(at);
      return text === start || text.startsWith(`${start} > `) ? real + text.slice(start.length) : text;
    }, path);
  const layers = state.layers.map((layer) => ({ ...layer, path: here(layer.path) }));
  return {
    ...screen,
    closers: closers.map(here),
    state: { ...state, added: [], changes, layers, shown: [...placed, ...state.shown] },
  };
}

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
