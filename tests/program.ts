import { createHash } from 'node:crypto';
import { execFile, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { checkPrinted } from './printed.js';
import { MessageChannel, receiveMessageOnPort, Worker, type MessagePort } from 'node:worker_threads';

export const ROOT = join(__dirname, '..');
export const CLI = join(ROOT, 'dist/cli/main.js');
export const DEMO = join(ROOT, 'demo');
export const DEMO_PAGE = join(DEMO, 'existing/index.html');
export const DEMO_ARTBOARDS = [1440, 834, 390].map((width) => join(ROOT, `demo/design/star-evenings-${width}.svg`));

/** A copy of the demo page without some of its sections (by id), so that it is measured sooner. @returns the page */
export function shortPage(folder: string, ...without: readonly string[]): string {
  copy(join(DEMO, 'existing'), folder);
  const file = join(folder, 'index.html');
  const page = without.reduce(
    (text, id) => {
      const [before, rest] = text.split(`\n  <div id="${id}">`);
      const end = rest?.indexOf('\n  </div>\n') ?? -1;
      if (end < 0) throw new Error(`The demo page has no section "${id}".`);
      return `${before}\n${rest?.slice(end + '\n  </div>\n'.length)}`;
    },
    readFileSync(file, 'utf8'),
  );
  writeFileSync(file, page);
  return file;
}

/** A module of the built program, by its path in `dist`. Its types are those of the source. */
export function built<Module>(path: string): Module {
  // eslint-disable-next-line @typescript-eslint/no-require-imports
  return require(join(ROOT, 'dist', `${path}.js`)) as Module;
}

export interface Ran {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** What a proof says of a page, as `--json` prints it. */
export interface Figures {
  readonly widths: readonly {
    readonly width: number;
    readonly differ: number;
    readonly words: { readonly placed: number; readonly missing: number };
    readonly overflow: number;
    readonly sections: readonly { readonly name: string }[];
  }[];
  readonly over: readonly string[];
}

/** Longest run of the program, ms. */
const LONGEST = 150000;

/** A thread that has the built program loaded, and runs it again and again; it is started with the first run. */
interface Runner {
  readonly worker: Worker;
  readonly port: MessagePort;
  /** Is 1 when a run is over. */
  readonly flag: Int32Array;
}
let runner: Runner | undefined;

function openRunner(): Runner {
  const { port1, port2 } = new MessageChannel();
  const flag = new Int32Array(new SharedArrayBuffer(4));
  const worker = new Worker(join(__dirname, 'program-worker.cjs'), {
    workerData: { port: port2, flag, entry: join(ROOT, 'dist/cli/run.js') },
    transferList: [port2],
  });
  worker.unref();
  port1.unref();
  return { worker, port: port1, flag };
}

/** Runs the built program as a user would, without starting it anew each time. */
export function tavrik(
  args: readonly string[],
  options: { readonly cwd?: string; readonly env?: Readonly<Record<string, string>> } = {},
): Ran {
  if (options.cwd !== undefined) return tavrikAlone(args, options);
  runner ??= openRunner();
  const { port, flag, worker } = runner;
  Atomics.store(flag, 0, 0);
  port.postMessage({ args, env: options.env ?? {} });
  /* A late word of the run before may wake us: what counts is the flag. */
  for (let over = ''; over !== 'timed-out' && Atomics.load(flag, 0) === 0;) over = Atomics.wait(flag, 0, 0, LONGEST);
  const message = receiveMessageOnPort(port) as { readonly message: Ran } | undefined;
  if (message) {
    checkPrinted(args, message.message.out);
    return message.message;
  }
  void worker.terminate();
  runner = undefined;
  return { code: null, out: '', err: 'The program did not end.' };
}

/** Runs the built program in a process of its own. */
export function tavrikAlone(
  args: readonly string[],
  options: { readonly cwd?: string; readonly env?: Readonly<Record<string, string>> } = {},
): Ran {
  const ran = spawnSync(process.execPath, [CLI, ...args], {
    encoding: 'utf8',
    cwd: options.cwd ?? ROOT,
    env: { ...process.env, ...options.env },
    timeout: LONGEST,
    maxBuffer: 1 << 28,
  });
  checkPrinted(args, ran.stdout);
  return { code: ran.status, out: ran.stdout, err: ran.stderr };
}

/** Runs the built program in a process of its own while this one goes on: for tests whose servers are in here. */
export function tavrikBeside(args: readonly string[]): Promise<Ran> {
  return new Promise((done) => {
    execFile(
      process.execPath,
      [CLI, ...args],
      { cwd: ROOT, timeout: LONGEST, maxBuffer: 1 << 28 },
      (error, out, err) => {
        done({ code: error ? ((error.code as unknown as number | undefined) ?? null) : 0, out, err });
      },
    );
  });
}

/** The page that a command prints as JSON; there must be one and no other. */
export function onlyPage<Page>({ out, err }: Ran): Page {
  if (!out) throw new Error(err);
  const { pages } = JSON.parse(out) as { pages: Page[] };
  const [page] = pages;
  if (page === undefined || pages.length > 1) throw new Error(`${pages.length} pages`);
  return page;
}

const texts: string[] = [];

/** A temporary folder that goes when the tests are over. */
export function temporary(): string {
  const folder = mkdtempSync(join(tmpdir(), 'tavrik-test-'));
  texts.push(folder);
  return folder;
}

export function cleanUp(): void {
  runner?.worker.postMessage('end');
  runner = undefined;
  for (const folder of texts.splice(0)) rmSync(folder, { recursive: true, force: true });
}

/** Every file below a folder with its bytes, by relative path. */
export function filesIn(folder: string): Map<string, Buffer> {
  const found = new Map<string, Buffer>();
  const visit = (at: string): void => {
    for (const name of readdirSync(at).sort()) {
      const path = join(at, name);
      if (statSync(path).isDirectory()) visit(path);
      else found.set(relative(folder, path), readFileSync(path));
    }
  };
  visit(folder);
  return found;
}

export function copy(from: string, to: string): void {
  cpSync(from, to, { recursive: true });
}

/** Every file below a folder with the hash of its bytes: two folders are the same if these are. */
export function digests(folder: string): Record<string, string> {
  return Object.fromEntries(
    [...filesIn(folder)].map(([path, bytes]) => [path, createHash('sha256').update(bytes).digest('hex')]),
  );
}

/**
 * The same without what shows pixels: a browser under load may smooth the edge of a letter differently, so pictures
 * (and the proof that holds them) are compared by looking, not by bytes.
 */
export function digestsOfTexts(folder: string): Record<string, string> {
  return Object.fromEntries(
    Object.entries(digests(folder)).filter(([path]) => !/^(proof\/|reference\/.*\.png$)/.test(path)),
  );
}
