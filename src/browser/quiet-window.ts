import type { Page } from 'playwright-core';

/** Lets a page hear of a change of its window only when it may. Before the page is opened. */
export async function guardWindow(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const guard = (event: Event): void => {
      if (Reflect.get(globalThis, Symbol.for('tavrik.quiet')) === true) event.stopImmediatePropagation();
    };
    /* The first listener of all: none of the page's own comes before it. */
    addEventListener('resize', guard, true);
    visualViewport?.addEventListener('resize', guard, true);
  });
}

/**
 * Does something that changes the size of the window for a moment. A page that lays itself out anew when it hears of that
 * would be another one than a visitor sees who has just opened it.
 */
export async function unheard<Result>(page: Page, work: () => Promise<Result>): Promise<Result> {
  await setQuiet(page, true);
  try {
    return await work();
  } finally {
    /* What the browser tells of comes with its next frame. */
    await page.evaluate(() => new Promise<void>((done) => requestAnimationFrame(() => setTimeout(done))));
    await setQuiet(page, false);
  }
}

async function setQuiet(page: Page, quiet: boolean): Promise<void> {
  await page.evaluate((value) => void Reflect.set(globalThis, Symbol.for('tavrik.quiet'), value), quiet);
}
