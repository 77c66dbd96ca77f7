import { around } from '../../../core/geometry/box.js';
import { embedded, dataReader } from '../drawing/embed-images.js';
import { paintedBox, wholePixels } from '../drawing/geometry.js';
import { standAlone } from '../drawing/markup.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';

/** Pictures are made for screens of this density. */
export const DENSITY = 2;
/** Longest side of a picture that is made, px. */
const LONGEST = 4096;

/** Alpha up to this is nothing (of 255). */
export const NOTHING = 2;

/** What an element paints, as a picture of its own. */
export interface Baked {
  readonly canvas: OffscreenCanvas;
  readonly box: DrawnBox;
}

/**
 * Draws elements by themselves, with all that clips, masks, fades and filters each; undefined if the browser cannot.
 * @param box what to show of it, px of the page; else all that it may paint
 */
export async function bake(
  elements: readonly SVGGraphicsElement[],
  density = DENSITY,
  box?: DrawnBox,
): Promise<Baked | undefined> {
  const shown = box ?? wholePixels(around(elements.map(paintedBox)));
  const [, , width, height] = shown;
  if (!(width >= 1 && height >= 1)) return undefined;
  const scale = Math.min(density, LONGEST / Math.max(width, height));
  const markup = await embedded(standAlone(elements, shown, ''), dataReader());
  const image = new Image();
  image.width = Math.max(1, Math.round(width * scale));
  image.height = Math.max(1, Math.round(height * scale));
  const sized = markup.replace(/^<svg/, `<svg width="${image.width}" height="${image.height}"`);
  image.src = URL.createObjectURL(new Blob([sized], { type: 'image/svg+xml' }));
  try {
    await image.decode();
    const canvas = new OffscreenCanvas(image.width, image.height);
    canvas.getContext('2d', { willReadFrequently: true })?.drawImage(image, 0, 0, image.width, image.height);
    return { canvas, box: shown };
  } catch {
    return undefined;
  } finally {
    URL.revokeObjectURL(image.src);
  }
}

/** The pixels of what was drawn; undefined if the browser could not draw it. */
export function pixelsOf(baked: Baked | undefined): ImageData | undefined {
  return baked?.canvas.getContext('2d')?.getImageData(0, 0, baked.canvas.width, baked.canvas.height);
}

/** A picture as the address of its data. */
export async function addressOf(canvas: OffscreenCanvas): Promise<string> {
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  return new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => failed(new Error('The image cannot be read.'));
    reader.readAsDataURL(blob);
  });
}

/** The part of a picture that is not wholly transparent; undefined if nothing is. */
export function trimmed(
  canvas: OffscreenCanvas,
): { readonly canvas: OffscreenCanvas; readonly x: number; readonly y: number } | undefined {
  const context = canvas.getContext('2d');
  const pixels = context?.getImageData(0, 0, canvas.width, canvas.height).data;
  if (!context || !pixels) return undefined;
  let [left, top, right, bottom] = [canvas.width, canvas.height, -1, -1];
  for (let y = 0; y < canvas.height; y += 1)
    for (let x = 0; x < canvas.width; x += 1) {
      if ((pixels[(y * canvas.width + x) * 4 + 3] ?? 0) <= NOTHING) continue;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  if (right < left) return undefined;
  const part = new OffscreenCanvas(right - left + 1, bottom - top + 1);
  part.getContext('2d')?.drawImage(canvas, -left, -top);
  return { canvas: part, x: left, y: top };
}
