import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { area, shared } from '../../../core/geometry/box.js';
import { isMerged } from '../drawing/merged-layers.js';
import { APART } from './placing.js';
import { shownBox } from './windows.js';

/** Pictures that share so much of their area lie in one place. */
const ONE_PLACE = 0.96;

/** Pictures in one place, and where they show, px of the page. */
export interface ImageStack {
  readonly images: readonly SVGImageElement[];
  readonly box: DrawnBox;
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
