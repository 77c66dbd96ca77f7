import {
  partPath,
  type AddedPart,
  type AttributeChange,
  type Manner,
  type OperatedState,
} from '../../../core/behaviours/tried.js';
import { childrenOf, visitElements } from '../tree/children.js';

/** A page counts as quiet once nothing has changed for so long, and is not waited for longer; ms. */
const QUIET = 50;
const LONGEST = 1200;

/** The page as it was before anything was operated. */
interface Rest {
  readonly pathOf: ReadonlyMap<Element, string>;
  readonly elementAt: ReadonlyMap<string, Element>;
  /** Elements that could be seen. */
  seen: ReadonlySet<Element>;
  /** Attributes that have changed since, with what they were. */
  readonly before: Map<Element, Map<string, string | null>>;
  readonly added: Set<Node>;
  readonly texts: Set<Node>;
  readonly scroll: ReadonlyMap<Element, readonly [number, number]>;
  values: ReadonlyMap<Element, string>;
  changed: number;
}

let rest: Rest | undefined;
let left: string | undefined;

/** Remembers the page as it is, and keeps it from being left. Once for each document. */
export function startOperating(): void {
  const pathOf = new Map<Element, string>();
  visitElements(document.documentElement, 'html', (element, path) => void pathOf.set(element, path));
  const started: Rest = {
    pathOf,
    elementAt: new Map([...pathOf].map(([element, path]) => [path, element])),
    seen: new Set(),
    before: new Map(),
    added: new Set(),
    texts: new Set(),
    scroll: new Map([...pathOf.keys()].map((element) => [element, [element.scrollLeft, element.scrollTop]])),
    values: new Map(),
    changed: 0,
  };
  started.values = valuesOf(started);
  started.seen = seenOf(started);
  rest = started;
  const observer = new MutationObserver((records) => note(started, records));
  for (const root of [document, ...[...pathOf.keys()].flatMap(({ shadowRoot }) => shadowRoot ?? [])])
    observer.observe(root, {
      attributes: true,
      attributeOldValue: true,
      childList: true,
      characterData: true,
      subtree: true,
    });
  stayHere();
}

/** What has changed so far belongs to the page at rest from now on. */
function keepAsRest(): void {
  if (!rest) return;
  rest.before.clear();
  rest.added.clear();
  rest.texts.clear();
  rest.seen = seenOf(rest);
  rest.values = valuesOf(rest);
}

/** What fields that are written in hold. */
function valuesOf({ pathOf }: Rest): Map<Element, string> {
  return new Map(
    [...pathOf.keys()].flatMap((element) =>
      (element instanceof HTMLInputElement && !/^(checkbox|radio)$/.test(element.type)) ||
      element instanceof HTMLTextAreaElement ||
      element instanceof HTMLSelectElement
        ? [[element, element.value] as const]
        : [],
    ),
  );
}

function note(now: Rest, records: readonly MutationRecord[]): void {
  now.changed += records.length;
  for (const { type, target, attributeName, oldValue, addedNodes, removedNodes } of records) {
    if (type === 'attributes' && target instanceof Element && attributeName !== null && now.pathOf.has(target)) {
      const own = now.before.get(target) ?? new Map<string, string | null>();
      now.before.set(target, own);
      if (!own.has(attributeName)) own.set(attributeName, oldValue);
    } else if (type === 'characterData') now.texts.add(target);
    else if (type === 'childList') {
      for (const node of addedNodes) if (!(node instanceof Element && now.pathOf.has(node))) now.added.add(node);
      if ([...removedNodes, ...addedNodes].some((node) => node instanceof Text)) now.texts.add(target);
    }
  }
}

/** Links, forms and windows lead nowhere while controls are tried. */
function stayHere(): void {
  addEventListener('click', (event) => {
    const link = event.composedPath().find((node): node is HTMLAnchorElement => node instanceof HTMLAnchorElement);
    if (!link || event.defaultPrevented || !link.hasAttribute('href')) return;
    if (link.getAttribute('href')?.startsWith('#')) return;
    left = link.href;
    event.preventDefault();
  });
  addEventListener('submit', (event) => event.preventDefault());
  HTMLFormElement.prototype.submit = () => undefined;
  HTMLFormElement.prototype.requestSubmit = () => undefined;
  window.open = (address) => {
    left = String(address);
    return null;
  };
  window.print = () => undefined;
}

/** Elements that can be seen, at least by their boxes, and stand beside the page nowhere. */
function seenOf({ pathOf }: Rest): Set<Element> {
  const found = new Set<Element>();
  const visit = (element: Element, cut: DOMRect | undefined): void => {
    if (!element.checkVisibility({ opacityProperty: true })) return;
    const style = getComputedStyle(element);
    const box = element.getBoundingClientRect();
    const isOut = box.right <= 0 || box.left >= innerWidth || box.bottom + scrollY <= 0;
    const isCut = cut !== undefined && (box.bottom <= cut.top || box.top >= cut.bottom || cut.height < 1);
    if (box.width >= 1 && box.height >= 1 && !isOut && !isCut && style.visibility === 'visible') found.add(element);
    const clips = /hidden|clip/.test(style.overflowY) ? box : cut;
    for (const child of childrenOf(element)) if (child instanceof Element && pathOf.has(child)) visit(child, clips);
  };
  visit(document.body, undefined);
  return found;
}

