import { createReadStream, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { homedir, tmpdir } from 'node:os';
import { delimiter, dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createBrotliDecompress, brotliDecompressSync } from 'node:zlib';
import { extract } from 'tar-fs';
import { TavrikError } from '../core/errors/tavrik-error.js';

/** A browser to start, and the folder with the system libraries it needs, if it brings its own. */
export interface FoundBrowser {
  readonly path: string;
  readonly libraries?: string;
}

const NAMES = ['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable', 'chrome'];
const FIXED = [
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
  'C:\\Program Files\\Google\\Chrome\\Application\\chrome.exe',
  'C:\\Program Files (x86)\\Google\\Chrome\\Application\\chrome.exe',
];

const THREE_WAYS =
  'There are three ways to get one: install Chromium on the system (on Debian: apt-get install chromium); ' +
  'name one with --browser PATH or the variable TAVRIK_BROWSER; ' +
  'or install the package @sparticuz/chromium beside tavrik (npm install brings it by itself on Linux, x64).';

/**
 * Finds a Chromium: the one that was named, else one on the system, else the one packed in a registry package.
 * @throws TavrikError if there is none
 */
export async function findBrowser(named: string | undefined): Promise<FoundBrowser> {
  const wanted = named ?? process.env['TAVRIK_BROWSER'];
  if (wanted) {
    if (existsSync(wanted)) return { path: wanted };
    throw new TavrikError(
      'Browser not found.',
      wanted,
      `Check --browser or TAVRIK_BROWSER. ${THREE_WAYS}`,
      'not-found',
    );
  }
  const installed = onSystem();
  if (installed) return { path: installed };
  try {
    const packed = await unpackBrowser();
    if (packed) return packed;
  } catch (error) {
    throw new TavrikError(
      `The packed Chromium could not be unpacked (${(error as Error).message}).`,
      undefined,
      THREE_WAYS,
      'browser',
    );
  }
  throw new TavrikError('No Chromium was found.', undefined, THREE_WAYS, 'browser');
}

function onSystem(): string | undefined {
  const folders = (process.env['PATH'] ?? '').split(delimiter).filter(Boolean);
  const candidates = [...folders.flatMap((folder) => NAMES.map((name) => join(folder, name))), ...FIXED];
  return candidates.find((path) => existsSync(path));
}

/** A folder of ours for things that can be made again. */
export function cacheFolder(): string {
  const base =
    process.env['XDG_CACHE_HOME'] ?? (homedir() && existsSync(homedir()) ? join(homedir(), '.cache') : tmpdir());
  const folder = join(base, 'tavrik');
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    return folder;
  } catch {
    const other = join(tmpdir(), `tavrik-${process.getuid?.() ?? 0}`);
    mkdirSync(other, { recursive: true, mode: 0o700 });
    return other;
  }
}

/** Unpacks the Chromium of the registry package once, with the libraries that a bare machine lacks. */
async function unpackBrowser(): Promise<FoundBrowser | undefined> {
  const store = packedFolder();
  if (!store || process.platform !== 'linux' || process.arch !== 'x64') return undefined;
  const { version } = JSON.parse(readFileSync(join(store, '..', 'package.json'), 'utf8')) as { version: string };
  const target = join(cacheFolder(), `chromium-${version}`);
  const found = { path: join(target, 'chromium'), libraries: join(target, 'lib') };
  if (existsSync(found.path)) return found;
  const making = `${target}.${process.pid}`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(making, { recursive: true });
  try {
    for (const archive of ['al2023.tar.br', 'swiftshader.tar.br']) {
      if (existsSync(join(store, archive)))
        await pipeline(createReadStream(join(store, archive)), createBrotliDecompress(), extract(making));
    }
    writeFileSync(join(making, 'chromium'), brotliDecompressSync(readFileSync(join(store, 'chromium.br'))), {
      mode: 0o755,
    });
    renameSync(making, target);
  } catch (error) {
    rmSync(making, { recursive: true, force: true });
    if (!existsSync(found.path)) throw error;
  }
  return found;
}

function packedFolder(): string | undefined {
  try {
    let folder = dirname(require.resolve('@sparticuz/chromium'));
    while (!existsSync(join(folder, 'bin', 'chromium.br'))) {
      if (dirname(folder) === folder) return undefined;
      folder = dirname(folder);
    }
    return join(folder, 'bin');
  } catch {
    return undefined;
  }
}
