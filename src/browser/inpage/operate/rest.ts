import { partPath } from '../../../core/behaviours/tried.js';
import { childrenOf, visitElements } from '../tree/children.js';

/** The page as it was before anything was operated. */
export interface Rest {
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
  /** What changes by itself. */
  readonly restless: Set<Node>;
  changed: number;
}

export let rest: Rest | undefined;

/**
 * Remembers the page as it is, and keeps it from being left. Once for each document.
 * @param isFirst whether it has to be looked whether the page changes by itself
 */
export async function startOperating(isFirst: boolean): Promise<void> {
  stopTimers();
  const pathOf = new Map<Element, string>();
  visitElements(document.documentElement, 'html', (element, path) => {
    pathOf.set(element, path);
  });
  const started: Rest = {
    pathOf,
    elementAt: new Map([...pathOf].map(([element, path]) => [path, element])),
    seen: new Set(),
    before: new Map(),
    added: new Set(),
    texts: new Set(),
    scroll: new Map([...pathOf.keys()].map((element) => [element, [element.scrollLeft, element.scrollTop]])),
    values: new Map(),
    restless: new Set(),
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
  /* What changes by itself says nothing of what is operated. */
  await new Promise<void>((done) => setTimeout(done, isFirst ? RESTLESS : 0));
  for (const element of [...started.before.keys(), ...started.texts]) started.restless.add(element);
  keepAsRest();
}

/** So long is looked whether a page changes by itself, ms. */
const RESTLESS = 200;

/** What a page does every so often is not waited for: slides that go on, figures that count. */
function stopTimers(): void {
  const last = setTimeout(() => undefined, 0) as unknown as number;
  for (let id = 1; id <= last; id += 1) clearTimeout(id);
}

/** What has changed so far belongs to the page at rest from now on. */
export function keepAsRest(): void {
  if (!rest) return;
  rest.before.clear();
  rest.added.clear();
  rest.texts.clear();
  rest.seen = seenOf(rest);
  rest.values = valuesOf(rest);
}

/** What fields that are written in hold. */
export function valuesOf({ pathOf }: Rest): Map<Element, string> {
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

function note(now: Rest, all: readonly MutationRecord[]): void {
  const records = all.filter(({ target }) => !now.restless.has(target));
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
export function seenOf({ pathOf }: Rest): Set<Element> {
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

/** Elements that were put in, outermost first; no more than can be looked at. */
export function addedRoots({ added }: Rest): Element[] {
  const found = [...added].filter(
    (node): node is Element => node instanceof Element && node.isConnected && isOutermost(node) && hasContent(node),
  );
  return found.slice(0, MOST_PARTS);
}

/** So many parts that were put in are told, and no longer ones. */
const MOST_PARTS = 12;

/** The element at a path: at rest, or in a part that was put in. */
export function elementAt(path: string): Element | undefined {
  const known = rest?.elementAt.get(path);
  if (known || !rest || !path.startsWith('+')) return known;
  return addedPaths(rest).find(([, own]) => own === path)?.[0];
}

export function addedPaths(now: Rest): (readonly [Element, string])[] {
  const found: (readonly [Element, string])[] = [];
  addedRoots(now).forEach((root, at) =>
    visitElements(root, partPath(at), (element, path) => {
      found.push([element, path]);
    }),
  );
  return found;
}

function isOutermost(node: Node): boolean {
  for (let at = node.parentNode; at; at = at.parentNode) if (rest?.added.has(at)) return false;
  return true;
}

/** Whether there is something to read or to use in one of some elements. */
export function saysSomething(elements: readonly Element[]): boolean {
  return elements.some(
    (element) => element.textContent?.trim() || element.querySelector('img, svg, video, canvas, input, button, select'),
  );
}

/** Scripts that were put in say nothing; texts are counted as such. */
function hasContent(node: Node): boolean {
  return node instanceof HTMLElement && !node.matches('script, style, link') && node.checkVisibility();
}

/** Where the page would have gone since a control was operated. */
let left: string | undefined;

export function forgetWhereTo(): void {
  left = undefined;
}

export function whereTo(): string | undefined {
  return left;
}

/** How often something in the page has changed since it is watched. */
export function changesSoFar(): number {
  return rest?.changed ?? 0;
}
