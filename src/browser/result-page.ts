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
  const { data } = await session.send('Page.captureScreenshot', {
    format: 'png',
    captureBeyondViewport: true,
    optimizeForSpeed: true,
    clip: { x: 0, y: 0, width, height: Math.min(MAX_HEIGHT, Math.max(1, height)), scale: 1 },
  });
  await session.detach();
  return Buffer.from(data, 'base64');
}
