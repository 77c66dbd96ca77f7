import { required } from '../../../core/data/required.js';
import type { Box } from '../../../core/geometry/box.js';
import { boxOf } from '../tree/path.js';

/** A picture as it is shown now. */
export interface ShownImage {
  readonly box: Box;
  /** Width at which the whole picture, uncropped, is shown; CSS px. */
  readonly wide: number;
}

/** The pictures that carry an attribute, by its value. */
export function findShownImages(mark: string): Record<string, ShownImage> {
  const found: Record<string, ShownImage> = {};
  for (const image of document.querySelectorAll<HTMLImageElement>(`img[${mark}]`)) {
    const box = boxOf(image.getBoundingClientRect());
    found[required(image.getAttribute(mark))] = { box, wide: wideOf(image) };
  }
  return found;
}

/** How wide the whole picture is in its box (CSS Images 3, 5.5 `object-fit`). */
function wideOf(image: HTMLImageElement): number {
  const { naturalWidth, naturalHeight } = image;
  const style = getComputedStyle(image);
  const inset = (sides: readonly string[]): number =>
    sides.reduce((sum, side) => sum + parseFloat(style.getPropertyValue(side) || '0'), 0);
  const width = image.offsetWidth - inset(['padding-left', 'padding-right', 'border-left-width', 'border-right-width']);
  const height =
    image.offsetHeight - inset(['padding-top', 'padding-bottom', 'border-top-width', 'border-bottom-width']);
  if (width <= 0 || height <= 0 || naturalWidth === 0 || style.visibility === 'hidden') return 0;
  if (style.getPropertyValue('object-view-box') !== 'none') return naturalWidth;
  const across = width / naturalWidth;
  const down = height / naturalHeight;
  switch (style.objectFit) {
    case 'cover':
      return Math.max(across, down) * naturalWidth;
    case 'contain':
      return Math.min(across, down) * naturalWidth;
    case 'none':
      return naturalWidth;
    case 'scale-down':
      return Math.min(1, across, down) * naturalWidth;
    default:
      return width;
  }
}
