import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { definitionBox } from '../drawing/clips.js';
import { clipped, pageBox } from '../drawing/geometry.js';
import { referenced } from './references.js';

/** Where a mask that is one white shape lets an element show, px of the page: such a mask is a crop, as a clip is. */
export function windowOf(
  element: SVGGraphicsElement,
  svg: SVGSVGElement,
  shapes = 'rect, circle, ellipse',
): DrawnBox | undefined {
  const mask = referenced(element.getAttribute('mask') ?? '', svg);
  const [shape, ...more] = mask?.children ?? [];
  if (!mask || more.length || !(shape instanceof SVGGraphicsElement) || !shape.matches(shapes)) return undefined;
  const { fill, fillOpacity, opacity, stroke } = getComputedStyle(shape);
  const isWhite = fill === 'rgb(255, 255, 255)' && fillOpacity === '1' && opacity === '1' && stroke === 'none';
  return isWhite ? definitionBox(shape, mask, element) : undefined;
}

/** Where an element shows, within the clips and the masks around it that are crops; px of the page. */
export function shownBox(element: SVGGraphicsElement, svg: SVGSVGElement): DrawnBox {
  let box = pageBox(element.getBoundingClientRect());
  for (let at: Element | null = element; at instanceof SVGGraphicsElement && at !== svg; at = at.parentElement) {
    const target = referenced(getComputedStyle(at).clipPath, svg);
    const shape = target?.querySelector('rect, circle, ellipse, path, polygon');
    const region = target && shape && definitionBox(shape as SVGGraphicsElement, target, at);
    if (region) box = clipped(box, region);
    const window = windowOf(at, svg);
    if (window) box = clipped(box, window);
  }
  return box;
}
