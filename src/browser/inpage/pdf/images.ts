import type { Matrix } from '../../../core/drawing/contours.js';
import { isUprightMatrix, rounded, written } from './matrix.js';
import { addressOf } from '../plain/bake.js';

/** A picture as the reader of PDF files hands it out: decoded, its soft mask as transparency. */
export interface PdfImage {
  readonly width: number;
  readonly height: number;
  readonly bitmap?: ImageBitmap;
  readonly data?: Uint8ClampedArray;
  /** How `data` is written: one bit a pixel, three bytes, or four. */
  readonly kind?: number;
}

const known = new WeakMap<PdfImage, Promise<string | undefined>>();

/** The picture as the address of its data; undefined if there is nothing to see. */
export function imageAddress(image: PdfImage): Promise<string | undefined> {
  const before = known.get(image) ?? write(image);
  known.set(image, before);
  return before;
}

async function write(image: PdfImage): Promise<string | undefined> {
  const { width, height, bitmap } = image;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) return undefined;
  if (bitmap) context.drawImage(bitmap, 0, 0);
  else {
    const pixels = pixelsOf(image);
    if (!pixels) return undefined;
    context.putImageData(pixels, 0, 0);
  }
  return addressOf(canvas);
}

function pixelsOf({ width, height, data, kind }: PdfImage): ImageData | undefined {
  if (!data) return undefined;
  const pixels = new ImageData(width, height);
  const count = width * height;
  if (kind === 3) pixels.data.set(data.subarray(0, count * 4));
  else if (kind === 2)
    for (let at = 0; at < count; at += 1) {
      pixels.data.set(data.subarray(at * 3, at * 3 + 3), at * 4);
      pixels.data[at * 4 + 3] = 255;
    }
  else {
    const row = (width + 7) >> 3;
    for (let at = 0; at < count; at += 1) {
      const bit = ((data[Math.floor(at / width) * row + ((at % width) >> 3)] ?? 0) >> (7 - ((at % width) & 7))) & 1;
      pixels.data.set([bit * 255, bit * 255, bit * 255, 255], at * 4);
    }
  }
  return pixels;
}

/** A picture in a place: what its unit square becomes there, px of the page. */
export function imageIn(place: Matrix, address: string): SVGImageElement {
  const element = document.createElementNS('http://www.w3.org/2000/svg', 'image');
  const upright = isUprightMatrix(place);
  const box = upright
    ? { x: place[4], y: place[5], width: place[0], height: place[3] }
    : { x: 0, y: 0, width: 1, height: 1 };
  for (const [name, value] of Object.entries(box)) element.setAttribute(name, String(rounded(value)));
  if (!upright) element.setAttribute('transform', written(place));
  element.setAttribute('preserveAspectRatio', 'none');
  element.setAttribute('href', address);
  return element;
}
