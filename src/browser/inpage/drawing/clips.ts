import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { contoursOf } from '../../../core/drawing/contours.js';
import { radiusText, roundBoxOf } from '../../../core/drawing/plain-shape.js';
import { pageBox, same } from './geometry.js';

/** Corner radius of clips. */
export const roundClip = new WeakMap<DrawnBox, string>();

/** The corners of what a clip leaves of something, if that is all that the clip shows. */
export function roundedBy(clip: DrawnBox | undefined, shown: DrawnBox): { readonly 'border-radius'?: string } {
  const round = clip && same(shown, clip) ? roundClip.get(clip) : undefined;
  return round ? { 'border-radius': round } : {};
}

export function radiusOf(shape: Element, box: DrawnBox): string | undefined {
  if (shape.localName === 'circle' || shape.localName === 'ellipse') return '50%';
  if (shape.localName === 'path') return radiusOfPath(shape, box);
  const radius = Number(shape.getAttribute('rx') ?? shape.getAttribute('ry') ?? 0);
  return shape.localName === 'rect' && radius > 0 ? `${Math.min(radius, box[2] / 2, box[3] / 2)}px` : undefined;
}

/** The corners of a path that goes around `box` on the page. */
function radiusOfPath(shape: Element, box: DrawnBox): string | undefined {
  const data = shape.getAttribute('d') ?? '';
  const [own] = contoursOf(data);
  const whole = own && roundBoxOf(own);
  if (!whole) return undefined;
  const [round] = contoursOf(data, [box[2] / whole.box[2], 0, 0, box[3] / whole.box[3], 0, 0]);
  const drawn = round && roundBoxOf(round);
  return (drawn && radiusText(drawn)) || undefined;
}

/** Where a shape inside a clip path or mask would lie on the page for an element that refers to it. */
export function definitionBox(
  shape: SVGGraphicsElement,
  target: Element,
  user: SVGGraphicsElement,
): DrawnBox | undefined {
  const ghost = shape.cloneNode(true) as SVGGraphicsElement;
  for (const name of ['mask', 'clip-path', 'id']) ghost.removeAttribute(name);
  ghost.setAttribute('visibility', 'hidden');
  const units = target.getAttribute(target.localName === 'mask' ? 'maskContentUnits' : 'clipPathUnits');
  const holder = document.createElementNS('http://www.w3.org/2000/svg', 'g');
  if (units === 'objectBoundingBox') {
    const own = user.getBBox();
    holder.setAttribute('transform', `translate(${own.x} ${own.y}) scale(${own.width} ${own.height})`);
  }
  holder.append(ghost);
  const place =
    user.localName === 'g' || user.localName === 'svg' || user.localName === 'a'
      ? user
      : (user.parentElement as Element | null);
  if (!place) return undefined;
  if (place !== user && user.hasAttribute('transform'))
    holder.setAttribute('transform', `${user.getAttribute('transform')} ${holder.getAttribute('transform') ?? ''}`);
  place.append(holder);
  const box = pageBox(ghost.getBoundingClientRect());
  holder.remove();
  return box;
}
