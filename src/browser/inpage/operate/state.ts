import { partPath, type AddedPart, type AttributeChange, type OperatedState } from '../../../core/behaviours/tried.js';
import { addedRoots, saysSomething, rest, seenOf, valuesOf, whereTo, type Rest } from './rest.js';

export function stateNow(control?: Element): OperatedState {
  if (!rest) throw new Error('Nothing was started.');
  const { pathOf, before, seen, values } = rest;
  const now = seenOf(rest);
  const left = whereTo();
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
  const shown = outermost(now, seen);
  const modal = matching('dialog:modal');
  /* Empty boxes alone are what a press leaves for a moment. */
  const added = addedRoots(rest);
  return {
    changes: [...changesOf(before, pathOf), ...goneFrom(outermost(seen, now))],
    shown,
    hidden: outermost(seen, now),
    layers: layersOf(rest, now),
    modal,
    popovers: matching(':popover-open'),
    added: saysSomething(added) || shown.length + modal.length > 0 ? partsOf(added, pathOf) : [],
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

function wasScrolled({ scroll }: Rest): boolean {
  return [...scroll].some(
    ([element, [x, y]]) => Math.abs(element.scrollLeft - x) > 1 || Math.abs(element.scrollTop - y) > 1,
  );
}
