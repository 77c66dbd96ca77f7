import type { Page } from 'playwright-core';
import { shapeOf, standTogether } from '../core/behaviours/telling.js';
import { isStill, partPath, type Candidate, type OperatedState, type TriedScreen } from '../core/behaviours/tried.js';
import { OperatedPage } from './operated-page.js';

/** So many controls of a page are operated on a screen, in the order of the document. */
export const MOST_TRIED = 60;
/** Of controls that are alike, so many are looked at closer. */
const MOST_CLOSER = 6;
/** So many things in what was opened are tried to close it again. */
const MOST_CLOSERS = 4;

/** What operating each control has shown on one screen; what cannot be seen there, or was not tried, is missing. */
export type TriedOnScreen = ReadonlyMap<string, TriedScreen>;

/**
 * Operates controls one after the other on one screen, each from the page at rest, and sees what comes of it.
 * @param open opens the page at rest; pages are closed in the end
 */
export async function tryControls(
  candidates: readonly Candidate[],
  width: number,
  open: () => Promise<Page>,
): Promise<TriedOnScreen> {
  const found = new Map<string, TriedScreen>();
  const page = await OperatedPage.start(open);
  try {
    const tried = candidates.slice(0, MOST_TRIED);
    if (!(await operateAll(page, tried, width, found))) return found;
    for (const opener of tried) {
      const inner = innerOf(found.get(keyOf(opener))?.state, tried).filter((each) => !found.has(keyOf(each)));
      if (inner.length === 0) continue;
      await page.operate(opener);
      if (!(await operateAll(page, inner, width, found, opener)) || !(await page.reopen())) break;
    }
    return found;
  } finally {
    await page.close();
  }
}

/**
 * Operates controls one after the other.
 * @param opener what has to be operated before any of them can be reached
 * @returns false if the page cannot be brought back to rest any more
 */
async function operateAll(
  page: OperatedPage,
  tried: readonly Candidate[],
  width: number,
  found: Map<string, TriedScreen>,
  opener?: Candidate,
): Promise<boolean> {
  const reopen = async (): Promise<boolean> => {
    if (!(await page.reopen())) return false;
    if (opener) await page.operate(opener);
    return true;
  };
  for (const candidate of tried) {
    if (found.has(keyOf(candidate))) continue;
    const first = await page.operate(candidate, true);
    if (!first) continue;
    const known = alike(tried, candidate).filter((each) => found.has(keyOf(each))).length;
    const { isAtRest: isBack, state, ...screen } = await lookCloser(page, candidate, first, known < MOST_CLOSER);
    const inner = opener ? { opener: opener.path } : {};
    found.set(keyOf(candidate), { width, state, ...screen, ...inner });
    const others = alike(tried, candidate);
    if (screen.exclusive) {
      if (!(await backBy(page, others, found)) && !(await reopen())) return false;
      continue;
    }
    const [next] = others.filter((each) => !found.has(keyOf(each)));
    if (isBack && screen.goesBack && !screen.light && next && known === 0) {
      const excluded = await excludes(page, candidate, next);
      if (excluded) found.set(keyOf(candidate), { width, state, ...screen, ...inner, exclusive: true });
      /* The second one is open now. */
      if (!excluded || isAtRest(await page.operate(next)) || (await reopen())) continue;
      return false;
    }
    if (isBack || (!screen.steps && (await goThrough(page, besides(tried, candidate, state), width, found)))) continue;
    if (isInTheWay(state) && !(await reopen())) return false;
  }
  return true;
}

/**
 * Whether what is left of an operated control may keep others from being operated as at rest. Something more to see, or
 * another slide, does not: the page as it is then counts as at rest.
 */
function isInTheWay({ layers, modal, popovers, added, left }: OperatedState): boolean {
  return layers.length + modal.length + popovers.length + added.length > 0 || left !== undefined;
}

/** Whether operating a second control closes what a first one opened. The page is not at rest afterwards if so. */
async function excludes(page: OperatedPage, first: Candidate, second: Candidate): Promise<boolean> {
  const opened = await page.operate(first);
  const both = await page.operate(second);
  const isClosed = opened?.shown.some((path) => !both?.shown.includes(path)) ?? false;
  const isOther = both?.shown.some((path) => !opened?.shown.includes(path)) ?? false;
  if (isClosed && isOther) return true;
  await page.operate(second);
  await page.operate(first);
  return false;
}

/** Controls in what was opened. */
function innerOf(state: OperatedState | undefined, all: readonly Candidate[]): Candidate[] {
  const boxes = [...(state?.shown ?? []), ...(state?.modal ?? []), ...(state?.popovers ?? [])];
  return all.filter(({ path }) => boxes.some((box) => path.startsWith(`${box} > `)));
}

export function keyOf({ path, by }: Candidate): string {
  return `${by} ${path}`;
}

/** The other controls of the same kind in the same place: the tabs of a list, the entries of a menu. */
function alike(all: readonly Candidate[], candidate: Candidate): Candidate[] {
  const shape = shapeOf(candidate);
  return all.filter((other) => other !== candidate && shapeOf(other) === shape);
}

/** The others that stand together with a control, if it changed one of them, or hid something: it may have been chosen. */
function besides(all: readonly Candidate[], candidate: Candidate, state: OperatedState): Candidate[] {
  const group = standTogether(all).find((members) => members.includes(candidate)) ?? [];
  const others = group.filter((other) => other !== candidate);
  const changed = state.changes.some(({ path: at }) =>
    others.some(({ path }) => at === path || at.startsWith(`${path} > `)),
  );
  return changed || state.hidden.length > 0 ? others : [];
}

