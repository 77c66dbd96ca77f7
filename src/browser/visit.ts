import { watchRequests, type FailedRequests } from './failed-requests.js';
import type { Page, Request } from 'playwright-core';
import type { Decision, DecisionOutcome } from '../core/brief/brief.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Choice, Scheme, SignIn } from '../core/source/reading.js';
import type { ChoiceResult } from './inpage/tree/choose.js';
import { inside, putIntoPage } from './inpage-script.js';
import type { OpenBrowser } from './launch.js';

/** Longest wait for the document of a page, for all it loads, and for its fonts and pictures after that; ms. */
const DOCUMENT_LIMIT = 30000;
const LOAD_LIMIT = 15000;
export const SETTLE_LIMIT = 5000;
/** Longest time in which a page must be loaded and at rest; ms. */
const REST_LIMIT = 60000;
/** Most bytes that a page may load, and most elements it may have. */
const BYTES_LIMIT = 400 * 1024 * 1024;
const ELEMENTS_LIMIT = 50000;
/** How often a page may go on to another address by itself. */
const MOST_MOVES = 5;

/** How a source is to be opened. */
export interface Visit {
  readonly address: string;
  /** How a person named it. */
  readonly shown: string;
  /** Whether it may load from other machines. */
  readonly online: boolean;
  readonly scheme: Scheme;
  readonly signIn?: SignIn;
  readonly choice?: Choice;
  readonly leaveOut?: readonly Decision[];
  /** It is opened although its style sheets are missing. */
  readonly anyway?: boolean;
}

export interface Visited {
  readonly page: Page;
  /** What a person should know of how it went. */
  readonly notes: readonly string[];
  /** What came of the brief, if it leaves something out. */
  readonly reached?: DecisionOutcome;
}

/** Opens a source at a viewport width and brings it to rest. @throws TavrikError if it does not answer or passes a limit */
export async function visit(browser: OpenBrowser, how: Visit, width: number): Promise<Visited> {
  const page = await browser.newPage(width, {
    online: how.online,
    scheme: how.scheme,
    ...(how.signIn ? { signIn: how.signIn, origin: new URL(how.address).origin } : {}),
  });
  const counted = await countBytes(page);
  const requests = watchRequests(page);
  try {
    const notes = await withoutEnd(page, async () => {
      const texts = await load(page, how);
      await rest(page);
      return texts;
    });
    await checkFrames(page, how);
    await checkSheets(page, how, requests);
    if (how.choice) checkChoice(await inside(page, 'chooseParts', how.choice.selectors, how.choice.moves));
    const reached = how.leaveOut?.length ? await inside(page, 'decidePage', how.leaveOut) : undefined;
    await checkSize(page, how);
    return { page, notes: [...notes, ...requests.notes()], ...(reached ? { reached } : {}) };
  } catch (error) {
    /* Not awaited: a page that keeps going on to other addresses does not close before its browser does. */
    void page.close().catch(() => undefined);
    if (error instanceof TavrikError) throw error;
    if (counted.over)
      throw new TavrikError(
        `The page loads more than ${Math.round(BYTES_LIMIT / 1024 / 1024)} MB.`,
        how.shown,
        'Save it without its large files, and convert that.',
        'too-large',
      );
    throw new TavrikError(reasonOf(error as Error), how.shown, 'Check the address and the network, then try again.');
  }
}

async function countBytes(page: Page): Promise<{ over: boolean }> {
  const state = { over: false };
  let bytes = 0;
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  session.on('Network.dataReceived', ({ dataLength }) => {
    bytes += dataLength;
    if (bytes <= BYTES_LIMIT || state.over) return;
    state.over = true;
    void page.close().catch(() => undefined);
  });
  return state;
}

async function load(page: Page, { address, shown }: Visit): Promise<string[]> {
  const status = await statusOf(page, address);
  if (status === 401 || status === 403)
    throw new TavrikError(
      `The address requires sign-in (status ${status}).`,
      shown,
      'Pass headers or cookies with --sign-in FILE.',
      'denied',
    );
  if (status >= 400)
    throw new TavrikError(`The address returned status ${status}.`, shown, 'Check the address.', 'unreachable');
  try {
    await page.waitForLoadState('load', { timeout: LOAD_LIMIT });
    return [];
  } catch (error) {
    if (!/Timeout/.test((error as Error).message)) throw error;
    return [`The page was still loading after ${LOAD_LIMIT / 1000} seconds; it was captured as it was then.`];
  }
}

/** Opens the address and says with which status it answers; a refusal without a text is no page to a browser. */
async function statusOf(page: Page, address: string): Promise<number> {
  let refused = 0;
  page.on('response', (response) => {
    if (response.request().isNavigationRequest() && response.status() >= 400) refused = response.status();
  });
  try {
    const response = await page.goto(address, { waitUntil: 'domcontentloaded', timeout: DOCUMENT_LIMIT });
    return response?.status() ?? 200;
  } catch (error) {
    if (refused) return refused;
    throw error;
  }
}

