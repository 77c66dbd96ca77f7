import { required } from '../../../core/data/required.js';
import { means, type Decision, type DecisionOutcome } from '../../../core/brief/brief.js';
import { familiesIn, writeFamilies } from '../../../core/css/font-families.js';
import { leaveOut } from '../tree/choose.js';
import { nameOf, pathOf } from '../drawing/layers.js';
import { step } from '../tree/path.js';
import { merged } from '../drawing/merged-layers.js';

const PAINTED = 'g, svg, a, use, image, text, rect, circle, ellipse, line, path, polygon, polyline, foreignObject';

/** Takes layers out of the drawing in the page, marks those that become one picture, and sets words in other fonts. */
export function decideDrawing(decisions: readonly Decision[]): DecisionOutcome {
  const svg = required(document.querySelector('svg'));
  const done = new Set<number>();
  const known: string[] = [];
  const gone: Element[] = [];
  for (const element of svg.querySelectorAll<SVGElement>(PAINTED)) {
    const [path, name] = [pathOf(element, svg), nameOf(element)];
    if (name) known.push(path);
    for (const { do: deed, at, order } of decisions) {
      if ((deed !== 'leave-out' && deed !== 'merge') || !means(at, path, name)) continue;
      if (deed === 'merge') merged.add(element);
      else gone.push(element);
      done.add(order);
    }
  }
  /* An empty group in its place: the addresses of its neighbours count on it. Hidden words could still be measured. */
  for (const element of gone) element.replaceWith(document.createElementNS('http://www.w3.org/2000/svg', 'g'));
  for (const { do: deed, at, to, order } of decisions)
    if (deed === 'font' && replaceFont(svg, at, String(to))) done.add(order);
  return { done: [...done], known };
}

/** Sets words that ask for one font in another one. */
function replaceFont(svg: Element, from: string, to: string): boolean {
  let any = false;
  for (const element of svg.querySelectorAll<SVGElement>('text, tspan')) {
    const [first = '', ...rest] = familiesIn(getComputedStyle(element).fontFamily);
    if (first.toLowerCase() !== from.toLowerCase()) continue;
    element.style.fontFamily = writeFamilies([to, ...rest]);
    any = true;
  }
  return any;
}

/** Leaves elements of a web page out: they are not shown and not read. */
export function decidePage(out: readonly Decision[]): DecisionOutcome {
  const done = new Set<number>();
  const known: string[] = [];
  const visit = (element: Element, path: string): void => {
    known.push(path);
    const name = element.id || (element.getAttribute('name') ?? '');
    const found = out.filter(({ at }) => means(at, path, name));
    for (const { order } of found) done.add(order);
    if (found.length) return leaveOut(element);
    const counts = new Map<string, number>();
    for (const child of element.children) {
      const nth = (counts.get(child.localName) ?? 0) + 1;
      counts.set(child.localName, nth);
      visit(child, `${path} > ${step(child, nth)}`);
    }
  };
  visit(document.body, 'html > body');
  return { done: [...done], known };
}
