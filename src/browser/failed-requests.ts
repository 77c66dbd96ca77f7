import type { Page } from 'playwright-core';

/** What a page asked for and did not get. */
export interface FailedRequests {
  /** Each as a sentence, at most so many. */
  readonly notes: () => string[];
  /** Style sheets were asked for, and none came. */
  readonly noSheet: () => string | undefined;
}

/** What is told of; images are kept in place by themselves, and their files are told of then. */
const TOLD: Readonly<Record<string, string>> = {
  stylesheet: 'Style sheet',
  script: 'Script',
  font: 'Font',
  document: 'Frame',
};

/** Most failures that are told one by one. */
const MOST = 12;

/** Watches what a page asks for, from now on. */
export function watchRequests(page: Page): FailedRequests {
  const failed = new Map<string, string>();
  const sheets = { wanted: 0, came: 0, missing: '' };
  const fail = (address: string, type: string): void => {
    const name = TOLD[type];
    if (name !== undefined && !failed.has(address))
      failed.set(address, `${name} could not be loaded: ${shown(address)}`);
    if (type === 'stylesheet') sheets.missing ||= address;
  };
  page.on('requestfailed', (request) => {
    if (request.resourceType() === 'stylesheet') sheets.wanted += 1;
    if (request.frame() !== page.mainFrame() || request.resourceType() !== 'document')
      fail(request.url(), request.resourceType());
  });
  page.on('response', (response) => {
    const request = response.request();
    const type = request.resourceType();
    if (type === 'stylesheet') sheets.wanted += 1;
    if (response.status() < 400) {
      if (type === 'stylesheet') sheets.came += 1;
    } else if (!request.isNavigationRequest() || request.frame() !== page.mainFrame()) fail(request.url(), type);
  });
  return {
    notes() {
      const all = [...failed.values()];
      return all.length > MOST ? [...all.slice(0, MOST), `${all.length - MOST} more files could not be loaded.`] : all;
    },
    noSheet: () => (sheets.wanted > 0 && sheets.came === 0 ? shown(sheets.missing) : undefined),
  };
}

/** An address as a person knows it: without the server that a local source is read through. */
function shown(address: string): string {
  return address.replace(/^http:\/\/127\.0\.0\.1:\d+\//, '').slice(0, 200);
}
