import { required } from '../../../core/data/required.js';
import type { ElementPosition, TextPosition } from '../../../core/trim/movement.js';
import type { Box } from '../../../core/geometry/box.js';
import { boxOf } from '../tree/path.js';

/** Attribute that carries the id of an element of the page document while it is tried. */
const MARK = 'data-trial';
const SILENT = new Set(['option', 'textarea', 'title', 'optgroup', 'desc']);
/** What of letters' looks can differ without their boxes showing it. */
const LETTERS = [
  'color',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'font-variant-caps',
  'text-transform',
  'text-shadow',
  'visibility',
  'cursor',
  'user-select',
  'letter-spacing',
  'line-height',
  'text-decoration-line',
  'pointer-events',
  'white-space',
];

let frame: HTMLIFrameElement | undefined;
let sheet: HTMLStyleElement | undefined;

/** Opens a page in a frame in which its body and its styles can be exchanged. Waits for its pictures and fonts (limit in ms). */
export async function openTrial(address: string, height: number, limit: number): Promise<void> {
  frame = document.createElement('iframe');
  frame.style.cssText = `border:0;display:block;width:1440px;height:${height}px`;
  const loaded = new Promise<void>((done) => frame?.addEventListener('load', () => done(), { once: true }));
  frame.src = address;
  document.body.append(frame);
  const wait = new Promise<void>((done) => setTimeout(done, limit));
  await Promise.race([loaded, wait]);
  const inner = required(frame.contentDocument);
  sheet = inner.head.appendChild(inner.createElement('style'));
  const images = [...inner.images]
    .filter(({ complete }) => !complete)
    .map(
      (image) =>
        new Promise<void>((done) => {
          for (const name of ['load', 'error']) image.addEventListener(name, () => done(), { once: true });
        }),
    );
  await Promise.race([
    Promise.all([...[...inner.fonts].map((face) => face.load().catch(() => face)), ...images]),
    wait,
  ]);
}

/**
 * Puts a page and its styles into the frame and says where everything stands at each width. Pictures are carried over,
 * so that nothing has to load again.
 */
export function tryPage(html: string, css: string, widths: readonly number[]): ElementPosition {
  const view = required(frame);
  const inner = required(view.contentDocument);
  exchange(inner, new DOMParser().parseFromString(html, 'text/html').body);
  required(sheet).textContent = css;
  const marked = [...inner.querySelectorAll(`[${MARK}]`)];
  const texts = textsOf(inner);
  const boxes: Record<string, Box[]> = {};
  const standing: TextPosition[] = texts.map(() => ({ boxes: [], looks: [] }));
  const range = inner.createRange();
  for (const width of widths) {
    view.style.width = `${width}px`;
    for (const element of marked)
      (boxes[required(element.getAttribute(MARK))] ??= []).push(boxOf(element.getBoundingClientRect()));
    texts.forEach((text, index) => {
      range.selectNodeContents(text);
      const entry = standing[index] as { boxes: Box[]; looks: number[] };
      const box = boxOf(range.getBoundingClientRect());
      entry.boxes.push(box);
      entry.looks.push(box[2] > 0 ? numberOf(required(text.parentElement), range.getClientRects().length) : 0);
    });
  }
  return { widths, boxes, texts: standing };
}

/** Replaces the body; things that have to load keep what they loaded. */
function exchange(inner: Document, body: HTMLElement): void {
  const loaded = new Map<string, Element>();
  for (const element of inner.querySelectorAll(`img[${MARK}], video[${MARK}]`))
    loaded.set(required(element.getAttribute(MARK)), element);
  const fresh = inner.adoptNode(body);
  for (const element of fresh.querySelectorAll(`img[${MARK}], video[${MARK}]`)) {
    const known = loaded.get(required(element.getAttribute(MARK)));
    if (!known || known.localName !== element.localName) continue;
    known.setAttribute('class', element.getAttribute('class') ?? '');
    element.replaceWith(known);
  }
  inner.documentElement.replaceChild(fresh, inner.body);
}

function textsOf(inner: Document): Text[] {
  const found: Text[] = [];
  const walker = inner.createTreeWalker(inner.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    const parent = node.parentElement;
    if (node.data.trim() && parent && !SILENT.has(parent.localName) && !parent.closest('svg')) found.push(node);
  }
  return found;
}

/** A number that is the same for the same looks (FNV-1a). */
function numberOf(element: Element, lines: number): number {
  const style = getComputedStyle(element);
  const text = `${LETTERS.map((name) => style.getPropertyValue(name)).join('|')}|${lines}`;
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return hash >>> 0;
}
