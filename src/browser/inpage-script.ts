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

/**
 * Calls one of our functions inside the page. Arguments and result are plain data; they travel as JSON text, which is
 * several times faster than value by value.
 */
export async function inside<Name extends keyof InPage>(
  page: Page,
  name: Name,
  ...args: Parameters<InPage[Name]>
): Promise<Awaited<ReturnType<InPage[Name]>>> {
  const answer = await page.evaluate(
    async ([called, given]) => {
      const ours = (globalThis as unknown as { tavrikInPage: Record<string, (...list: unknown[]) => unknown> })
        .tavrikInPage;
      return JSON.stringify(await ours[called]?.(...(JSON.parse(given) as unknown[]))) ?? 'null';
    },
    [name, JSON.stringify(args)] as const,
  );
  return JSON.parse(answer) as Awaited<ReturnType<InPage[Name]>>;
}
