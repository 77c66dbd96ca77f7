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
import type { MeasuredPage } from '../../core/proof/measurement.js';
import type { MeasureAt } from '../../core/tune/tune.js';

/** Where a document is looked at. */
export interface TestPage {
  readonly page: Page;
  readonly measure: MeasureAt;
  readonly close: () => Promise<void>;
}

/** How a document is looked at. */
export interface TestPageOptions {
  /** Files besides those of the project. */
  readonly more?: readonly (readonly [path: string, text: string])[];
  /** Each width has a page of its own, so that all are measured at the same time. */
  readonly together?: boolean;
}

/** A page of the browser in which a document wears one style sheet after the other. */
export async function openTestPage(
  project: string,
  document: PageDocument,
  scheme: 'light' | 'dark',
  browser: OpenBrowser,
  { more = [], together = false }: TestPageOptions = {},
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
  const open = async (): Promise<MeasuringPage> => {
    const page = await browser.newPage(1440, { scheme });
    await openResult(page, `${served.origin}/page`);
    return new MeasuringPage(page, order);
  };
  const first = await open();
  const apart = new Map<number, Promise<MeasuringPage>>();
  const pageAt = (width: number): Promise<MeasuringPage> => {
    const known = apart.get(width) ?? open();
    apart.set(width, known);
    return known;
  };
  return {
    page: first.page,
    async measure(tried, widths) {
      const { fonts: _, ...bare } = tried;
      const css = renderCss(bare);
      const classes = [...elements(tried.body)].map(classesOf);
      if (together)
        return Promise.all(widths.map(async (width) => (await pageAt(width)).measured(css, classes, width)));
      const result: MeasuredPage[] = [];
      for (const width of widths) result.push(await first.measured(css, classes, width));
      return result;
    },
    async close() {
      for (const page of [first, ...(await Promise.all(apart.values()))]) await page.page.close();
      await served.close();
    },
  };
}

/** A page that keeps its sheet and its width until it is given others. */
class MeasuringPage {
  private readonly seen = new Set<number>();
  private worn = '';
  private width = 0;

  constructor(
    readonly page: Page,
    private readonly order: readonly string[],
  ) {}

  async measured(css: string, classes: readonly string[], width: number): Promise<MeasuredPage> {
    const key = `${css}\n${classes.join('\n')}`;
    if (key !== this.worn) await inside(this.page, 'replaceSheet', css, classes);
    this.worn = key;
    if (width !== this.width) await setViewport(this.page, width, !this.seen.has(width));
    this.seen.add(width);
    this.width = width;
    return inside(this.page, 'measurePage', { order: this.order, covers: true });
  }
}
