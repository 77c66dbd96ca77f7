import type { Page } from 'playwright-core';
import type { Scheme } from '../core/source/reading.js';
import { putIntoPage } from './inpage-script.js';
import type { OpenBrowser } from './launch.js';

/** Width of the empty page; CSS px. What is done in it sets widths of its own. */
const WIDTH = 1440;

/** Opens an empty page of ours, in which declarations are probed, media queries asked and results tried. */
export async function openBlankPage(browser: OpenBrowser, scheme: Scheme): Promise<Page> {
  const page = await browser.newPage(WIDTH, { scheme });
  await putIntoPage(page);
  return page;
}
