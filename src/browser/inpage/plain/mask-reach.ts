import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { clipped, isEmpty, pageBox, paintedBox } from '../drawing/geometry.js';
import { bake, pixelsOf } from './bake.js';
import { SVG } from './placing.js';
import { idIn, referenced } from './references.js';

/** Longest side of the image that shows what a mask lets through, px. */
const LONGEST = 2000;
/** Alpha up to the first is nothing, from the second on all (of 255): what lies between is cut or faded. */
const HIDDEN = 6;
const WHOLE = 249;

/** What a mask lets through, by places on the page. */
interface Reach {
  readonly pixels: ImageData;
  readonly box: DrawnBox;
  readonly density: number;
}

/**
 * Lets the mask of a group go to the things in it that it cuts: what it hides is left out, and what it leaves whole has no
 * mask any more. Programs that write from print put whole pages behind one mask to paint a part of them again.
 */
export async function spreadMask(element: SVGGraphicsElement, svg: SVGSVGElement): Promise<void> {
  const { mask } = getComputedStyle(element);
  const id = idIn(mask);
  if (element.localName !== 'g' || id === undefined || goesByBox(referenced(mask, svg))) return;
  const reach = await reachOf(element, svg, id);
  if (!reach) return;
  const parts = { hidden: [] as Element[], whole: 0, cut: [] as Element[] };
  sort(element, reach, parts);
  /* Where it cuts most of what there is, that is one picture. */
  if (parts.hidden.length + parts.whole <= parts.cut.length) return;
  for (const part of parts.hidden) part.remove();
  for (const part of parts.cut) {
    const group = document.createElementNS(SVG, 'g');
    group.setAttribute('mask', `url(#${id})`);
    part.before(group);
    group.append(part);
  }
  withoutMask(element);
}

export function withoutMask(element: SVGGraphicsElement): void {
  element.removeAttribute('mask');
  element.style.mask = 'none';
}

/** Whether a mask lies elsewhere on another box: its content or the region that it is cut to is told in shares of the box. */
function goesByBox(mask: Element | null): boolean {
  const isOnPage = mask?.getAttribute('maskUnits') === 'userSpaceOnUse';
  const hasRegion = ['x', 'y', 'width', 'height'].some((name) => mask?.hasAttribute(name));
  return mask?.getAttribute('maskContentUnits') === 'objectBoundingBox' || (hasRegion && !isOnPage);
}

async function reachOf(element: SVGGraphicsElement, svg: SVGSVGElement, id: string): Promise<Reach | undefined> {
  const box = clipped(pageBox(element.getBoundingClientRect()), pageBox(svg.getBoundingClientRect()));
  if (isEmpty(box)) return undefined;
  const { x, y, width, height } = element.getBBox();
  const [probe, rect] = [document.createElementNS(SVG, 'g'), document.createElementNS(SVG, 'rect')];
  for (const [name, value] of Object.entries({ x, y, width, height })) rect.setAttribute(name, String(value));
  probe.setAttribute('transform', element.getAttribute('transform') ?? '');
  probe.setAttribute('mask', `url(#${id})`);
  probe.append(rect);
  element.after(probe);
  const density = Math.min(1, LONGEST / Math.max(box[2], box[3]));
  const baked = await bake([probe], density, box);
  probe.remove();
  const pixels = pixelsOf(baked);
  return pixels && { pixels, box, density };
}

/** Longest side of the images that show whether anything changes, px. */
const GLANCE = 900;
/** Pixels that differ by no more than this are alike (of 255), and of an element as a whole so many may not be, as a share. */
const ALIKE = 12;
const MOST_UNLIKE = 0.0005;
/** A soft edge that is painted twice changes by up to a quarter of the contrast. */
const AT_EDGES = 66;

/** Whether a drawing looks the same without an element: what is painted a second time in its place, or covered by what comes later. */
export async function paintsNothingNew(element: SVGGraphicsElement, svg: SVGSVGElement): Promise<boolean> {
  const box = clipped(pageBox(element.getBoundingClientRect()), pageBox(svg.getBoundingClientRect()));
  if (isEmpty(box)) return true;
  const all = [...svg.children].filter((child) => child instanceof SVGGraphicsElement && !child.matches('defs'));
  const density = Math.min(1, GLANCE / Math.max(box[2], box[3]));
  const look = async (): Promise<ImageData | undefined> =>
    pixelsOf(await bake(all as SVGGraphicsElement[], density, box));
  const before = await look();
  const mark = document.createComment('');
  element.replaceWith(mark);
  const after = await look();
  mark.replaceWith(element);
  if (!before || !after) return false;
  let unlike = 0;
  for (let at = 0; at < before.width * before.height; at += 1) if (isUnlike(before, after, at)) unlike += 1;
  return unlike <= MOST_UNLIKE * before.width * before.height;
}

/** Whether a pixel is another one; at edges it may be darker, as they are when something is painted twice. */
function isUnlike(before: ImageData, after: ImageData, at: number): boolean {
  const apart = (a: ImageData, i: number, b: ImageData, j: number): number =>
    Math.max(...[0, 1, 2, 3].map((side) => Math.abs((a.data[i * 4 + side] ?? 0) - (b.data[j * 4 + side] ?? 0))));
  const off = apart(before, at, after, at);
  if (off <= ALIKE) return false;
  return (
    off > AT_EDGES || [-1, 1, -before.width, before.width].every((step) => apart(after, at, after, at + step) <= ALIKE)
  );
}

/** Sorts what is in a group by what its mask does to it; groups that are cut are looked into. */
function sort(
  group: Element,
  reach: Reach,
  parts: { readonly hidden: Element[]; whole: number; readonly cut: Element[] },
): void {
  for (const part of group.children) {
    if (!(part instanceof SVGGraphicsElement) || part.matches('defs')) continue;
    const [least, most] = alphaIn(reach, paintedBox(part));
    if (most <= HIDDEN) parts.hidden.push(part);
    else if (least >= WHOLE) parts.whole += 1;
    else if (isPlainGroup(part)) sort(part, reach, parts);
    else parts.cut.push(part);
  }
}

/** Whether what is in a group stands in the same place and is painted the same without it. */
function isPlainGroup(element: SVGGraphicsElement): boolean {
  const { filter, mask, opacity, mixBlendMode } = getComputedStyle(element);
  return (
    element.localName === 'g' &&
    element.transform.baseVal.numberOfItems === 0 &&
    filter === 'none' &&
    !mask.includes('url(') &&
    opacity === '1' &&
    mixBlendMode === 'normal'
  );
}

function alphaIn({ pixels, box, density }: Reach, part: DrawnBox): readonly [least: number, most: number] {
  const shown = clipped(part, box);
  if (isEmpty(shown)) return [0, 0];
  const [left, top] = [(shown[0] - box[0]) * density, (shown[1] - box[1]) * density];
  const right = Math.min(pixels.width, Math.max(Math.floor(left) + 1, Math.round(left + shown[2] * density)));
  const bottom = Math.min(pixels.height, Math.max(Math.floor(top) + 1, Math.round(top + shown[3] * density)));
  let [least, most] = [255, 0];
  for (let y = Math.round(top); y < bottom; y += 1)
    for (let x = Math.round(left); x < right; x += 1) {
      const alpha = pixels.data[(y * pixels.width + x) * 4 + 3] ?? 0;
      if (alpha < least) least = alpha;
      if (alpha > most) most = alpha;
    }
  return [least, most];
}