/** Operates controls of which one undoes another, until the page is at rest again; that one is the one chosen at rest. */
async function goThrough(
  page: OperatedPage,
  controls: readonly Candidate[],
  width: number,
  found: Map<string, TriedScreen>,
): Promise<boolean> {
  if (controls.length === 0) return false;
  const fresh = controls.filter((each) => !found.has(keyOf(each)));
  const known = controls.filter((each) => found.has(keyOf(each)));
  for (const control of [...fresh, ...known]) {
    const state = await page.operate(control);
    if (!state) continue;
    if (!found.has(keyOf(control))) found.set(keyOf(control), { width, state, goesBack: false, closers: [] });
    if (isAtRest(state) && !fresh.some((each) => !found.has(keyOf(each)))) return true;
  }
  return false;
}

/** Operates controls that were operated before until the page is at rest. */
async function backBy(
  page: OperatedPage,
  controls: readonly Candidate[],
  found: ReadonlyMap<string, TriedScreen>,
): Promise<boolean> {
  for (const control of controls) {
    if (!found.get(keyOf(control))?.state.hidden.length) continue;
    if (isAtRest(await page.operate(control))) return true;
  }
  return false;
}

interface Closed {
  /** What comes of the control alone. */
  readonly state: OperatedState;
  readonly goesBack: boolean;
  readonly closers: readonly string[];
  readonly steps?: true;
  readonly light?: true;
  readonly exclusive?: true;
  readonly isAtRest: boolean;
}

/** Brings the page back to rest: by the control itself, by a key, by what can be pressed in what was opened. */
async function lookCloser(
  page: OperatedPage,
  candidate: Candidate,
  state: OperatedState,
  isWhole: boolean,
): Promise<Closed> {
  if (isStill(state)) return { state, goesBack: false, closers: [], isAtRest: true };
  const isBack = (now: OperatedState | undefined): boolean => isAtRest(now, state);
  const again = candidate.by === 'press' && state.modal.length === 0 ? await page.operate(candidate) : undefined;
  const goesBack = isBack(again);
  if (again && !goesBack && differs(again, state)) {
    const third = await page.operate(candidate);
    if (!third || differs(third, state)) return { state, goesBack, closers: [], steps: true, isAtRest: false };
    const exclusive = state.shown.length > 0 && again.hidden.length > 0;
    const alone = without(state, again);
    return { state: alone, goesBack: true, closers: [], ...(exclusive ? { exclusive } : {}), isAtRest: false };
  }
  let light = false;
  if (isWhole && goesBack && state.shown.length) {
    await page.operate(candidate);
    light = isBack(await page.pressBeside());
    if (!light) await page.operate(candidate);
  }
  let isNowBack = goesBack || isBack(await page.letGo());
  const closers: string[] = [];
  const parts = state.added.map((_, at) => partPath(at));
  if (goesBack && !isWhole) return { state, goesBack, closers: [], isAtRest: true };
  const inside = await page.pressable([...state.shown, ...state.modal, ...state.popovers, ...parts]);
  for (const path of inside.length <= MOST_CLOSERS ? inside : []) {
    /* What nothing has closed so far is open still. */
    if (!isNowBack && closers.length) break;
    if (isNowBack) await page.operate(candidate);
    const now = await page.operate({ path, by: 'press' });
    isNowBack = isBack(now);
    if (isNowBack) closers.push(path);
    else if (now && differs(now, state) && differs(await page.operate({ path, by: 'press' }), state)) break;
    else isNowBack = isBack(await page.letGo()) || (goesBack && isBack(await page.operate(candidate)));
  }
  return { state, goesBack, closers, ...(light ? { light } : {}), isAtRest: isNowBack };
}

/**
 * What a control does each time, without what it did the first time only: closing what was open beside it, for example.
 * @param left what is left of it once it was undone
 */
function without(state: OperatedState, left: OperatedState): OperatedState {
  const changes = new Set(left.changes.map((change) => JSON.stringify(change)));
  return {
    ...state,
    shown: state.shown.filter((path) => !left.shown.includes(path)),
    hidden: state.hidden.filter((path) => !left.hidden.includes(path)),
    changes: state.changes.filter((change) => !changes.has(JSON.stringify(change))),
  };
}

/**
 * Whether all can be seen that could be seen at rest, and nothing else.
 * @param opened the page once something was operated: of what that changed nothing is left
 */
function isAtRest(now: OperatedState | undefined, opened?: OperatedState): boolean {
  if (!now) return false;
  const { shown, hidden, modal, popovers, added, changes } = now;
  if (shown.length + hidden.length + modal.length + popovers.length + added.length > 0) return false;
  const visible = changes.filter(({ name }) => TELLING.has(name));
  if (!opened) return visible.length === 0;
  if (opened.shown.length + opened.hidden.length + opened.modal.length + opened.added.length > 0) return true;
  const before = new Set(opened.changes.map((change) => JSON.stringify(change)));
  return !visible.some((change) => before.has(JSON.stringify(change)));
}

/** Whether something else can be seen. */
function differs(a: OperatedState | undefined, b: OperatedState): boolean {
  if (!a) return false;
  const telling = ({ shown, hidden, changes }: OperatedState): string =>
    JSON.stringify([shown, hidden, changes.filter(({ name }) => TELLING.has(name) || name === 'style')]);
  return telling(a) !== telling(b);
}

/** Attributes by which rules of a page mostly tell states apart; what a script only remembers counts for nothing. */
const TELLING: ReadonlySet<string> = new Set(['class', 'hidden', 'open', 'inert']);
