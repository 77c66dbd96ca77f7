import type { Page } from 'playwright-core';
import { heardControls } from '../../browser/heard-controls.js';
import { inside } from '../../browser/inpage-script.js';
import { keyOf, tryControls } from '../../browser/try-controls.js';
import type { PlannedBehaviour } from '../../core/behaviours/behaviour.js';
import { planBehaviours } from '../../core/behaviours/plan.js';
import { CapturedTree } from '../../core/behaviours/tree.js';
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

/** Opens a source once more at a width; it is closed by the caller. */
export type OpenAt = (width: number) => Promise<Page>;

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

/** What the controls of a page that is open do, and by which means they would go on doing it; it is left as it was. */
export async function behavioursIn(page: Page, widths: readonly number[], openAt: OpenAt): Promise<PlannedBehaviour[]> {
  const first = await inside(page, 'snapshot');
  const { controls, whole } = await heardControls(page);
  const candidates = await inside(page, 'listCandidates', controls, whole);
  const tried = await operateControls(candidates, widths, openAt);
  const placed = await withParts([page], tried);
  const { nodes } = placed ? await inside(page, 'snapshot') : first;
  if (placed) await inside(page, 'removeParts');
  const heard = new Set(controls.map(({ element }) => first.nodes[element]?.path));
  return planBehaviours(new CapturedTree(nodes), placed?.tried ?? tried).filter(
    ({ kind, path }) => kind !== 'changes nothing visible' || heard.has(path),
  );
}
