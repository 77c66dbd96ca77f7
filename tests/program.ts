import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';

export const ROOT = join(__dirname, '..');
export const CLI = join(ROOT, 'dist/cli/main.js');
export const DEMO = join(ROOT, 'demo');
export const DEMO_PAGE = join(DEMO, 'existing/index.html');
export const DEMO_BOARDS = [1440, 834, 390].map((width) => join(ROOT, `demo/design/star-evenings-${width}.svg`));

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

/** Runs the built program as a user would. */
export function tavrik(
  args: readonly string[],
  options: { readonly cwd?: string; readonly env?: Readonly<Record<string, string>> } = {},
): Ran {
  const ran = spawnSync(process.execPath, [CLI, ...args], {
    encoding: 'utf8',
    cwd: options.cwd ?? ROOT,
    env: { ...process.env, ...options.env },
    timeout: 150000,
    maxBuffer: 1 << 28,
  });
  return { code: ran.status, out: ran.stdout, err: ran.stderr };
}

/** The page that a command prints as JSON; there must be one and no other. */
export function onlyPage<Page>({ out, err }: Ran): Page {
  if (!out) throw new Error(err);
  const { pages } = JSON.parse(out) as { pages: Page[] };
  const [page] = pages;
  if (page === undefined || pages.length > 1) throw new Error(`${pages.length} pages`);
  return page;
}

const made: string[] = [];

/** A temporary folder that goes when the tests are over. */
export function temporary(): string {
  const folder = mkdtempSync(join(tmpdir(), 'tavrik-test-'));
  made.push(folder);
  return folder;
}

export function cleanUp(): void {
  for (const folder of made.splice(0)) rmSync(folder, { recursive: true, force: true });
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
