import { unlikePixels } from '../../../core/proof/pixels.js';
import { misread, type Misread } from '../../../core/drawing/misread.js';
import type { DrawnBox, DrawnItem } from '../../../core/drawing/drawing.js';
import { load } from './compare-images.js';

/**
 * Compares an image of a drawing with one of what was read of it, both by address.
 * @param lost places that cannot be compared
 */
export async function misreadRegions(
  drawn: string,
  redrawn: string,
  items: readonly DrawnItem[],
  lost: readonly DrawnBox[],
): Promise<readonly Misread[]> {
  const unlike = unlikePixels(await load(drawn), await load(redrawn));
  for (const [x, y, width, height] of lost)
    for (let row = Math.max(0, Math.floor(y)); row < Math.min(unlike.height, y + height); row += 1)
      unlike.data.fill(0, row * unlike.width + Math.max(0, Math.floor(x)), row * unlike.width + Math.ceil(x + width));
  return misread(items, unlike);
}
