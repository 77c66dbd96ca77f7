import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../browser/launch.js';
import { openOurs } from '../browser/our-page.js';
import { visit, type Visit } from '../browser/visit.js';
import { compareBarriers, type Barrier, type Barriers } from '../core/proof/barriers.js';

/** Longest wait for the engine that looks at a page, ms. */
const LIMIT = 60000;

interface EngineResult {
  readonly violations: readonly {
    readonly id: string;
    readonly help: string;
    readonly nodes: readonly { readonly target: readonly unknown[] }[];
  }[];
}

/** What keeps people out of the page of a site at a width, against what does so in its source; `source` is how to open that. */
export async function barriersOf(
  browser: OpenBrowser,
  address: string,
  source: Visit | undefined,
  width: number,
): Promise<Barriers> {
  const page = await browser.newPage(width);
  let result: Barrier[];
  try {
    await openOurs(page, address);
    result = await look(page);
  } finally {
    await page.close();
  }
  return compareBarriers(result, source && (await lookAtSource(browser, source, width)));
}

async function lookAtSource(browser: OpenBrowser, source: Visit, width: number): Promise<Barrier[] | undefined> {
  const { page } = await visit(browser, source, width);
  try {
    return await look(page);
  } finally {
    await page.close();
  }
}

async function look(page: Page): Promise<Barrier[]> {
  await page.evaluate(readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8'));
  const run = page.evaluate('axe.run(document, { resultTypes: ["violations"], iframes: false })') as Promise<EngineResult>; // prettier-ignore
  const { violations } = await Promise.race([run, new Promise<EngineResult>((done) => setTimeout(() => done({ violations: [] }), LIMIT).unref())]); // prettier-ignore
  return violations.map(({ id, help, nodes }) => ({
    rule: id,
    what: help,
    count: nodes.length,
    first: nodes[0]?.target.map(String).join(' ') ?? '',
  }));
}
