import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import { screenshot, screenshotOf } from '../../browser/result-page.js';
import type { DrawnArtboard, DrawnBox, DrawnItem } from '../../core/drawing/drawing.js';
import {
  notesOnKept,
  numbered,
  regionToKeep,
  withRegionKept,
  type RegionToKeep,
} from '../../core/drawing/keep-region.js';
import type { Misread } from '../../core/drawing/misread.js';

/** Times that a drawing is drawn again: what lies under a region may be misread too. */
const ROUNDS = 3;
/** Most regions of a drawing that are kept as images; those that differ most come first. */
const MOST_KEPT = 40;
/** Images are made for screens of this density. */
const DENSITY = 2;

/**
 * Draws what was read of a drawing again, and compares it with the browser's own image of the file. Where they differ, the
 * region is kept as it was drawn, as an image.
 * @param drawn that image, PNG
 * @param expected places that are expected to differ, such as text in the nearest font
 */
export async function checkReading(
  page: Page,
  drawn: Buffer,
  board: DrawnArtboard,
  expected: readonly DrawnBox[],
): Promise<DrawnArtboard> {
  const originals = new Set(board.items.map(({ order }) => order));
  const apart = [...(await inside(page, 'lostImages')), ...expected];
  let kept = 0;
  let items: readonly DrawnItem[] = board.items;
  for (let round = 0; round < ROUNDS; round += 1) {
    await inside(page, 'showRedrawn', { ...board, items });
    const redrawn = await screenshot(page, board.height);
    await inside(page, 'hideRedrawn');
    const readable = items.filter(({ order }) => originals.has(order));
    const found = await inside(page, 'misreadRegions', addressOf(drawn), addressOf(redrawn), readable, apart);
    for (const region of worst(found, MOST_KEPT - kept)) {
      const plan = regionToKeep(readable, region);
      const specials = await Promise.all(plan.replaces.map((order) => inside(page, 'specialsOf', order)));
      const known = [...new Set(specials.flat())].join(', ');
      const address = await imageOf(page, plan, originals);
      items = withRegionKept(items, {
        ...plan,
        image: { ...plan.image, address, ...(known ? { kept: `it is ${known}` } : {}) },
      });
      kept += 1;
    }
    if (found.length === 0 || kept >= MOST_KEPT) break;
  }
  return kept ? { ...board, items: numbered(items), notes: [...board.notes, ...notesOnKept(items)] } : board;
}

function worst(found: readonly Misread[], most: number): Misread[] {
  const weight = ({ box, share }: Misread): number => box[2] * box[3] * share;
  return [...found].sort((a, b) => weight(b) - weight(a)).slice(0, most);
}

/** A region as the browser draws it, without what stays as it is; the address of a PNG. */
async function imageOf(page: Page, { image, without }: RegionToKeep, originals: ReadonlySet<number>): Promise<string> {
  const hidden = without.filter((order) => originals.has(order));
  await inside(page, 'hidePainters', hidden);
  const shown = await screenshotOf(page, image.box, DENSITY);
  await inside(page, 'showPainters', hidden);
  return addressOf(shown);
}

function addressOf(png: Buffer): string {
  return `data:image/png;base64,${png.toString('base64')}`;
}
