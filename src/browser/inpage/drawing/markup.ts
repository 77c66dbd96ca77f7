import { required } from '../../../core/data/required.js';
/** Copies parts of drawings so that they stand alone: looks written out, references brought along. */

const PRESENTATION = [
  'fill',
  'fill-opacity',
  'fill-rule',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-dasharray',
  'stroke-dashoffset',
  'stroke-miterlimit',
  'opacity',
  'stop-color',
  'stop-opacity',
  'clip-rule',
  'visibility',
  'display',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'letter-spacing',
  'text-anchor',
  'dominant-baseline',
  'mix-blend-mode',
];
const NOT_INHERITED = new Set([
  'opacity',
  'display',
  'stop-color',
  'stop-opacity',
  'mix-blend-mode',
  'dominant-baseline',
]);
const UNDRAWN = new Set(['defs', 'clippath', 'mask', 'pattern', 'symbol', 'title', 'desc', 'metadata', 'style']);
const UNSAFE = 'script, style, animate, set, animateTransform, animateMotion, foreignObject script';

/** Writes looks that come from style sheets as attributes. A paint that follows the text colour goes on doing so. */
export function writeLooks(original: Element, copy: Element, rootColor: string): void {
  const originals = [original, ...original.querySelectorAll('*')];
  const copies = [copy, ...copy.querySelectorAll('*')];
  originals.forEach((original, index) => {
    const element = required(copies[index]);
    if (original instanceof SVGElement && (index > 0 || original.localName !== 'svg'))
      writeLook(original, element, rootColor);
    clean(element);
  });
  for (const element of copy.querySelectorAll(UNSAFE)) element.remove();
}

function clean(element: Element): void {
  element.removeAttribute('class');
  element.removeAttribute('style');
  for (const { name, value } of [...element.attributes]) {
    if (/^on|^data-/i.test(name) || (/href$/.test(name) && /^\s*(javascript|vbscript):/i.test(value)))
      element.removeAttribute(name);
  }
}

function writeLook(original: SVGElement, element: Element, rootColor: string): void {
  if (UNDRAWN.has(original.localName.toLowerCase())) return;
  const own = getComputedStyle(original);
  const parent = original.parentElement ? getComputedStyle(original.parentElement) : null;
  for (const name of PRESENTATION) {
    const value = own.getPropertyValue(name);
    if (!NOT_INHERITED.has(name) && parent && parent.getPropertyValue(name) === value) {
      element.removeAttribute(name);
      continue;
    }
    if (NOT_INHERITED.has(name) && isPlain(name, value)) continue;
    const follows = (name === 'fill' || name === 'stroke') && value === rootColor && own.color === rootColor;
    element.setAttribute(name, follows ? 'currentColor' : value);
  }
}

function isPlain(name: string, value: string): boolean {
  const plain: Readonly<Record<string, string>> = {
    opacity: '1',
    'stop-opacity': '1',
    'stop-color': 'rgb(0, 0, 0)',
    'mix-blend-mode': 'normal',
    'dominant-baseline': 'auto',
  };
  return plain[name] === value || (name === 'display' && value !== 'none');
}

/** Ids that an element and what is below it point at, e.g. by `url(#a)` or `href="#a"`. */
function references(element: Element): Set<string> {
  const found = new Set<string>();
  for (const entry of [element, ...element.querySelectorAll('*')]) {
    for (const { name, value } of entry.attributes) {
      for (const [, id] of value.matchAll(/url\(\s*["']?#([^"')]+)["']?\s*\)/g)) found.add(required(id));
      if (/href$/.test(name) && value.startsWith('#')) found.add(value.slice(1));
    }
  }
  return found;
}

/** Brings the definitions that a copy points at along, and what these point at. */
export function bringReferences(copy: SVGElement, source: ParentNode): void {
  const defs = document.createElementNS('http://www.w3.org/2000/svg', 'defs');
  const have = new Set([...copy.querySelectorAll('[id]')].map(({ id }) => id));
  let wanted = [...references(copy)];
  for (let round = 0; round < 8 && wanted.length; round += 1) {
    const next = new Set<string>();
    for (const id of wanted) {
      if (have.has(id)) continue;
      have.add(id);
      const target = source.querySelector(`[id="${CSS.escape(id)}"]`);
      if (!target || target.contains(copy)) continue;
      const element = target.cloneNode(true) as Element;
      for (const entry of element.querySelectorAll(UNSAFE)) entry.remove();
      defs.append(element);
      for (const other of references(element)) next.add(other);
    }
    wanted = [...next];
  }
  if (defs.childNodes.length) copy.prepend(defs);
}

/** Parts of a drawing as an SVG document of its own, showing `box` (CSS px of the page). */
export function standAlone(
  elements: readonly SVGGraphicsElement[],
  box: readonly [number, number, number, number],
  rootColor: string,
): string {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  const [x, y, width, height] = box;
  svg.setAttribute('viewBox', `${x} ${y} ${width} ${height}`);
  let before = '';
  for (const element of elements) {
    const copy = element.cloneNode(true) as SVGGraphicsElement;
    writeLooks(element, copy, rootColor);
    inheritInto(element, copy, rootColor);
    const moved = transformOf(element);
    /* What lies in one place in the drawing shares one group. */
    if (svg.lastElementChild && moved === before) svg.lastElementChild.append(copy);
    else {
      const group = svg.appendChild(document.createElementNS('http://www.w3.org/2000/svg', 'g'));
      if (moved) group.setAttribute('transform', moved);
      group.append(copy);
    }
    before = moved;
  }
  bringReferences(svg, elements[0]?.ownerSVGElement ?? document);
  return new XMLSerializer().serializeToString(svg);
}

/** How what holds an element is placed on the page; empty if it is not moved at all. */
function transformOf(element: SVGGraphicsElement): string {
  const parent = element.parentElement as unknown as SVGGraphicsElement | null;
  const matrix = parent?.getScreenCTM?.();
  if (!matrix || isIdentity(matrix)) return '';
  return `matrix(${[matrix.a, matrix.b, matrix.c, matrix.d, matrix.e + scrollX, matrix.f + scrollY].map((value) => Math.round(value * 1e4) / 1e4).join(' ')})`;
}

/** Looks that the element takes from groups above it. */
function inheritInto(element: SVGElement, copy: Element, rootColor: string): void {
  const own = getComputedStyle(element);
  const initial: Readonly<Record<string, string>> = {
    fill: 'rgb(0, 0, 0)',
    stroke: 'none',
    'stroke-width': '1px',
    'fill-opacity': '1',
    'stroke-opacity': '1',
    'fill-rule': 'nonzero',
    'stroke-linecap': 'butt',
    'stroke-linejoin': 'miter',
    'stroke-dasharray': 'none',
  };
  for (const [name, plain] of Object.entries(initial)) {
    const value = own.getPropertyValue(name);
    if (value !== plain && !copy.hasAttribute(name)) copy.setAttribute(name, value);
  }
  if (own.fill === rootColor && own.color !== rootColor) copy.setAttribute('fill', own.fill);
}

function isIdentity(matrix: DOMMatrix): boolean {
  return (
    matrix.a === 1 &&
    matrix.b === 0 &&
    matrix.c === 0 &&
    matrix.d === 1 &&
    matrix.e + scrollX === 0 &&
    matrix.f + scrollY === 0
  );
}
