import { TavrikError } from '../core/errors/tavrik-error.js';
import type { OpenBrowser } from '../browser/launch.js';
import type { Progress } from './progress.js';

/** What every call of the API takes. */
export interface CallOptions {
  /** Path of a Chromium, or a browser that several calls share. Without it, one is found and closed again. */
  readonly browser?: string | OpenBrowser;
  /** Is told what is being done, in words. */
  readonly onProgress?: (step: string) => void;
  /** Stops the call: it rejects with a `TavrikError` of the code `aborted`, and the project stays as it was. */
  readonly signal?: AbortSignal;
}

/** The same as the flows take it. */
export interface CallContext {
  readonly browser?: string;
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/**
 * Runs a piece of work with the options of a call: `work` gets them as the flows take them, and the rest of the options.
 * @throws TavrikError of the code `aborted` once the signal is
 */
export async function runWith<Options extends CallOptions, Result>(
  options: Options,
  work: (context: CallContext, rest: Omit<Options, keyof CallOptions>) => Promise<Result>,
): Promise<Result> {
  const { browser, onProgress, signal, ...rest } = options;
  const check = (): void => {
    if (signal?.aborted) throw aborted();
  };
  check();
  const shared = typeof browser === 'object' ? abortable(browser, signal) : undefined;
  const context: CallContext = {
    ...(shared ? { open: shared } : {}),
    ...(typeof browser === 'string' ? { browser } : {}),
    progress: (step) => {
      check();
      onProgress?.(step);
    },
  };
  try {
    return await work(context, rest);
  } catch (error) {
    /* What fails because its page was closed under it failed because of the signal. */
    if (signal?.aborted) throw aborted();
    throw error;
  }
}

function aborted(): TavrikError {
  return new TavrikError('The call was aborted.', undefined, undefined, 'aborted');
}

/** The browser as one call sees it: its pages are closed as soon as the call is aborted, those of other calls stay. */
function abortable(browser: OpenBrowser, signal: AbortSignal | undefined): OpenBrowser {
  if (!signal) return browser;
  return {
    ...browser,
    newPage: async (width, options) => {
      const page = await browser.newPage(width, options);
      const close = (): void => void page.close().catch(() => undefined);
      signal.addEventListener('abort', close, { once: true });
      page.once('close', () => signal.removeEventListener('abort', close));
      return page;
    },
  };
}
