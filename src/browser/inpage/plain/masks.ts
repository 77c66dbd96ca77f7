import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { holds, shared } from '../../../core/geometry/box.js';
import { nameOf } from '../drawing/layers.js';
import { isMerged, merged } from '../drawing/merged-layers.js';
import { clipped, isEmpty, pageBox, paintedBox } from '../drawing/geometry.js';
import { APART, SVG, inverseOf } from './placing.js';
import { paintsNothingNew, spreadMask, withoutMask } from './mask-reach.js';
import { stackedImages } from './stacked-images.js';
import { windowOf } from './windows.js';
import { addressOf, bake, DENSITY, NOTHING, pixelsOf, trimmed } from './bake.js';

const WORDS = 'text, foreignObject';
/** Longest side of the picture by which a mask is judged, px; paint fainter than this (of 255) is left out, and so many at both ends. */
const LOOK = 240;
const FAINT = 60;
const EDGE = 0.03;
/** Next to a pixel that is not at an edge, paint is at least so dense, as a share. */
const ALIKE = 0.9;
/** What reaches over the edge of a window by less is not cut, px. */
const WINDOW_EDGE = 0.6;
/** A window that shows less is closed, px²: what lies behind is for screen readers. */
const DOT = 4;
/** Alpha from this is all (of 255). */
const ALL = 253;

/** What is as opaque as this on the whole is opaque: soft masks are images, and these are rounded. */
const OPAQUE = 0.985;

/** How far alpha may vary under a mask that fades all alike (of 255). */
const EVEN = 6;

/**
 * Takes masks away that show all, and what is behind masks that show nothing; a mask that lets all through alike becomes
 * opacity (CSS Masking 1, section 7).
 */
export async function dropIdleMasks(svg: SVGSVGElement): Promise<void> {
  /* From the outside in: what an outer mask leaves nothing of need not be looked at. */
  for (const element of maskedIn(svg)) {
    if (!element.isConnected || isMerged(element)) continue;
    const window = windowOf(element, svg);
    if (window) {
      if (holds(window, paintedBox(element), WINDOW_EDGE)) withoutMask(element);
      else if (shared(window, paintedBox(element)) < DOT) element.remove();
      continue;
    }
    const [least, most] = (await alphaUnder(element)) ?? [0, 255];
    if (most <= NOTHING) element.remove();
    else if (most - least <= EVEN || least >= ALL) {
      withoutMask(element);
      const share = least >= ALL || (least + most) / 510 >= OPAQUE ? 1 : (least + most) / 510;
      if (share < 1)
        element.style.opacity = String(Math.round(Number(getComputedStyle(element).opacity) * share * 1000) / 1000);
      withoutTwin(element);
    } else if (isLarge(element, svg) && (await paintsNothingNew(element, svg))) element.remove();
    else await spreadMask(element, svg);
  }
}

/** Groups of such a share of the drawing are looked at as a whole: programs paint pages twice, and mask the second. */
const LARGE = 0.15;

function isLarge(element: SVGGraphicsElement, svg: SVGSVGElement): boolean {
  if (element.localName !== 'g') return false;
  const [own, all] = [element.getBoundingClientRect(), svg.getBoundingClientRect()];
  return own.width * own.height >= LARGE * all.width * all.height;
}

/**
 * What is painted twice in one place, as programs do that cannot fade a group as a whole, is painted once, as dense as
 * both.
 */
function withoutTwin(element: SVGGraphicsElement): void {
  const before = element.previousElementSibling as SVGGraphicsElement | null;
  if (!before || plainMarkup(before) !== plainMarkup(element)) return;
  const [first, second] = [before, element].map((one) => Number(getComputedStyle(one).opacity)) as [number, number];
  element.style.opacity = String(Math.round((1 - (1 - first) * (1 - second)) * 1000) / 1000);
  before.remove();
}

