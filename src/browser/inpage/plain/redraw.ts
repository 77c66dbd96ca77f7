import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnText } from '../../../core/drawing/drawing.js';
import { required } from '../../../core/data/required.js';
import { paintersOf } from '../drawing/capture-drawing.js';
import { pageBox } from '../drawing/geometry.js';
import { loadedImages } from '../drawing/images.js';
import { APART } from './placing.js';
import { idIn } from './references.js';

let redrawn: HTMLElement | undefined;

/** Draws what was read of the drawing in the page over it, each thing in its place, and nothing of the drawing itself. */
export async function showRedrawn({ width, height, items }: DrawnArtboard): Promise<void> {
  hideRedrawn();
  const sheet = document.createElement('div');
  style(sheet, { position: 'absolute', left: '0', top: '0', width: `${width}px`, height: `${height}px` });
  style(sheet, { overflow: 'hidden', isolation: 'isolate' });
  for (const item of items) sheet.append(...(item.type === 'text' ? wordsOf(item) : [thingOf(item)]));
  drawing().style.visibility = 'hidden';
  document.body.append(sheet);
  redrawn = sheet;
  const images = [...sheet.querySelectorAll('img')];
  await Promise.all(images.map((image) => image.decode().catch(() => undefined)));
}

/** Shows the drawing again. */
export function hideRedrawn(): void {
  redrawn?.remove();
  redrawn = undefined;
  drawing().style.removeProperty('visibility');
}

/** Where images lie that cannot be had: the browser paints a sign there. */
export async function lostImages(): Promise<DrawnBox[]> {
  const svg = drawing();
  const loaded = await loadedImages(svg);
  const lost = [...svg.querySelectorAll('image')].filter(({ href }) => !loaded.has(href.baseVal));
  const patterns = new Set(lost.flatMap((image) => image.closest('pattern')?.id ?? []));
  const filled = [...svg.querySelectorAll('*')].filter((element) =>
    patterns.has(idIn(getComputedStyle(element).fill) ?? ''),
  );
  return [...lost.filter((image) => !image.closest(APART)), ...filled].map((element) =>
    pageBox(element.getBoundingClientRect()),
  );
}

/** What is painted by some items does not show, until all shows again. */
export function hidePainters(orders: readonly number[]): void {
  for (const painter of paintersOf(orders)) painter.style.visibility = 'hidden';
}

export function showPainters(orders: readonly number[]): void {
  for (const painter of paintersOf(orders)) painter.style.removeProperty('visibility');
}

/** What in a drawing no box of a page is painted with, in words: first of an item, then of what is around it. */
export function specialsOf(order: number): string[] {
  const found = new Set<string>();
  for (const painter of paintersOf([order]))
    for (let at: Element | null = painter; at && at !== drawing(); at = at.parentElement) {
      const { filter, mask, mixBlendMode, clipPath } = getComputedStyle(at);
      if (mixBlendMode !== 'normal') found.add(`blended (${mixBlendMode})`);
      if (filter !== 'none') found.add('filtered');
      if (mask.includes('url(')) found.add('masked');
      if (clipPath !== 'none') found.add('clipped');
    }
  return [...found];
}

function drawing(): SVGSVGElement {
  return required(document.querySelector('svg'));
}

function style(element: HTMLElement, declarations: Readonly<Record<string, string>>): void {
  for (const [name, value] of Object.entries(declarations)) element.style.setProperty(name, value);
}

function placed(element: HTMLElement, [x, y, width, height]: DrawnBox): HTMLElement {
  style(element, { position: 'absolute', left: `${x}px`, top: `${y}px`, width: `${width}px`, height: `${height}px` });
  style(element, { 'box-sizing': 'border-box', margin: '0' });
  return element;
}

function wordsOf({ words, look }: DrawnText): HTMLElement[] {
  return words.map(({ text, box }) => {
    const word = placed(document.createElement('span'), box);
    word.textContent = text;
    style(word, {
      'font-family': look.family,
      'font-size': `${look.size}px`,
      'font-weight': look.weight,
      'font-style': look.style,
      'line-height': `${box[3]}px`,
      'letter-spacing': `${look.spacing}px`,
      'text-transform': look.transform,
      'white-space': 'pre',
      color: look.color,
    });
    if (look.direction) style(word, { direction: look.direction });
    if (look.paint) style(word, { background: look.paint, 'background-clip': 'text', color: 'transparent' });
    if (look.decoration !== 'none') style(word, { 'text-decoration': look.decoration });
    return word;
  });
}

function thingOf(item: Exclude<DrawnItem, DrawnText>): HTMLElement {
  const place = placed(document.createElement('div'), item.box);
  if (item.type === 'art') {
    /* Ids in one drawing must not mean those of another: each has a tree of its own. */
    const svg = new DOMParser().parseFromString(item.markup, 'image/svg+xml').documentElement;
    place.attachShadow({ mode: 'open' }).append(document.adoptNode(svg));
    if (svg instanceof SVGElement) {
      svg.style.display = 'block';
      svg.setAttribute('width', '100%');
      svg.setAttribute('height', '100%');
      svg.setAttribute('preserveAspectRatio', 'none');
    }
    return place;
  }
  style(place, item.look);
  if (item.type === 'box') return place;
  const [x, y] = item.box;
  const [left, top, width, height] = item.whole;
  const image = document.createElement('img');
  placed(image, [left - x, top - y, width, height]);
  image.src = item.address;
  style(place, { overflow: 'hidden' });
  place.append(image);
  return place;
}
