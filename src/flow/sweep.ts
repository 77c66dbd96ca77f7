import { inside } from '../browser/inpage-script.js';
import type { OpenBrowser } from '../browser/launch.js';
import { openOurs, turnTo } from '../browser/our-page.js';
import type { PageDocument } from '../core/page/types.js';
import { elements } from '../core/page/walk.js';
import { NARROWEST, sweepFaults, sweepWidths, type SweepFault, type SweptWidth } from '../core/proof/sweep.js';
import type { Reference } from './reference.js';

/** Looks at a page of a site at every width from 320 to 1920 px, and says what is wrong there. */
export async function sweepPage(
  browser: OpenBrowser,
  address: string,
  document: PageDocument,
  references: readonly Reference[],
): Promise<SweepFault[]> {
  const order = [...elements(document.body)].map(({ id }) => id);
  const page = await browser.newPage(NARROWEST);
  try {
    await openOurs(page, address);
    const seen: SweptWidth[] = [];
    for (const width of sweepWidths(document)) {
      await turnTo(page, width);
      seen.push({
        width,
        measured: await inside(page, 'measureNow', { order }),
        targets: await inside(page, 'targetsNow', order),
      });
    }
    return sweepFaults(document, seen, references);
  } finally {
    await page.close();
  }
}
