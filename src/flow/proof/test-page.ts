import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult, setViewport } from '../../browser/result-page.js';
import { serveFiles } from '../../browser/serve.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import { renderCss, renderFontsAndTokens } from '../../core/render/css.js';
import { classesOf, renderHtml } from '../../core/render/html.js';
import type { MeasureAt } from '../../core/tune/tune.js';

/** Where a document is looked at. */
export interface TestPage {
  readonly page: Page;
  readonly measure: MeasureAt;
  readonly close: () => Promise<void>;
}

/** A page of the browser in which a document wears one style sheet after the other. @param more files besides those of the project */
export async function openTestPage(
  project: string,
  document: PageDocument,
  scheme: 'light' | 'dark',
  browser: OpenBrowser,
  more: readonly (readonly [path: string, text: string])[] = [],
): Promise<TestPage> {
  const folder = join(project, 'assets');
  const assets = existsSync(folder)
    ? readdirSync(folder, { withFileTypes: true }).filter((dirent) => dirent.isFile())
    : [];
  const served = await serveFiles([
    ...assets.map(({ name }) => [`assets/${name}`, readFileSync(join(folder, name))] as const),
    ...more.map(([path, text]) => [path, Buffer.from(text)] as const),
  ]);
  const order = [...elements(document.body)].map(({ id }) => id);
  /* Fonts stay while styles change: they would have to load again. */
  served.hold('/page', 'text/html; charset=utf-8', renderHtml(document, 'fonts.css'));
  served.hold('/fonts.css', 'text/css; charset=utf-8', renderFontsAndTokens(document));
  const page = await browser.newPage(1440, { scheme });
  await openResult(page, `${served.origin}/page`);
  const seen = new Set<number>();
  return {
    page,
    measure: async (tried, widths) => {
      const { fonts: _, ...bare } = tried;
      await inside(page, 'replaceSheet', renderCss(bare), [...elements(tried.body)].map(classesOf));
      const result = [];
      for (const width of widths) {
        await setViewport(page, width, !seen.has(width));
        seen.add(width);
        result.push(await inside(page, 'measurePage', { order, covers: true }));
      }
      return result;
    },
    close: async () => {
      await page.close();
      await served.close();
    },
  };
}
