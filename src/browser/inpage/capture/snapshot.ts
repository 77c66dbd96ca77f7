import { isLeftOut } from '../tree/choose.js';
import { captureHead, metaOf } from './page-head.js';
import { writeLooks } from '../drawing/markup.js';
import type { CapturedNode, CapturedPage } from '../../../core/html/captured.js';
import { startNumbering, numberNext } from '../tree/numbering.js';
import { childrenOf } from '../tree/children.js';
import { step, boxOf } from '../tree/path.js';

const NEVER = new Set(['script', 'style', 'noscript', 'template', 'link', 'meta', 'base', 'head', 'title']);

/** Reads the whole page as plain data: elements and texts in document order. */
// eslint-disable-next-line max-lines-per-function -- one walk, whose steps share the numbers they give
export function snapshot(): CapturedPage {
  const nodes: CapturedNode[] = [];
  startNumbering();
  const visit = (element: Element, parent: number, path: string): void => {
    const tag = element.localName;
    if (NEVER.has(tag) || isLeftOut(element)) return;
    const index = nodes.length;
    const style = getComputedStyle(element);
    const shared = {
      parent,
      tag,
      attributes: attributesOf(element),
      path,
      box: boxOf(element.getBoundingClientRect()),
      display: style.display,
      seen: element.checkVisibility(),
    };
    numberNext(element);
    if (element instanceof SVGSVGElement) {
      nodes.push({ ...shared, markup: drawing(element) });
      return;
    }
    if (element instanceof HTMLCanvasElement) {
      nodes.push({ ...shared, picture: imageOf(element) });
      return;
    }
    nodes.push(shared);
    if (tag === 'iframe' || tag === 'object') return;
    visitChildren(element, index, path);
  };
  const visitChildren = (element: Element, index: number, path: string): void => {
    const counts = new Map<string, number>();
    const range = document.createRange();
    for (const child of childrenOf(element)) {
      if (child instanceof HTMLSlotElement) {
        visitChildren(child, index, path);
      } else if (child instanceof Element) {
        const nth = (counts.get(child.localName) ?? 0) + 1;
        counts.set(child.localName, nth);
        visit(child, index, `${path} > ${step(child, nth)}`);
      } else if (child instanceof Text && child.data) {
        range.selectNodeContents(child);
        numberNext(null);
        nodes.push({
          parent: index,
          text: child.data,
          seen: range.getClientRects().length > 0,
          whiteSpace: getComputedStyle(element).whiteSpace,
        });
      }
    }
  };
  visit(document.documentElement, -1, 'html');
  return {
    title: document.title,
    language: document.documentElement.lang,
    direction: getComputedStyle(document.documentElement).direction,
    description: metaOf('description'),
    head: captureHead(),
    quirks: document.compatMode === 'BackCompat',
    address: document.baseURI,
    nodes,
  };
}

function attributesOf(element: Element): Record<string, string> {
  const found: Record<string, string> = {};
  for (const { name, value } of element.attributes) found[name] = value;
  if (element instanceof HTMLImageElement && element.src) found['src'] = element.src;
  if (found['href']) found['href'] = found['href'].trim();
  for (const name of ['poster', 'data']) if (found[name]) found[name] = resolved(found[name]);
  if (element instanceof HTMLInputElement && element.type === 'image' && element.src) found['src'] = element.src;
  if (
    (element instanceof HTMLVideoElement ||
      element instanceof HTMLSourceElement ||
      element instanceof HTMLAudioElement ||
      (element instanceof HTMLIFrameElement && !isBesideUs(element.src))) &&
    element.src
  )
    found['src'] = element.src;
  if (found['srcset']) found['srcset'] = absoluteSrcset(found['srcset']);
  return found;
}

/** A page of the same site is where the source says: it may come to stand beside this one again. */
function isBesideUs(address: string): boolean {
  return address.startsWith(`${location.origin}/`);
}

function resolved(address: string): string {
  try {
    return new URL(address, document.baseURI).href;
  } catch {
    return address;
  }
}

/** Resolves the addresses of a `srcset` (HTML, 2.5.7 parsing a srcset attribute). */
function absoluteSrcset(value: string): string {
  return value
    .split(/,\s+|,(?=https?:|\/|\.)/)
    .map((candidate) => {
      const [address = '', ...size] = candidate.trim().split(/\s+/);
      return [resolved(address), ...size].join(' ');
    })
    .join(', ');
}

function imageOf(canvas: HTMLCanvasElement): string {
  try {
    return canvas.toDataURL('image/png');
  } catch {
    return '';
  }
}

/** A drawing as markup that needs no style sheet: looks that come from rules become attributes of its parts. */
function drawing(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  writeLooks(svg, copy, getComputedStyle(svg).color);
  inlineUses(copy);
  copy.removeAttribute('id');
  return new XMLSerializer().serializeToString(copy);
}

/** Draws what `use` elements point at elsewhere in the page into the drawing itself. */
function inlineUses(copy: SVGSVGElement): void {
  for (const use of copy.querySelectorAll('use')) {
    const address = use.getAttribute('href') ?? use.getAttribute('xlink:href') ?? '';
    if (!address.startsWith('#') || copy.querySelector(`[id="${CSS.escape(address.slice(1))}"]`)) continue;
    const target = document.getElementById(address.slice(1));
    if (!target || target.contains(copy)) continue;
    const group = document.createElementNS('http://www.w3.org/2000/svg', target.localName === 'symbol' ? 'svg' : 'g');
    for (const name of ['viewBox', 'preserveAspectRatio'])
      if (target.hasAttribute(name)) group.setAttribute(name, target.getAttribute(name) ?? '');
    for (const name of ['width', 'height', 'x', 'y', 'fill', 'stroke', 'transform'])
      if (use.hasAttribute(name)) group.setAttribute(name, use.getAttribute(name) ?? '');
    const parts = target.localName === 'symbol' ? [...target.childNodes] : [target];
    for (const part of parts) group.append(part.cloneNode(true));
    use.replaceWith(group);
  }
}
