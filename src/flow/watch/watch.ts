import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join, resolve } from 'node:path';
import type { FSWatcher } from 'chokidar';
import { openBrowser, type OpenBrowser } from '../../browser/launch.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { placesOf } from '../../core/render/site.js';
import type { SignIn } from '../../core/source/reading.js';
import { openProject } from '../../project/folder.js';
import type { WatchState } from '../../report/watch-state.js';
import { convertAgain } from '../convert/convert-again.js';
import { prove } from '../proof/prove.js';
import { isOnline } from '../source/reopen.js';
import { render } from '../render/render.js';
import { filesOf, listen, stepFor, type PersonsFiles, type WatchStep } from './files.js';
import { eventOf, serveWatch } from './server.js';
import { watchedPages } from './pages.js';

export interface WatchOptions {
  /** TCP port; if it is taken, a free one. */
  readonly port: number;
  readonly browser?: string;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  /** Hears what is being done, what was done after each change, and what is wrong. */
  readonly tell: (state: WatchState) => void;
}

/** A project that is being watched. */
export interface Watching {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** Editors write a file in several goes; ms. */
const CALM = 120;

/** Serves a project and keeps its site and its proof in step with the files of its people. @throws TavrikError */
export async function watchProject(project: string, options: WatchOptions): Promise<Watching> {
  const folder = resolve(project);
  const online = openProject(folder).pages.some(isOnline);
  const watch = new Watch(folder, online, options, await openBrowser(options.browser, online, true));
  const site = await serveWatch(folder, options.port, watch.listeners, () => watch.state);
  watch.start(existsSync(join(folder, 'site')) ? 'prove' : 'render');
  return {
    address: `${site.origin}/`,
    stop: async () => {
      await watch.stop();
      await site.close();
    },
  };
}

/** One piece of work after the other: what changes meanwhile waits, and is done together. */
class Watch {
  readonly listeners = new Set<ServerResponse>();
  state: WatchState = { version: Date.now(), phase: 'working', said: 'Starting …', pages: [] };
  private seen: PersonsFiles;
  private waiting: WatchStep | undefined;
  private isWorking = false;
  private timer: NodeJS.Timeout | undefined;
  private files: FSWatcher;

  constructor(
    private readonly folder: string,
    private readonly online: boolean,
    private readonly options: WatchOptions,
    private browser: OpenBrowser | undefined,
  ) {
    this.seen = filesOf(folder);
    this.files = listen(folder, this.heard);
  }

  start(step: WatchStep): void {
    this.waiting = step;
    void this.work();
  }

  async stop(): Promise<void> {
    clearTimeout(this.timer);
    for (const listener of this.listeners) listener.end();
    await this.files.close();
    await this.leave();
  }

  private readonly heard = (): void => {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.look(), CALM);
  };

  private look(): Promise<void> {
    const now = filesOf(this.folder);
    this.waiting = stepFor(this.seen, now, this.waiting);
    this.seen = now;
    return this.work();
  }

  private async work(): Promise<void> {
    if (!this.waiting || this.isWorking) return;
    const step = this.waiting;
    this.waiting = undefined;
    this.isWorking = true;
    try {
      await this.perform(step);
    } catch (error) {
      if (!(error instanceof TavrikError)) await this.leave();
      this.tell({ phase: 'problem', said: inWords(error as Error) });
    }
    this.isWorking = false;
    await this.look();
  }

  private async perform(step: WatchStep): Promise<void> {
    const { folder, options } = this;
    this.browser ??= await openBrowser(options.browser, this.online, true);
    const progress = (text: string): void => this.tell({ phase: 'working', said: `${text} …` });
    const how = { open: this.browser, progress, ...(options.signIn ? { signIn: options.signIn } : {}) };
    const { notes } = step === 'convert' ? await this.convert(how) : { notes: [] };
    if (step === 'render') {
      progress('Rendering');
      render(folder);
    }
    const proof = await prove(folder, how);
    const pages = watchedPages(proof.pages, placesOf(openProject(folder).pages.map(({ name }) => name)));
    const stands = proof.over.length ? `Over the limits: ${proof.over.join('; ')}` : 'Up to date.';
    const message = [stands, ...notes, ...proof.notes].join('\n');
    this.tell({ version: this.state.version + 1, phase: 'ready', said: message, pages });
  }

  /** A conversion puts a new folder in the place of the old one, with files of its own. */
  private async convert(how: Parameters<typeof convertAgain>[1]): ReturnType<typeof convertAgain> {
    const converted = await convertAgain(this.folder, how);
    this.seen = filesOf(this.folder);
    await this.files.close();
    this.files = listen(this.folder, this.heard);
    return converted;
  }

  private tell(next: Partial<WatchState>): void {
    this.state = { ...this.state, ...next };
    for (const listener of this.listeners) listener.write(eventOf(this.state));
    this.options.tell(this.state);
  }

  private async leave(): Promise<void> {
    await this.browser?.close();
    this.browser = undefined;
  }
}

function inWords(error: Error): string {
  if (error instanceof TavrikError)
    return [error.where ? `${error.where}: ${error.what}` : error.what, error.todo].filter(Boolean).join('\n');
  return `Unexpected error: ${error.message.split('\n')[0]}`;
}
