import { means } from '../../core/brief/brief.js';
import { leaveOut } from './choose.js';
import { step } from './snapshot.js';
import { nameOf, pathOf } from './svg-layers.js';

/** Elements of a drawing that the brief makes one picture each. */
const merged = new Set<Element>();

/** Whether the brief makes one picture of what is in an element. */
export function isMerged(element: Element): boolean {
  return merged.has(element);
}

/** Which addresses of the brief found something, and all addresses that there are. */
export interface Reached {
  readonly reached: readonly string[];
  readonly known: readonly string[];
}

/** Takes layers out of the drawing in the page, marks those that become one picture, and changes its fonts. */
export function decideDrawing(
  out: readonly string[],
  merge: readonly string[],
  fonts: readonly (readonly [from: string, to: string])[],
): Reached {
  const svg = document.querySelector('svg') as SVGSVGElement;
  const reached = new Set<string>();
  const known: string[] = [];
  const gone: Element[] = [];
  for (const element of svg.querySelectorAll<SVGElement>(
    'g, svg, a, use, image, text, rect, circle, ellipse, line, path, polygon, polyline, foreignObject',
  )) {
    const [path, name] = [pathOf(element, svg), nameOf(element)];
    if (name) known.push(path);
    for (const at of out)
      if (means(at, path, name)) {
        gone.push(element);
        reached.add(at);
      }
    for (const at of merge)
      if (means(at, path, name)) {
        merged.add(element);
        reached.add(at);
      }
  }
  /* An empty group in its place: the addresses of its neighbours count on it. Hidden words could still be measured. */
  for (const one of gone) one.replaceWith(document.createElementNS('http://www.w3.org/2000/svg', 'g'));
  for (const [from, to] of fonts) if (replaceFont(svg, from, to)) reached.add(from);
  return { reached: [...reached], known };
}

/** Sets words that ask for one font in another one. */
function replaceFont(svg: Element, from: string, to: string): boolean {
  let any = false;
  for (const element of svg.querySelectorAll<SVGElement>('text, tspan')) {
    const list = getComputedStyle(element).fontFamily;
    const [first = '', ...rest] = list.split(',').map((one) => one.trim().replace(/^["']|["']$/g, ''));
    if (first.toLowerCase() !== from.toLowerCase()) continue;
    element.style.fontFamily = [to, ...rest].map((one) => (/^[\w-]+$/.test(one) ? one : `"${one}"`)).join(', ');
    any = true;
  }
  return any;
}

/** Leaves elements of a web page out: they are not shown and not read. */
export function decidePage(out: readonly string[]): Reached {
  const reached = new Set<string>();
  const known: string[] = [];
  const visit = (element: Element, path: string): void => {
    known.push(path);
    for (const at of out)
      if (means(at, path, element.id || (element.getAttribute('name') ?? ''))) {
        leaveOut(element);
        reached.add(at);
        return;
      }
    const counts = new Map<string, number>();
    for (const child of element.children) {
      const nth = (counts.get(child.localName) ?? 0) + 1;
      counts.set(child.localName, nth);
      visit(child, `${path} > ${step(child, nth)}`);
    }
  };
  visit(document.body, 'html > body');
  return { reached: [...reached], known };
}
