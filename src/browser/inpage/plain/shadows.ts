import { readShadow } from '../../../core/drawing/shadow-image.js';
import { isUpright, pageBox } from '../drawing/geometry.js';
import { isMerged } from '../drawing/merged-layers.js';
import { APART, SVG, inverseOf } from './placing.js';

/** Pictures of more pixels are not looked at. */
const LARGEST = 16e6;

/** Pictures that show nothing but a box and its shadow become that box, with a shadow. */
export async function settleShadows(svg: SVGSVGElement): Promise<void> {
  for (const element of svg.querySelectorAll('image')) {
    if (
      element.closest(APART) ||
      isMerged(element) ||
      !isUpright(element) ||
      !element.href.baseVal.startsWith('data:image/png')
    )
      continue;
    const image = new Image();
    image.src = element.href.baseVal;
    await image.decode().catch(() => undefined);
    const { naturalWidth: width, naturalHeight: height } = image;
    if (!width || width * height > LARGEST) continue;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    context?.drawImage(image, 0, 0);
    const found = context && readShadow(context.getImageData(0, 0, width, height));
    if (!found) continue;
    const [x, y, wide, high] = pageBox(element.getBoundingClientRect());
    const [across, down] = [wide / width, high / height];
    const { box, shadow } = found;
    const rect = document.createElementNS(SVG, 'rect');
    const place = { x: x + box[0] * across, y: y + box[1] * down, width: box[2] * across, height: box[3] * down };
    for (const [name, value] of Object.entries(place)) rect.setAttribute(name, String(Math.round(value * 100) / 100));
    if (found.radius) rect.setAttribute('rx', String(Math.round(found.radius * across * 2) / 2));
    rect.style.fill = `rgb(${found.color.join(' ')})`;
    const length = (value: number): string => `${Math.round(value * across * 2) / 2}px`;
    const alpha = Math.round(shadow.alpha * 100) / 100;
    /* The deviation of a filter is half of the blur of a box shadow (Filter Effects 1, drop-shadow). */
    rect.style.filter = `drop-shadow(${length(shadow.x)} ${length(shadow.y)} ${length(shadow.blur / 2)} rgb(${shadow.color.join(' ')} / ${alpha}))`;
    const holder = document.createElementNS(SVG, 'g');
    holder.setAttribute('transform', inverseOf(element.parentElement));
    holder.append(rect);
    element.replaceWith(holder);
  }
}
