import type { Page } from 'playwright-core';
import type { Candidate, OperatedState } from '../core/behaviours/tried.js';
import { inside } from './inpage-script.js';

/** So often a page is opened anew because nothing brought it back to rest. */
const MOST_REOPENED = 10;
/** So often something in a page is operated on a screen, back and forth. */
const MOST_OPERATED = 400;

/** A source that is open to be operated: it is not the page that is captured. */
export class OperatedPage {
  private reopened = 0;
  private operated = 0;

  private constructor(
    private page: Page,
    private readonly open: () => Promise<Page>,
  ) {}

  static async start(open: () => Promise<Page>): Promise<OperatedPage> {
    return new OperatedPage(await started(open, true), open);
  }

  /** @param isFirst whether the page as it is now counts as at rest */
  async operate({ path, by }: Candidate, isFirst = false): Promise<OperatedState | undefined> {
    this.operated += 1;
    if (this.operated > MOST_OPERATED) return undefined;
    return (await inside(this.page, 'operate', path, by, isFirst)) ?? undefined;
  }

  async letGo(): Promise<OperatedState> {
    return inside(this.page, 'letGo');
  }

  async pressBeside(): Promise<OperatedState> {
    return inside(this.page, 'pressBeside');
  }

  async pressable(paths: readonly string[]): Promise<string[]> {
    return inside(this.page, 'pressable', paths);
  }

  /** Opens the page anew. False if that was done too often. */
  async reopen(): Promise<boolean> {
    this.reopened += 1;
    if (this.reopened > MOST_REOPENED) return false;
    await this.page.close();
    this.page = await started(this.open, false);
    return true;
  }

  async close(): Promise<void> {
    await this.page.close().catch(() => undefined);
  }
}

async function started(open: () => Promise<Page>, isFirst: boolean): Promise<Page> {
  const page = await open();
  /* A page that goes elsewhere all the same stays where it is (RFC 9110, 15.3.5: no content, nothing to show). */
  await page.route(
    () => true,
    async (route) => {
      const request = route.request();
      const leaves = request.isNavigationRequest() && request.frame() === page.mainFrame();
      await (leaves ? route.fulfill({ status: 204 }) : route.continue()).catch(() => undefined);
    },
  );
  await inside(page, 'startOperating', isFirst);
  return page;
}
