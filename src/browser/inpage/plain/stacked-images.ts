import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { area, shared } from '../../../core/geometry/box.js';
import { isMerged } from '../drawing/merged-layers.js';
import { definitionBox } from '../drawing/clips.js';
import { clipped, pageBox } from '../drawing/geometry.js';
import { APART } from './placing.js';
import { referenced } from './references.js';

/** Pictures that share so much of their area lie in one place. */
const ONE_PLACE = 0.96;

/** Pictures in one place, and where they show, px of the page. */
export interface ImageStack {
  readonly images: readonly SVGImageElement[];
  readonly box: DrawnBox;
}

/** Where an element shows, within the clips around it; px of the page. */
export function shownBox(element: SVGGraphicsElement, svg: SVGSVGElement): DrawnBox {
  let box = pageBox(element.getBoundingClientRect());
  for (let at: Element | null = element; at instanceof SVGGraphicsElement && at !== svg; at = at.parentElement) {
    const target = referenced(getComputedStyle(at).clipPath, svg);
    const shape = target?.querySelector('rect, circle, ellipse, path, polygon');
    const region = target && shape && definitionBox(shape as SVGGraphicsElement, target, at);
    if (region) box = clipped(box, region);
  }
  return box;
}

/** Pictures that lie on each other in one place, next to each other in the order of painting. */
export function stackedImages(svg: SVGSVGElement): ImageStack[] {
  if (svg.querySelectorAll('image').length < 2) return [];
  const stacks: { readonly images: SVGImageElement[]; readonly box: DrawnBox }[] = [];
  let open: (typeof stacks)[0] | undefined;
  for (const element of svg.querySelectorAll<SVGGraphicsElement>(
    'image, path, rect, circle, ellipse, line, polygon, polyline, text, use',
  )) {
    if (element.closest(APART) || isMerged(element)) continue;
    const box = shownBox(element, svg);
    if (!(element instanceof SVGImageElement)) open = undefined;
    else if (open && shared(open.box, box) >= ONE_PLACE * Math.max(area(open.box), area(box)))
      open.images.push(element);
    else stacks.push((open = { images: [element], box }));
  }
  return stacks.filter(({ images }) => images.length > 1);
}