/**
 * Operates a control as a visitor would and waits until the page is quiet.
 * @returns how the page differs from the page at rest; undefined if there is no such element, or it cannot be seen
 */
export async function operate(path: string, by: Manner, isFirst: boolean): Promise<OperatedState | undefined> {
  const element = elementAt(path);
  if (!element?.isConnected || !canBeReached(element)) return undefined;
  left = undefined;
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

/** What cannot be seen cannot be operated; check boxes and the like may be hidden behind a drawing of themselves. */
function canBeReached(element: Element): boolean {
  if (element instanceof HTMLInputElement) return element.checkVisibility();
  const { width, height } = element.getBoundingClientRect();
  return element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && width > 0 && height > 0;
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

let pointedAt: Element[] = [];

function pointAway(): void {
  for (const name of ['pointerout', 'mouseout', 'pointerleave', 'mouseleave'])
    for (const each of pointedAt) each.dispatchEvent(new MouseEvent(name, { bubbles: !name.endsWith('leave') }));
  pointedAt = [];
}

/** Leaves the control that was operated last. */
async function leave(): Promise<void> {
  const before = rest?.changed ?? 0;
  pointAway();
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  await new Promise<void>((done) => setTimeout(done, 0));
  if ((rest?.changed ?? 0) > before) await quiet();
}

/** What pointing at a control and focus alone change is no doing of the press. */
async function comeTo(element: Element): Promise<void> {
  const before = rest?.changed ?? 0;
  pointedAt = [element];
  for (const name of ['pointerover', 'mouseover', 'pointerenter', 'mouseenter'])
    element.dispatchEvent(new MouseEvent(name, { bubbles: name.endsWith('over'), composed: true }));
  if (element instanceof HTMLElement) element.focus({ preventScroll: true });
  await new Promise<void>((done) => setTimeout(done, 0));
  if ((rest?.changed ?? 0) > before) keepAsRest();
}

/** Events in the order of Pointer Events 3, 11 and UI Events; the last one does what the element does by itself. */
function press(element: Element): void {
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

function point(element: Element): void {
  pointedAt = [element];
  for (const name of ['pointerover', 'mouseover', 'pointerenter', 'mouseenter', 'pointermove', 'mousemove'])
    element.dispatchEvent(new MouseEvent(name, { bubbles: !name.endsWith('enter'), composed: true }));
  if (element instanceof HTMLElement) element.focus({ preventScroll: true });
}

/** What opens when it is pointed at mostly waits whether the pointer stays; ms. */
const HESITATION = 350;

/** @param least how long it is waited at least, ms */
async function quiet(least = 0): Promise<void> {
  const start = performance.now();
  let [seen, since] = [rest?.changed ?? 0, start];
  while (performance.now() - start < LONGEST) {
    await new Promise<void>((done) => setTimeout(done, 16));
    const now = rest?.changed ?? 0;
    if (now !== seen) [seen, since] = [now, performance.now()];
    else if (performance.now() - since >= QUIET && performance.now() - start >= least) return;
  }
}

function stateNow(control?: Element): OperatedState {
  if (!rest) throw new Error('Nothing was started.');
  const { pathOf, before, seen, values } = rest;
  const now = seenOf(rest);
  const outermost = (these: ReadonlySet<Element>, others: ReadonlySet<Element>): string[] =>
    [...these].flatMap((element) => {
      if (others.has(element)) return [];
      for (let at = element.parentElement; at; at = at.parentElement) if (these.has(at) && !others.has(at)) return [];
      return pathOf.get(element) ?? [];
    });
  const matching = (selector: string): string[] =>
    [...document.querySelectorAll(selector)].flatMap((element) => pathOf.get(element) ?? []);
  const focused = document.activeElement;
  const focus = focused && focused !== control && focused !== document.body ? pathOf.get(focused) : undefined;
  return {
    changes: [...changesOf(before, pathOf), ...goneFrom(outermost(seen, now))],
    shown: outermost(now, seen),
    hidden: outermost(seen, now),
    layers: layersOf(rest, now),
    modal: matching('dialog:modal'),
    popovers: matching(':popover-open'),
    added: partsOf(addedRoots(rest), pathOf),
    texts: [...rest.texts].filter(({ isConnected }) => isConnected).length,
    values: [...valuesOf(rest)].filter(([element, value]) => values.get(element) !== value).length,
    ...(left === undefined ? {} : { left }),
    ...(wasScrolled(rest) ? { scrolled: true } : {}),
    ...(focus === undefined ? {} : { focus }),
  };
}

/** A layer covers the window if it leaves no more than this of it free on a side; share. */
const FREE = 0.1;

function layersOf(before: Rest, now: ReadonlySet<Element>): { path: string; covers: boolean }[] {
  const fresh = [...now].flatMap((element) => {
    const path = before.pathOf.get(element);
    return path === undefined || before.seen.has(element) ? [] : [[element, path] as const];
  });
  const added = addedRoots(before).map((element, at) => [element, partPath(at)] as const);
  return [...fresh, ...added].flatMap(([element, path]) => {
    if (getComputedStyle(element).position !== 'fixed') return [];
    const { width, height } = element.getBoundingClientRect();
    return [{ path, covers: width >= innerWidth * (1 - FREE) && height >= innerHeight * (1 - FREE) }];
  });
}

/** What was taken out of the page is as if it was hidden. */
function goneFrom(hidden: readonly string[]): AttributeChange[] {
  return hidden.flatMap((path) =>
    rest?.elementAt.get(path)?.isConnected === false ? [{ path, name: 'hidden', to: '' }] : [],
  );
}

function changesOf(
  before: ReadonlyMap<Element, ReadonlyMap<string, string | null>>,
  pathOf: ReadonlyMap<Element, string>,
): AttributeChange[] {
  const found: AttributeChange[] = [];
  for (const [element, attributes] of before)
    for (const [name, was] of attributes) {
      const to = element.getAttribute(name);
      if (to === was || (name === 'class' && sameWords(to, was)) || (name === 'style' && !to && !was)) continue;
      found.push({ path: pathOf.get(element) ?? '', name, to: name === 'style' ? asContent(element, to) : to });
    }
  return found.sort((a, b) => (a.path === b.path ? (a.name < b.name ? -1 : 1) : a.path < b.path ? -1 : 1));
}

/** A height that a script measured, as high as what is in the element, is said as what it means. */
function asContent(element: Element, style: string | null): string | null {
  if (!(element instanceof HTMLElement) || style === null) return style;
  const [given, most] = [element.style.height, element.style.maxHeight].map((text) => parseFloat(text));
  const own = element.scrollHeight;
  return style
    .replace(/(^|;\s*)height:\s*[\d.]+px/g, (all, start: string) =>
      Math.abs((given ?? 0) - own) <= 1 && own > 0 ? `${start}height: auto` : all,
    )
    .replace(/(^|;\s*)max-height:\s*[\d.]+px/g, (all, start: string) =>
      (most ?? 0) >= own - 1 && own > 0 ? `${start}max-height: none` : all,
    );
}

function sameWords(a: string | null, b: string | null): boolean {
  const sorted = (text: string | null): string => (text ?? '').split(/\s+/).filter(Boolean).sort().join(' ');
  return sorted(a) === sorted(b);
}

/** Elements that were put in, outermost first; no more than can be looked at. */
function addedRoots({ added }: Rest): Element[] {
  const found = [...added].filter(
    (node): node is Element => node instanceof Element && node.isConnected && isOutermost(node) && hasContent(node),
  );
  return found.slice(0, MOST_PARTS);
}

/** So many parts that were put in are told, and no longer ones. */
const MOST_PARTS = 12;
const LONGEST_PART = 100_000;

function partsOf(roots: readonly Element[], pathOf: ReadonlyMap<Element, string>): AddedPart[] {
  return roots.flatMap((element): AddedPart[] => {
    const parent = pathOf.get(element.parentElement ?? element);
    if (parent === undefined || element.outerHTML.length > LONGEST_PART) return [];
    let before = element.previousElementSibling;
    while (before && !pathOf.has(before)) before = before.previousElementSibling;
    const after = before ? pathOf.get(before) : undefined;
    return [{ parent, ...(after === undefined ? {} : { after }), html: element.outerHTML }];
  });
}

/** The element at a path: at rest, or in a part that was put in. */
function elementAt(path: string): Element | undefined {
  const known = rest?.elementAt.get(path);
  if (known || !rest || !path.startsWith('+')) return known;
  return addedPaths(rest).find(([, own]) => own === path)?.[0];
}

function addedPaths(now: Rest): (readonly [Element, string])[] {
  const found: (readonly [Element, string])[] = [];
  addedRoots(now).forEach((root, at) =>
    visitElements(root, partPath(at), (element, path) => void found.push([element, path])),
  );
  return found;
}

function isOutermost(node: Node): boolean {
  for (let at = node.parentNode; at; at = at.parentNode) if (rest?.added.has(at)) return false;
  return true;
}

/** Empty boxes and scripts that were put in say nothing; texts are counted as such. */
function hasContent(node: Node): boolean {
  return node instanceof HTMLElement && !node.matches('script, style, link') && node.checkVisibility();
}

function wasScrolled({ scroll }: Rest): boolean {
  return [...scroll].some(
    ([element, [x, y]]) => Math.abs(element.scrollLeft - x) > 1 || Math.abs(element.scrollTop - y) > 1,
  );
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
