import { required } from '../core/data/required.js';
import { createWriteStream, mkdirSync, mkdtempSync, realpathSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve, sep } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { open, type Entry, type ZipFile } from 'yauzl';
import { TavrikError } from '../core/errors/tavrik-error.js';

/** A saved page may be this large when it is unpacked (bytes), and have this many files. */
export const UNPACKED_LIMIT = 256 * 1024 * 1024;
export const FILES_LIMIT = 10000;

/** An archive unpacked into a folder of its own, which `remove` takes away again. */
export interface Unpacked {
  readonly folder: string;
  /** Paths of the files, with `/`, in the order of the alphabet. */
  readonly files: readonly string[];
  readonly remove: () => void;
}

/** Unpacks a ZIP archive. @throws TavrikError if it is none, is damaged, leaves its place or is larger than the limits */
export async function unpack(file: string, limit = UNPACKED_LIMIT, most = FILES_LIMIT): Promise<Unpacked> {
  const folder = realpathSync(mkdtempSync(join(tmpdir(), 'tavrik-')));
  const remove = (): void => rmSync(folder, { recursive: true, force: true });
  const files: string[] = [];
  let left = limit;
  try {
    const archive = await openArchive(file);
    for await (const entry of entriesOf(archive)) {
      if (entry.fileName.endsWith('/') || isLink(entry)) continue;
      if (files.length >= most) throw tooLarge(file, `more than ${most} files`);
      if (entry.uncompressedSize > left) throw tooLarge(file, `more than ${Math.round(limit / 1024 / 1024)} MB`);
      const target = resolve(folder, entry.fileName);
      if (!target.startsWith(folder + sep)) throw leaves(file, entry.fileName);
      mkdirSync(dirname(target), { recursive: true });
      left -= await write(archive, entry, target, left, () =>
        tooLarge(file, `more than ${Math.round(limit / 1024 / 1024)} MB`),
      );
      files.push(entry.fileName);
    }
    return { folder, files: files.sort(), remove };
  } catch (error) {
    remove();
    if (error instanceof TavrikError) throw error;
    const reason = (error as Error).message;
    if (/invalid relative path|absolute path|invalid characters/.test(reason))
      throw leaves(file, reason.replace(/^.*: /, ''));
    throw new TavrikError(
      `The archive cannot be unpacked (${reason}).`,
      file,
      'Save the page again, or name the HTML file itself.',
    );
  }
}

function tooLarge(file: string, size: string): TavrikError {
  return new TavrikError(`This archive unpacks to ${size}.`, file, 'Unpack it yourself and name the HTML file.');
}

function leaves(file: string, name: string): TavrikError {
  return new TavrikError(
    `This archive has a file outside of its own folder ("${name}"); nothing was unpacked.`,
    file,
    'Create the archive again from the saved page.',
  );
}

function openArchive(file: string): Promise<ZipFile> {
  return new Promise((done, fail) => {
    open(file, { lazyEntries: true, autoClose: true, validateEntrySizes: true }, (error, archive) =>
      error ? fail(error) : done(archive),
    );
  });
}

async function* entriesOf(archive: ZipFile): AsyncGenerator<Entry> {
  for (;;) {
    const entry = await new Promise<Entry | undefined>((done, fail) => {
      archive.once('entry', done);
      archive.once('end', () => done(undefined));
      archive.once('error', fail);
      archive.readEntry();
    });
    archive.removeAllListeners('entry').removeAllListeners('end').removeAllListeners('error');
    archive.on('error', () => undefined);
    if (!entry) return;
    yield entry;
  }
}

/** Links of archives made on Unix: the upper half of the attributes is the file's mode. */
function isLink({ externalFileAttributes }: Entry): boolean {
  return ((externalFileAttributes >>> 16) & 0o170000) === 0o120000;
}

/** Writes one file and returns its size; stops when it grows over `left` bytes, whatever its header says. */
async function write(
  archive: ZipFile,
  entry: Entry,
  target: string,
  left: number,
  tooMuch: () => TavrikError,
): Promise<number> {
  const source = await new Promise<NodeJS.ReadableStream>((done, fail) => {
    archive.openReadStream(entry, (error, stream) => (error ? fail(error) : done(stream)));
  });
  let size = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _, next) {
      size += chunk.length;
      if (size > left) next(tooMuch());
      else next(null, chunk);
    },
  });
  await pipeline(source, counted, createWriteStream(target));
  return size;
}

/** The page of a saved archive: `index.html` nearest to the top, else its only page. */
export function pageIn(files: readonly string[], file: string): string {
  const pages = files.filter((name) => /\.x?html?$/i.test(name) && !/(^|\/)(__macosx|\.)/i.test(name));
  const depth = (name: string): number => name.split('/').length;
  const homes = pages.filter((name) => /(^|\/)index\.x?html?$/i.test(name)).sort((a, b) => depth(a) - depth(b));
  const top = [...pages].sort((a, b) => depth(a) - depth(b));
  const only = top.filter((name) => depth(name) === depth(required(top[0])));
  const found = homes[0] ?? (only.length === 1 ? only[0] : undefined);
  if (found) return found;
  if (pages.length === 0)
    throw new TavrikError('This archive holds no HTML page.', file, 'Save the page with its files again.');
  throw new TavrikError(
    `This archive holds ${only.length} pages and none is called index.html.`,
    file,
    `Unpack it and name one of them, e.g. ${only[0]}.`,
  );
}
