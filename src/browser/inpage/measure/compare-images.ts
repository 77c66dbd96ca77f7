import { required } from '../../../core/data/required.js';
import type { Position } from '../../../core/proof/measurement.js';
import {
  comparePixels,
  markDifferences,
  type Band,
  type PixelFigures,
  type Raster,
} from '../../../core/proof/pixels.js';

/** Compares two pictures by address and returns the figures and, if they differ, a picture of that (JPEG, base64). */
export async function compareImages(
  source: string,
  result: string,
  bands: readonly Band[],
  boxes: readonly Position[] = [],
): Promise<PixelFigures & { readonly picture?: string }> {
  const [first, second] = await Promise.all([load(source), load(result)]);
  const figures = comparePixels(first, second, bands, boxes);
  if (figures.differ === 0) return figures;
  const width = Math.max(first.width, second.width);
  const height = Math.max(first.height, second.height);
  const canvas = new OffscreenCanvas(width, height);
  const context = required(canvas.getContext('2d'));
  const marked = context.createImageData(width, height);
  markDifferences(first, second, marked.data);
  context.putImageData(marked, 0, 0);
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
  return { ...figures, picture: await base64(blob) };
}

/** The pixels of an image, by its address. */
export async function load(address: string): Promise<Raster> {
  const bitmap = await createImageBitmap(await (await fetch(address)).blob());
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = required(canvas.getContext('2d', { willReadFrequently: true }));
  context.drawImage(bitmap, 0, 0);
  const { width, height, data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  return { width, height, data };
}

async function base64(blob: Blob): Promise<string> {
  const reader = new FileReader();
  return new Promise((done, fail) => {
    reader.onload = () => done(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => fail(reader.error);
    reader.readAsDataURL(blob);
  });
}
