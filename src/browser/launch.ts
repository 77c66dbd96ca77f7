import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Scheme, SignIn } from '../core/source/reading.js';
import { findBrowser } from './find.js';
import { fontConfiguration } from './fallback-fonts.js';

/**
 * Features that pages need nothing of. Suggestions for the address bar of each window cost a third of all time; the others are
 * those that the driver turns off: a second list takes the place of its own.
 */
const UNUSED = [
  'WebUIOmniboxPopup',
  'WebUIOmniboxAimPopup',
  'SpareRendererForSitePerProcess',
  'AimEnabled',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'LensOverlay',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'TcpPortRandomizationWin',
  'ThirdPartyStoragePartitioning',
];

const FLAGS = [
  `--disable-features=${UNUSED.join(',')}`,
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--hide-scrollbars',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-extensions',
  '--font-render-hinting=none',
  '--disable-lcd-text',
  '--force-color-profile=srgb',
  '--disable-checker-imaging',
  '--num-raster-threads=1',
];

/** Viewport height for every capture and proof, CSS px: sizes in `vh` are alike in both. */
export const VIEW_HEIGHT = 900;

/** Viewport width of a page that is opened ahead: any will do, it is set when the page is asked for; CSS px. */
const PREPARED_WIDTH = 800;

/** A browser of ours. Everything that talks to Chromium goes through one of these. */
export interface OpenBrowser {
  readonly version: string;
  /** Opens an empty page of the given viewport width. Closing it closes its context. */
  readonly newPage: (width: number, options?: PageOptions) => Promise<Page>;
  /** Starts opening an empty page that is going to be asked for later, while other work goes on. */
  readonly prepare: () => void;
  /** Takes back an empty page, or one of ours, that is not needed any more: the next one that is asked for is this one. */
  readonly giveBack: (page: Page) => void;
  readonly close: () => Promise<void>;
}

export interface PageOptions {
  /** Let the page load from other machines. */
  readonly online?: boolean;
  /** Colour scheme that the page is asked for; light if nothing is said. */
  readonly scheme?: Scheme;
  /** What requests to `origin` carry. */
  readonly signIn?: SignIn;
  readonly origin?: string;
}

/**
 * Keeps a browser on this machine whatever a page asks for. Far quicker than asking about each request, and with it the
 * browser remembers what it has loaded already.
 */
const AT_HOME = '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1';

/**
 * Starts the browser.
 * @param named which one, if a person said so
 * @param online whether any page of it may be let out to other machines; none is that is not opened so
 * @param outlives whether whoever opened it closes it when the program is asked to end; else the program ends at once
 * @throws TavrikError if there is none or it does not start
 */
export async function openBrowser(named?: string, online = false, outlives = false): Promise<OpenBrowser> {
  const found = await findBrowser(named);
  const packed = Boolean(found.libraries);
  const fonts = fontConfiguration();
  const env: Record<string, string> = {};
  for (const [name, value] of Object.entries(process.env)) if (value !== undefined) env[name] = value;
  if (found.libraries) env['LD_LIBRARY_PATH'] = [found.libraries, env['LD_LIBRARY_PATH']].filter(Boolean).join(':');
  if (fonts) env['FONTCONFIG_FILE'] = fonts;
  const unboxed = packed || process.getuid?.() === 0;
  let browser: Browser;
  try {
    browser = await chromium.launch({
      executablePath: found.path,
      headless: true,
      handleSIGINT: !outlives,
      handleSIGTERM: !outlives,
      env,
      args: [
        ...FLAGS,
        ...(online ? [] : [AT_HOME]),
        ...(unboxed ? ['--no-sandbox'] : []),
        ...(packed ? ['--no-zygote', '--in-process-gpu'] : []),
      ],
    });
  } catch (error) {
    throw new TavrikError(
      `The browser could not be started (${(error as Error).message.split('\n')[0]}).`,
      found.path,
      'Name another with --browser PATH or TAVRIK_BROWSER.',
      'browser',
    );
  }
  const spare: Promise<Page>[] = [];
  return {
    version: browser.version(),
    newPage: async (width, options = {}) => {
      const ready = options.online || options.scheme === 'dark' ? undefined : spare.pop();
      if (!ready) return openPage(browser, width, { ...options, watched: online });
      const page = await ready;
      await page.setViewportSize({ width, height: VIEW_HEIGHT });
      return page;
    },
    prepare: () => {
      const opening = openPage(browser, PREPARED_WIDTH, { watched: online });
      opening.catch(() => undefined);
      spare.push(opening);
    },
    giveBack: (page) => void spare.push(Promise.resolve(page)),
    close: async () => browser.close().catch(() => undefined),
  };
}

async function openPage(
  browser: Browser,
  width: number,
  { online = false, watched, scheme = 'light', signIn, origin }: PageOptions & { readonly watched: boolean },
): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height: VIEW_HEIGHT },
    deviceScaleFactor: 1,
    reducedMotion: 'reduce',
    colorScheme: scheme,
    locale: 'en-US',
    timezoneId: 'UTC',
    serviceWorkers: 'block',
    acceptDownloads: false,
  });
  if (watched && !online) await stayHome(context);
  if (signIn && origin) await carry(context, origin, signIn);
  const page = await context.newPage();
  page.on('dialog', (dialog) => void dialog.dismiss().catch(() => undefined));
  page.on('popup', (popup) => void popup.close().catch(() => undefined));
  page.once('close', () => void context.close().catch(() => undefined));
  return page;
}

/** Headers and cookies go to the source's own origin, and to no one else. */
async function carry(context: BrowserContext, origin: string, { headers, cookies }: SignIn): Promise<void> {
  if (cookies.length) await context.addCookies(cookies.map(({ name, value }) => ({ name, value, url: origin })));
  if (Object.keys(headers).length)
    await context.route(
      (url) => url.origin === origin,
      async (route) => route.continue({ headers: { ...(await route.request().allHeaders()), ...headers } }),
    );
}

/** Nothing is loaded but from this machine. */
async function stayHome(context: BrowserContext): Promise<void> {
  await context.route(
    (url) => /^https?:$/.test(url.protocol) && url.hostname !== '127.0.0.1',
    (route) => route.abort(),
  );
}
