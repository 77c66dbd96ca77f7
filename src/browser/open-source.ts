import type { Page } from 'playwright-core';
import { Problem } from '../core/page/problem.js';
import { inside, putIntoPage } from './inpage-script.js';
import { VIEW_HEIGHT, type OpenBrowser } from './launch.js';

/** Longest wait for a page to load, and for its fonts and pictures after that; ms. */
const LOAD_LIMIT = 45000;
const SETTLE_LIMIT = 5000;
/** Pictures are cut off at this height; CSS px. */
export const MAX_HEIGHT = 16000;

/** Opens an address at a viewport width and brings the page to rest. @throws Problem if it does not answer */
export async function openAtRest(
  browser: OpenBrowser,
  address: string,
  width: number,
  online: boolean,
  shown = address,
): Promise<Page> {
  const page = await browser.newPage(width, { online });
  try {
    const response = await page.goto(address, { waitUntil: 'load', timeout: LOAD_LIMIT });
    const status = response?.status() ?? 200;
    if (status >= 400) throw new Problem(`The address answers with status ${status}.`, shown, 'Check the address.');
    await putIntoPage(page);
    await inside(page, 'settle', SETTLE_LIMIT, true);
    return page;
  } catch (error) {
    await page.close().catch(() => undefined);
    if (error instanceof Problem) throw error;
    throw new Problem(reasonOf(error as Error), shown, 'Check the address and the network, then try again.');
  }
}

/** Opens a page of ours, which has no scripts, in an empty browser page. */
export async function openOurs(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'load', timeout: LOAD_LIMIT });
  await putIntoPage(page);
}

/** Brings a page of ours to a viewport width, and to rest there. */
export async function turnTo(page: Page, width: number): Promise<void> {
  await page.setViewportSize({ width, height: VIEW_HEIGHT });
  await inside(page, 'settle', SETTLE_LIMIT, false);
}

function reasonOf(error: Error): string {
  const text = error.message.split('\n')[0] ?? '';
  if (/Timeout/.test(text)) return `The page did not finish loading within ${LOAD_LIMIT / 1000} seconds.`;
  const code = /net::(\w+)/.exec(text)?.[1];
  if (code) return `The address does not answer (${code}).`;
  if (/closed|crash/i.test(text)) throw new BrowserGone(text);
  throw error;
}

/** The browser ended in the middle of the work. */
export class BrowserGone extends Error {
  constructor(text: string) {
    super(`The browser ended before the work was done (${text}).`);
    this.name = 'BrowserGone';
  }
}

/** A picture of the whole page, as PNG: packed for speed rather than size. */
export async function pictureOf(page: Page, height: number): Promise<Buffer> {
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
