import type { CDPSession, Page } from 'playwright-core';
import type { Box } from '../core/geometry/box.js';
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

/**
 * A picture of a whole page, as PNG: packed for speed rather than size. The window is 1 px wide for a moment meanwhile,
 * which no script hears of: a page that lays itself out anew would be another one than a visitor sees who has opened it.
 */
export async function screenshot(page: Page, height: number): Promise<Buffer> {
  return screenshotOf(page, [0, 0, page.viewportSize()?.width ?? 1, height]);
}

/** The same of a part of a page, px. @param density pixels for each px */
export async function screenshotOf(page: Page, [x, y, width, height]: Box, density = 1): Promise<Buffer> {
  return withoutScripts(page, async (session) => {
    const { data } = await session.send('Page.captureScreenshot', {
      format: 'png',
      captureBeyondViewport: true,
      optimizeForSpeed: true,
      clip: { x, y, width, height: Math.min(MAX_HEIGHT, Math.max(1, height)), scale: density },
    });
    return Buffer.from(data, 'base64');
  });
}

/** The same, more slowly, of a page whose text has been enlarged: the quicker way brings it back to its usual size. */
export async function screenshotEnlarged(page: Page): Promise<Buffer> {
  return withoutScripts(page, () =>
    page.screenshot({ fullPage: true, animations: 'allow', caret: 'initial', timeout: LOAD_LIMIT }),
  );
}

/** Does something to a page of which its scripts hear nothing, not even afterwards. */
async function withoutScripts<Result>(page: Page, work: (session: CDPSession) => Promise<Result>): Promise<Result> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setScriptExecutionDisabled', { value: true });
  try {
    return await work(session);
  } finally {
    await session.send('Emulation.setScriptExecutionDisabled', { value: false });
    await session.detach();
  }
}
