import { nameOf } from '../drawing/layers.js';
import { isMerged } from '../drawing/merged-layers.js';
import { APART, SVG } from './placing.js';

/** So many elements are made by copying; a drawing that asks for more refers to itself in a roundabout way. */
const MOST_COPIES = 60000;

/** Puts in the place of each `use` what it shows (SVG 2, section 5.6). What refers to itself, or to nothing, paints nothing. */
export function expandUses(svg: SVGSVGElement): void {
  let copied = 0;
  let open = [...svg.querySelectorAll('use')].filter((use) => !use.closest(APART));
  while (open.length) {
    const next: SVGUseElement[] = [];
    for (const use of open) {
      if (isMerged(use)) continue;
      const target = targetOf(use, svg);
      if (!target) {
        use.remove();
        continue;
      }
      const size = target.querySelectorAll('*').length + 1;
      copied += size;
      if (copied > MOST_COPIES || depthOf(use) > 100) {
        use.remove();
        continue;
      }
      const copy = copyOf(target, use);
      const holder = heldBy(use, copy);
      use.replaceWith(holder);
      next.push(...holder.querySelectorAll('use'));
    }
    open = next;
  }
}

function targetOf(use: SVGUseElement, svg: Element): Element | undefined {
  const id = use.href.baseVal;
  const target = id.startsWith('#') ? svg.querySelector(`[id="${CSS.escape(id.slice(1))}"]`) : null;
  return target && !target.contains(use) ? target : undefined;
}

function depthOf(element: Element): number {
  let depth = 0;
  for (let at: Element | null = element; at; at = at.parentElement) depth += 1;
  return depth;
}

/** The copy; its layers keep their names, and give up their ids, which are there once. */
function copyOf(target: Element, use: SVGUseElement): Element {
  let copy = target.cloneNode(true) as Element;
  if (target.localName === 'symbol') {
    const sized = target.hasAttribute('viewBox');
    copy = document.createElementNS(SVG, sized ? 'svg' : 'g');
    for (const { name, value } of target.attributes) copy.setAttribute(name, value);
    copy.append(...[...target.childNodes].map((node) => node.cloneNode(true)));
    if (!sized) for (const name of ['width', 'height', 'x', 'y', 'overflow']) copy.removeAttribute(name);
  }
  if (copy.localName === 'svg') {
    const written = (side: string): string => use.getAttribute(side) ?? target.getAttribute(side) ?? '100%';
    for (const side of ['width', 'height']) copy.setAttribute(side, written(side));
  }
  for (const element of [copy, ...copy.querySelectorAll('[id]')]) {
    if (!element.id) continue;
    if (element !== copy && !element.hasAttribute('data-name')) element.setAttribute('data-name', nameOf(element));
    if (!element.closest('defs') || element === copy) element.removeAttribute('id');
  }
  return copy;
}

/** What stands for the use: its place and its looks, with the copy inside. */
function heldBy(use: SVGUseElement, copy: Element): Element {
  const holder = document.createElementNS(SVG, 'g');
  for (const { name, value } of use.attributes)
    if (!/href$/.test(name) && !/^(x|y|width|height)$/.test(name)) holder.setAttribute(name, value);
  const [x, y] = [use.x.baseVal.value, use.y.baseVal.value];
  if (x || y) holder.setAttribute('transform', `${use.getAttribute('transform') ?? ''} translate(${x} ${y})`.trim());
  holder.append(copy);
  return holder;
}
