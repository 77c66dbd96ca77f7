import type { Page } from 'playwright-core';
import { inside, putIntoPage } from './inpage-script.js';
import { VIEW_HEIGHT } from './launch.js';
import { SETTLE_LIMIT } from './visit.js';

/** Longest wait for a page of ours; ms. */
const LOAD_LIMIT = 45000;
/** Pictures are cut off at this height; CSS px. */
export const MAX_HEIGHT = 16000;

/** Opens a page of ours, which has no scripts, in an empty browser page. */
export async function openResult(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'load', timeout: LOAD_LIMIT });
  await putIntoPage(page);
}

/**
 * Brings a page of ours to a viewport width, and to rest there.
 * @param through whether it is scrolled through, so that late content loads
 */
export async function setViewport(page: Page, width: number, through = true): Promise<void> {
  await page.setViewportSize({ width, height: VIEW_HEIGHT });
  await inside(page, 'settle', SETTLE_LIMIT, false, through);
}

/** A picture of the whole page, as PNG: packed for speed rather than size. */
export async function screenshot(page: Page, height: number): Promise<Buffer> {
  const width = page.viewportSize()?.width ?? 1;
  const session = await page.context().newCDPSession(page);
  await page.evaluate(holdResizes, 0);
  const { data } = await session.send('Page.captureScreenshot', {
    format: 'png',
    captureBeyondViewport: true,
    optimizeForSpeed: true,
    clip: { x: 0, y: 0, width, height: Math.min(MAX_HEIGHT, Math.max(1, height)), scale: 1 },
  });
  await session.detach();
  await page.evaluate(holdResizes, LATE);
  return Buffer.from(data, 'base64');
}

/** Events of a change of size may come this much later, ms. */
const LATE = 250;

/** Scripts of the page are not to see the sizes that a window has while it is pictured: they would make another page of it. */
function holdResizes(late: number): void {
  const holder = window as typeof window & { heldResize?: (event: Event) => void; heldUntil?: number };
  holder.heldResize ??= (event) => event.stopImmediatePropagation();
  clearTimeout(holder.heldUntil);
  addEventListener('resize', holder.heldResize, true);
  const release = holder.heldResize;
  if (late > 0) holder.heldUntil = window.setTimeout(() => removeEventListener('resize', release, true), late);
}
