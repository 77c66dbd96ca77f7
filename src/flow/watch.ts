import { watch as watchFiles, type FSWatcher } from 'chokidar';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { openBrowser, type OpenBrowser } from '../browser/launch.js';
import { serveFolder } from '../browser/serve.js';
import { Problem } from '../core/page/problem.js';
import { placesOf } from '../core/render/site.js';
import type { SignIn } from '../core/source/reading.js';
import { ADJUST_FILE } from '../project/adjust-file.js';
import { BRIEF_FILE } from '../project/brief-file.js';
import { openProject } from '../project/folder.js';
import { SETTINGS_FILE } from '../project/settings.js';
import { watchPage, WATCH_MARK, WATCH_STYLE } from '../report/watch-page.js';
import type { WatchState } from '../report/watch-state.js';
import { convertAgain } from './convert-again.js';
import { prove } from './prove.js';
import { isOnline } from './reopen.js';
import { render } from './render.js';
import type { Progress } from './report-progress.js';
import { watchedPages } from './watched-pages.js';

export interface WatchOptions {
  /** TCP port; if it is taken, a free one. */
  readonly port: number;
  readonly browser?: string;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  readonly progress: Progress;
  /** Hears what was done after each change, and what is wrong. */
  readonly tell: (state: WatchState) => void;
}

