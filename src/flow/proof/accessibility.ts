import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult } from '../../browser/result-page.js';
import { visit, type Visit } from '../../browser/visit.js';
import type { Violation } from '../../core/proof/accessibility.js';

/** Longest wait for the engine that looks at a page, ms. */
const LIMIT = 60000;

interface EngineResult {
  readonly violations: readonly {
    readonly id: string;
    readonly help: string;
    readonly nodes: readonly { readonly target: readonly unknown[] }[];
  }[];
}

/** The rules of accessibility that a page of ours breaks at a width; undefined if that took too long to tell. */
export async function findViolations(
  browser: OpenBrowser,
  address: string,
  width: number,
): Promise<Violation[] | undefined> {
  const page = await browser.newPage(width);
  try {
    await openResult(page, address);
    return await look(page);
  } finally {
    await page.close();
  }
}

/** The same of a source; `source` is how to open it. */
export async function findSourceViolations(
  browser: OpenBrowser,
  source: Visit,
  width: number,
): Promise<Violation[] | undefined> {
  const { page } = await visit(browser, source, width);
  try {
    return await look(page);
  } finally {
    await page.close();
  }
}

async function look(page: Page): Promise<Violation[] | undefined> {
  await page.evaluate(readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8'));
  const run = page.evaluate(
    'axe.run(document, { resultTypes: ["violations"], iframes: false })',
  ) as Promise<EngineResult>;
  const late = new Promise<undefined>((done) => void setTimeout(() => done(undefined), LIMIT).unref());
  const told = await Promise.race([run, late]);
  return told?.violations.map(({ id, help, nodes }) => ({
    rule: id,
    what: help,
    count: nodes.length,
    first: nodes[0]?.target.map(String).join(' ') ?? '',
  }));
}
