import { required } from '../../core/data/required.js';
import { inside } from '../../browser/inpage-script.js';
import { VIEW_HEIGHT, type OpenBrowser } from '../../browser/launch.js';
import { openResult, screenshot, setViewport } from '../../browser/result-page.js';
import type { Served } from '../../browser/serve.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import { differencesOf } from '../../core/proof/checks/index.js';
import { comparePage } from '../../core/proof/compare-page.js';
import type { MeasuredPage } from '../../core/proof/measurement.js';
import { proveWidth, sectionBands, type WidthProof } from '../../core/proof/proof.js';
import type { Scheme } from '../../core/source/reading.js';
import type { ProofImages } from '../../report/crops.js';
import type { Reference } from '../source/reference.js';
import { ComparingTable } from './comparing-table.js';

/** How the site stands against the source at one width, with the pictures that show it. */
export interface Proved {
  readonly proof: WidthProof;
  readonly pictures: ProofImages;
}

/** Where a PNG file says how high it is. */
const PNG_HEIGHT = 20;

/**
 * Pictures the site at one width after the other in one page, and compares while the next picture is taken. From narrow
 * to wide, so that the browser takes the picture of a `srcset` that it would take at that width.
 */
export async function proveAll(
  browser: OpenBrowser,
  site: Served,
  address: string,
  document: PageDocument,
  references: readonly Reference[],
  scheme: Scheme,
): Promise<Proved[]> {
  const order = [...elements(document.body)].map(({ id }) => id);
  const rising = [...references].sort((a, b) => a.width - b.width);
  const page = await browser.newPage(rising[0]?.width ?? 1440, { scheme });
  await openResult(page, address);
  const compared = new Map<number, Promise<Proved>>();
  const table = new ComparingTable(browser, site);
  try {
    for (const reference of rising) {
      await setViewport(page, reference.width);
      const measured = await inside(page, 'measurePage', { order, covers: true });
      const image = await screenshot(page, shownHeight(measured, reference));
      const proved = compareAt(document, table, reference, measured, image);
      proved.catch(() => undefined);
      compared.set(reference.width, proved);
    }
    return await Promise.all(references.map(({ width }) => required(compared.get(width))));
  } finally {
    await page.close();
    await table.close();
  }
}

/** A page is as high as the view at least; an artboard may be lower, and only that much of the page is compared. */
function shownHeight({ height }: MeasuredPage, { picture: image }: Reference): number {
  return height <= VIEW_HEIGHT ? Math.min(height, image.readUInt32BE(PNG_HEIGHT)) : height;
}

async function compareAt(
  document: PageDocument,
  table: ComparingTable,
  reference: Reference,
  measured: MeasuredPage,
  result: Buffer,
): Promise<Proved> {
  const { width, picture: source } = reference;
  const { pixels, difference } = await table.compare(String(width), source, result, sectionBands(reference.measured));
  const differences = result.equals(source)
    ? []
    : differencesOf(comparePage(document, reference.measured, measured, width));
  return {
    proof: proveWidth(width, reference.measured, measured, pixels, differences),
    pictures: { source, result, ...(difference ? { difference } : {}) },
  };
}