/** A project that is being watched. */
export interface Watching {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** What has to be done over when a person's file changes: the first that applies includes those after it. */
const STEPS = ['convert', 'render', 'prove'] as const;
type Step = (typeof STEPS)[number];

/** Files of people, and what a change of them needs. What is in `content/` needs rendering. */
const NEEDS: Readonly<Record<string, Step>> = {
  [BRIEF_FILE]: 'convert',
  [ADJUST_FILE]: 'render',
  [SETTINGS_FILE]: 'prove',
};

/** Editors write a file in several goes; ms. */
const CALM = 120;

/** Serves a project and keeps its site and its proof in step with the files of its people. @throws Problem */
export async function watchProject(project: string, options: WatchOptions): Promise<Watching> {
  const folder = resolve(project);
  const online = openProject(folder).pages.some(isOnline);
  let browser: OpenBrowser | undefined = await openBrowser(options.browser, online, true);
  const listeners = new Set<ServerResponse>();
  let state: WatchState = { version: Date.now(), phase: 'working', said: 'Starting …', pages: [] };
  const tell = (next: Partial<WatchState>): void => {
    state = { ...state, ...next };
    for (const one of listeners) one.write(eventOf(state));
    options.tell(state);
  };
  const progress = (said: string): void => tell({ phase: 'working', said: `${said} …` });

  const perform = async (step: Step): Promise<void> => {
    browser ??= await openBrowser(options.browser, online, true);
    const how = { open: browser, progress, ...(options.signIn ? { signIn: options.signIn } : {}) };
    try {
      const { notes } = step === 'convert' ? await convertAgain(folder, how) : { notes: [] };
      if (step === 'render') {
        progress('Rendering');
        render(folder);
      }
      const proof = await prove(folder, how);
      const pages = watchedPages(proof.pages, placesOf(openProject(folder).pages.map(({ name }) => name)));
      const stands = proof.over.length ? `Over the limits: ${proof.over.join('; ')}` : 'In step with its files.';
      tell({ version: state.version + 1, phase: 'ready', said: [stands, ...notes, ...proof.notes].join('\n'), pages });
    } catch (error) {
      if (!(error instanceof Problem)) await leave();
      tell({ phase: 'problem', said: inWords(error as Error) });
    }
  };
  const leave = async (): Promise<void> => {
    await browser?.close();
    browser = undefined;
  };

  let seen = filesOf(folder);
  let waiting: Step | undefined;
  let working: Promise<void> | undefined;
  const look = (): void => {
    const now = filesOf(folder);
    waiting = firstOf([...changed(seen, now).map(needOf), ...(waiting ? [waiting] : [])]);
    seen = now;
    if (!waiting || working) return;
    const step = waiting;
    waiting = undefined;
    working = perform(step)
      .then(async () => {
        /* A conversion puts a new folder in the place of the old one, with files of its own. */
        if (step !== 'convert') return;
        seen = filesOf(folder);
        await files.close();
        files = listen(folder, later);
      })
      .finally(() => {
        working = undefined;
        look();
      });
  };
  let timer: NodeJS.Timeout | undefined;
  const later = (): void => {
    clearTimeout(timer);
    timer = setTimeout(look, CALM);
  };

  const site = await serve(folder, options.port, listeners, () => state);
  let files = listen(folder, later);
  working = perform(existsSync(join(folder, 'site')) ? 'prove' : 'render').finally(() => {
    working = undefined;
    look();
  });
  return {
    address: `${site.origin}/`,
    stop: async () => {
      clearTimeout(timer);
      for (const one of listeners) one.end();
      await files.close();
      await site.close();
      await leave();
    },
  };
}

function inWords(error: Error): string {
  if (error instanceof Problem) return [error.where ? `${error.where}: ${error.what}` : error.what, error.todo].filter(Boolean).join('\n'); // prettier-ignore
  return `Something went wrong that should not have: ${error.message.split('\n')[0]}`;
}

function firstOf(steps: readonly Step[]): Step | undefined {
  return STEPS.find((one) => steps.includes(one));
}

function needOf(file: string): Step {
  return NEEDS[file] ?? 'render';
}

/** The texts of the files of people, by their path in the project. */
function filesOf(folder: string): ReadonlyMap<string, string> {
  const content = join(folder, 'content');
  const names = [...Object.keys(NEEDS), ...(existsSync(content) ? readdirSync(content).map((one) => `content/${one}`) : [])]; // prettier-ignore
  const found = new Map<string, string>();
  for (const name of names) {
    try {
      found.set(name, readFileSync(join(folder, name), 'utf8'));
    } catch {
      /* It is not there, or goes this moment: then it is as if it were not. */
    }
  }
  return found;
}

function changed(before: ReadonlyMap<string, string>, now: ReadonlyMap<string, string>): string[] {
  return [...new Set([...before.keys(), ...now.keys()])].filter((name) => before.get(name) !== now.get(name));
}

function listen(folder: string, heard: () => void): FSWatcher {
  const own = new Set([folder, join(folder, 'content'), ...Object.keys(NEEDS).map((name) => join(folder, name))]);
  const ignored = (path: string): boolean => !own.has(path) && !path.startsWith(join(folder, 'content', '/'));
  return watchFiles(folder, { ignored, ignoreInitial: true }).on('all', heard).on('error', heard);
}

/** Media type of a stream of events (HTML, 9.2.4). */
const EVENTS = 'text/event-stream';

/** Nothing of the project but what is to be seen, to this machine only, and without scripts of the site. */
async function serve(folder: string, port: number, listeners: Set<ServerResponse>, state: () => WatchState) {
  // prettier-ignore
  const answer = (path: string, request: IncomingMessage, response: ServerResponse): boolean => {
    response.setHeader('cache-control', 'no-store');
    response.setHeader('x-content-type-options', 'nosniff');
    const host = (request.headers.host ?? '').replace(/:\d+$/, '');
    const known = path === '/' || path.startsWith('/-/') || path.startsWith('/site/') || path.startsWith('/reference/');
    if (!['127.0.0.1', 'localhost'].includes(host) || !known || request.method !== 'GET') {
      response.writeHead(known ? 403 : 404).end();
      return true;
    }
    if (path === '/-/events') {
      response.writeHead(200, { 'content-type': EVENTS }).write(eventOf(state()));
      listeners.add(response);
      response.on('close', () => listeners.delete(response));
      return true;
    }
    response.setHeader('content-security-policy', path.startsWith('/site/') ? "script-src 'none'" : "default-src 'self'; style-src 'self' 'unsafe-inline'"); // prettier-ignore
    return false;
  };
  const site = await serveFolder(folder, { port, answer }).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EADDRINUSE') throw error;
    return serveFolder(folder, { answer });
  });
  site.hold('/', 'text/html; charset=utf-8', watchPage(basename(folder)));
  site.hold('/-/mark.svg', 'image/svg+xml', WATCH_MARK);
  site.hold('/-/watch.css', 'text/css; charset=utf-8', WATCH_STYLE);
  site.hold('/-/watch.js', 'text/javascript; charset=utf-8', readFileSync(join(__dirname, '../report/watch.js')));
  return site;
}

function eventOf(state: WatchState): string {
  return `event: state\ndata: ${JSON.stringify(state)}\n\n`;
}
