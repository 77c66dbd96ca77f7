import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../src/browser/launch.js';
import type { Served } from '../src/browser/serve.js';
import { built } from './program.js';

const { inside, putIntoPage } = built<typeof import('../src/browser/inpage-script.js')>('browser/inpage-script');
const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');
const { serveFiles } = built<typeof import('../src/browser/serve.js')>('browser/serve');

export { inside };

export interface InBrowser {
  readonly served: () => Served;
  /** Opens a page with our functions in it; it is closed after the test. */
  readonly open: (body: string, head?: string, width?: number) => Promise<Page>;
}

/** For tests of what runs inside of pages: one browser for the file, and pages that go after each test. */
export function inBrowser(): InBrowser {
  let browser: OpenBrowser;
  let served: Served;
  const opened: Page[] = [];
  beforeAll(async () => {
    browser = await openBrowser();
    served = await serveFiles([]);
  });
  afterEach(async () => {
    for (const page of opened.splice(0)) await page.close();
  });
  afterAll(async () => {
    await browser.close();
    await served.close();
  });
  return {
    served: () => served,
    open: async (body, head = '', width = 800) => {
      const page = await browser.newPage(width);
      opened.push(page);
      served.hold(
        '/page',
        'text/html',
        `<!doctype html><html lang="en"><head>${head}</head><body>${body}</body></html>`,
      );
      await page.goto(`${served.origin}/page`);
      await putIntoPage(page);
      return page;
    },
  };
}