const RESTLESS = 'The page never settles: its scripts keep it busy, or it redirects without end';

/**
 * Opens a page and brings it to rest. One that goes on to other addresses meanwhile is followed, but not for ever; a
 * driver that waits for such a page would wait for ever itself.
 */
async function withoutEnd<Result>(page: Page, work: () => Promise<Result>): Promise<Result> {
  let moves = 0;
  let giveUp: () => void = () => undefined;
  const endless = new Promise<never>((_, fail) => (giveUp = () => fail(new Error(RESTLESS))));
  const timer = setTimeout(giveUp, REST_LIMIT);
  const follow = (request: Request): void => {
    if (!request.isNavigationRequest() || request.redirectedFrom() || request.frame() !== page.mainFrame()) return;
    moves += 1;
    if (moves > MOST_MOVES) giveUp();
  };
  page.on('request', follow);
  try {
    return await Promise.race([work(), endless]);
  } finally {
    clearTimeout(timer);
    page.off('request', follow);
  }
}

/** Brings the page to rest, again if it went on to another address meanwhile. */
async function rest(page: Page): Promise<void> {
  while (!page.isClosed()) {
    try {
      await putIntoPage(page);
      await inside(page, 'settle', SETTLE_LIMIT, true);
      return;
    } catch (error) {
      if (!MOVED.test((error as Error).message)) throw error;
      await page.waitForLoadState('domcontentloaded', { timeout: LOAD_LIMIT });
    }
  }
}

/** How the driver says that the page went on to another address in the middle of something. */
const MOVED = /context was destroyed|navigat|ERR_ABORTED|frame was detached/i;

function checkChoice(chosen: ChoiceResult): void {
  if (!('wrong' in chosen)) return;
  const { wrong, reason, move } = chosen;
  if (reason === 'invalid')
    throw new TavrikError(`"${wrong}" is not a CSS selector.`, '--select', 'Write it as main > section or #prices.');
  if (reason === 'nothing')
    throw new TavrikError(
      `No element matches "${wrong}".`,
      '--select',
      'Check the selector; scripts of the page may have changed it.',
    );
  throw new TavrikError(
    `"${wrong}" has no element at "${move}".`,
    '--move',
    'Move elsewhere, or choose another element.',
  );
}

/** A page of frames (HTML, 16.6) shows nothing itself. */
async function checkFrames(page: Page, { shown }: Visit): Promise<void> {
  const frames = await page.evaluate(() =>
    document.body?.localName === 'frameset'
      ? [...document.querySelectorAll('frame')].map((frame) => frame.getAttribute('src') ?? '')
      : undefined,
  );
  if (!frames) return;
  const named = frames.filter(Boolean).join(', ');
  throw new TavrikError(
    'The page is a set of frames and has no content of its own.',
    shown,
    named ? `Convert the pages in its frames: ${named}.` : 'Convert the pages in its frames.',
  );
}

/** A page whose style sheets are all missing is not the page that is meant. */
async function checkSheets(page: Page, { shown, anyway }: Visit, { noSheet }: FailedRequests): Promise<void> {
  const missing = noSheet();
  if (anyway || missing === undefined || (await page.locator('style').count()) > 0) return;
  throw new TavrikError(
    `The style sheet could not be loaded: ${missing}.`,
    shown,
    'Save the page with its style sheets, check --root, or add --anyway.',
    'not-found',
  );
}

async function checkSize(page: Page, { shown }: Visit): Promise<void> {
  const count = await inside(page, 'countElements');
  if (count > ELEMENTS_LIMIT)
    throw new TavrikError(
      `The page has ${count} elements; at most ${ELEMENTS_LIMIT} can be converted at once.`,
      shown,
      'Convert a part of it with --select.',
    );
}

function reasonOf(error: Error): string {
  const text = error.message.split('\n')[0] ?? '';
  if (text === RESTLESS || MOVED.test(text)) return `${RESTLESS}.`;
  if (/Timeout/.test(text)) return `The page did not answer within ${DOCUMENT_LIMIT / 1000} seconds.`;
  if (/ERR_TOO_MANY_REDIRECTS/.test(text)) return 'The address redirects to itself.';
  const code = /net::(\w+)/.exec(text)?.[1];
  if (code) return `The address cannot be reached (${code}).`;
  if (/closed|crash/i.test(text)) throw new BrowserGone(text);
  throw error;
}

/** The browser ended in the middle of the work. */
export class BrowserGone extends Error {
  constructor(text: string) {
    super(`The browser stopped unexpectedly (${text}).`);
    this.name = 'BrowserGone';
  }
}
