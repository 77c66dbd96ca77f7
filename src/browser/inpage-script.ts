import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import type * as inPage from './inpage/index.js';

type InPage = typeof inPage;

let script: string | undefined;

function scriptText(): string {
  script ??= readFileSync(join(__dirname, 'inpage.js'), 'utf8');
  return script;
}

/** Puts our code into the page. Once for each document that is loaded. */
export async function putIntoPage(page: Page): Promise<void> {
  await page.evaluate(`${scriptText()}; globalThis.tavrikInPage = tavrikInPage; undefined`);
}

/** Calls one of our functions inside the page. Arguments and result are plain data. */
export async function inside<Name extends keyof InPage>(page: Page, name: Name, ...args: Parameters<InPage[Name]>): Promise<Awaited<ReturnType<InPage[Name]>>> {
  return (await page.evaluate(
    ([called, given]) => {
      const ours = (globalThis as unknown as { tavrikInPage: Record<string, (...list: unknown[]) => unknown> }).tavrikInPage;
      return ours[called as string]?.(...(given as unknown[]));
    },
    [name, args] as const,
  )) as Awaited<ReturnType<InPage[Name]>>;
}