function plainMarkup(element: Element): string {
  const copy = element.cloneNode(true) as SVGElement;
  copy.style.opacity = '';
  return copy.outerHTML.replace(/ (id|data-name|style|clip-path|mask)="[^"]*"/g, '');
}

/** Makes one picture, with transparency, of pictures behind a mask. @returns what could not be kept, in words */
export async function settleMasks(svg: SVGSVGElement): Promise<string[]> {
  const notes: string[] = [];
  for (const element of maskedIn(svg)) {
    if (!element.isConnected || isMerged(element) || windowOf(element, svg)) continue;
    if (!element.querySelector(WORDS) && !element.matches(WORDS)) {
      const isImage = element.matches('image') || element.querySelector('image') !== null;
      if (!isImage || !(await flatten(element))) merged.add(element);
    } else {
      withoutMask(element);
      notes.push(`A mask over words was left out: ${nameOf(element) || element.localName}`);
    }
  }
  return notes;
}

function maskedIn(svg: SVGSVGElement): SVGGraphicsElement[] {
  return [...svg.querySelectorAll<SVGGraphicsElement>('*')].filter(
    (element) => !element.closest(APART) && getComputedStyle(element).mask.includes('url('),
  );
}

/**
 * The least and the most that a mask lets through (of 255) of what an element paints; undefined if the browser cannot say.
 * Edges are left out: on them masks are as soft as what they are over.
 */
async function alphaUnder(element: SVGGraphicsElement): Promise<readonly [least: number, most: number] | undefined> {
  const box = clipped(
    pageBox(element.getBoundingClientRect()),
    pageBox(element.ownerSVGElement?.getBoundingClientRect() ?? new DOMRect()),
  );
  if (isEmpty(box)) return [0, 0];
  const density = Math.min(1, LOOK / Math.max(box[2], box[3]));
  const behind = pixelsOf(await bake([element], density, box));
  const mask = element.getAttribute('mask');
  element.removeAttribute('mask');
  const whole = pixelsOf(await bake([element], density, box));
  if (mask) element.setAttribute('mask', mask);
  if (!behind || !whole) return undefined;
  const shares = [true, false].map((within) => sharesOf(behind, whole, within)).find(({ length }) => length) ?? [];
  if (shares.length === 0) return undefined;
  shares.sort((a, b) => a - b);
  const edge = Math.floor(shares.length * EDGE);
  return [shares[edge] ?? 0, Math.min(255, shares[shares.length - 1 - edge] ?? 255)];
}

/** How much of each pixel of an element shows behind its mask (of 255). @param within only pixels that are not at an edge */
function sharesOf(behind: ImageData, whole: ImageData, within: boolean): number[] {
  const { width } = whole;
  const alphaAt = (at: number): number => whole.data[at * 4 + 3] ?? 0;
  const shares: number[] = [];
  for (let at = 0; at < width * whole.height; at += 1) {
    const alpha = alphaAt(at);
    if (alpha <= FAINT) continue;
    const isWithin = [-1, 1, -width, width].every((step) => alphaAt(at + step) >= ALIKE * alpha);
    if (!within || isWithin) shares.push(((behind.data[at * 4 + 3] ?? 0) * 255) / alpha);
  }
  return shares;
}

/** Makes one picture of those that lie on each other in one place. */
export async function joinStacked(svg: SVGSVGElement): Promise<void> {
  for (const { images, box } of stackedImages(svg)) {
    const [first, ...others] = images as readonly [SVGImageElement, ...SVGImageElement[]];
    if (await flatten(first, images, box)) for (const other of others) other.remove();
  }
}

/** Puts one picture in the place of pictures behind a mask. @param all the elements that it shows */
async function flatten(
  element: SVGGraphicsElement,
  all: readonly SVGGraphicsElement[] = [element],
  box?: DrawnBox,
): Promise<boolean> {
  const baked = await bake(all, DENSITY, box);
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
