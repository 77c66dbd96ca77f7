import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { unheard } from './quiet-window.js';
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
 * A picture of a whole page of ours, as PNG: packed for speed rather than size. The window is 1 px wide for a moment
 * meanwhile, which no script may see: pages with scripts are pictured by `screenshotOfSource`.
 */
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

/** A picture of a whole page whose scripts run, as PNG. They hear of no other size of the window than that of the page. */
export async function screenshotOfSource(page: Page, height: number): Promise<Buffer> {
  const width = page.viewportSize()?.width ?? 1;
  /* Browsers picture no higher page in one piece. */
  if (height > MAX_HEIGHT) return screenshot(page, height);
  const whole = await unheard(page, () =>
    page.screenshot({ fullPage: true, animations: 'allow', caret: 'initial', timeout: LOAD_LIMIT }),
  );
  const size = await sharp(whole).metadata();
  const high = Math.max(1, height);
  if (size.width === width && size.height === high) return whole;
  /* What reaches out sideways is no part of the page, and below its end there is nothing. */
  const kept = { width: Math.min(width, size.width), height: Math.min(high, size.height) };
  return sharp(whole)
    .extract({ left: 0, top: 0, ...kept })
    .extend({ right: width - kept.width, bottom: high - kept.height, background: '#ffffff' })
    .png({ compressionLevel: 1 })
    .toBuffer();
}
