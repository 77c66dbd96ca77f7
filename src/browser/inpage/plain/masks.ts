import { isMerged, merged } from '../drawing/merged-layers.js';
import { clipped, isEmpty, pageBox } from '../drawing/geometry.js';
import { inverseOf } from './placing.js';
import { stackedImages } from './stacked-images.js';
import { addressOf, bake, NOTHING, trimmed } from './bake.js';

const SVG = 'http://www.w3.org/2000/svg';
const WORDS = 'text, foreignObject';
const APART = 'defs, clipPath, mask, pattern, symbol, marker';
/** Alpha from this is all (of 255). */
const ALL = 253;

/**
 * Takes masks away that show all, and what is behind masks that show nothing; a picture behind any other becomes one
 * picture with transparency (CSS Masking 1, section 7).
 */
export async function settleMasks(svg: SVGSVGElement): Promise<string[]> {
  const notes: string[] = [];
  const masked = [...svg.querySelectorAll<SVGGraphicsElement>('*')].filter(
    (element) => !element.closest(APART) && getComputedStyle(element).mask.includes('url('),
  );
  /* From the outside in: what an outer mask leaves nothing of need not be looked at. */
  for (const element of masked) {
    if (!element.isConnected || isMerged(element)) continue;
    const shown = await shownBy(element);
    if (shown === 'nothing') element.remove();
    else if (shown === 'all') withoutMask(element);
    else if (!element.querySelector(WORDS) && !element.matches(WORDS)) {
      const isImage = element.matches('image') || element.querySelector('image') !== null;
      if (!isImage || !(await flatten(element))) merged.add(element);
    } else if (shown === 'some') {
      withoutMask(element);
      notes.push(`A mask over words was left out: ${element.id || element.localName}`);
    }
  }
  return notes;
}

function withoutMask(element: SVGGraphicsElement): void {
  element.removeAttribute('mask');
  element.style.mask = 'none';
}

/** How much of an element its mask lets through, by the alpha of a white rectangle in its place. */
async function shownBy(element: SVGGraphicsElement): Promise<'all' | 'some' | 'nothing' | undefined> {
  const box = clipped(
    pageBox(element.getBoundingClientRect()),
    pageBox(element.ownerSVGElement?.getBoundingClientRect() ?? new DOMRect()),
  );
  if (isEmpty(box)) return 'nothing';
  const matrix = (element.parentElement as unknown as SVGGraphicsElement).getScreenCTM();
  if (!matrix) return undefined;
  const probe = document.createElementNS(SVG, 'g');
  const own = element.getBBox();
  const white = document.createElementNS(SVG, 'rect');
  for (const [name, value] of Object.entries({
    x: own.x,
    y: own.y,
    width: own.width,
    height: own.height,
    fill: '#fff',
  }))
    white.setAttribute(name, String(value));
  probe.append(white);
  probe.setAttribute('mask', element.getAttribute('mask') ?? getComputedStyle(element).mask);
  const transform = element.getAttribute('transform');
  if (transform) probe.setAttribute('transform', transform);
  element.before(probe);
  const baked = await bake([probe], Math.min(1, 200 / Math.max(box[2], box[3])), box);
  probe.remove();
  const pixels = baked?.canvas.getContext('2d')?.getImageData(0, 0, baked.canvas.width, baked.canvas.height).data;
  if (!pixels) return undefined;
  let [least, most] = [255, 0];
  for (let at = 3; at < pixels.length; at += 4) {
    const alpha = pixels[at] ?? 0;
    if (alpha < least) least = alpha;
    if (alpha > most) most = alpha;
  }
  return most <= NOTHING ? 'nothing' : least >= ALL ? 'all' : 'some';
}

/** Makes one picture of those that lie on each other in one place. */
export async function joinStacked(svg: SVGSVGElement): Promise<void> {
  for (const images of stackedImages(svg)) {
    const [first, ...others] = images as [SVGImageElement, ...SVGImageElement[]];
    if (await flatten(first, images)) for (const other of others) other.remove();
  }
}

/** Puts one picture in the place of pictures behind a mask. @param all the elements that it shows */
async function flatten(element: SVGGraphicsElement, all: readonly SVGGraphicsElement[] = [element]): Promise<boolean> {
  const baked = await bake(all);
  if (!baked) return false;
  const tight = trimmed(baked.canvas);
  if (!tight) {
    element.remove();
    return true;
  }
  const [x, y, width, height] = baked.box;
  const [across, down] = [width / baked.canvas.width, height / baked.canvas.height];
  const image = document.createElementNS(SVG, 'image');
  const holder = document.createElementNS(SVG, 'g');
  holder.setAttribute('transform', inverseOf(element.parentElement));
  const place = {
    x: x + tight.x * across,
    y: y + tight.y * down,
    width: tight.canvas.width * across,
    height: tight.canvas.height * down,
  };
  for (const [name, value] of Object.entries(place)) image.setAttribute(name, String(value));
  image.setAttribute('preserveAspectRatio', 'none');
  image.setAttribute('href', await addressOf(tight.canvas));
  for (const name of ['id', 'data-name', 'aria-label']) {
    const value = element.getAttribute(name);
    if (value) image.setAttribute(name, value);
  }
  holder.append(image);
  element.replaceWith(holder);
  return true;
}
