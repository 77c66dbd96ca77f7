import { createWriteStream, renameSync, rmSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import type { ProjectFile } from './folder.js';

/** Every file of an archive has this date: the earliest that ZIP knows (APPNOTE 4.4.6), so that equal files are equal bytes. */
const NO_DATE = new Date(1980, 0, 1);
const PLAIN_FILE = 0o100644;
/** What these hold is pressed together already. */
const PRESSED = /\.(jpe?g|png|webp|avif|gif|woff2?|mp4|webm|mp3|zip)$/;

/** Writes an archive, whole or not at all. The same files give the same bytes. */
export async function writeZip(file: string, files: readonly ProjectFile[]): Promise<void> {
  const zip = new ZipFile();
  for (const [path, bytes] of [...files].sort(([a], [b]) => (a < b ? -1 : 1)))
    zip.addBuffer(Buffer.from(bytes), path, {
      mtime: NO_DATE,
      mode: PLAIN_FILE,
      compress: !PRESSED.test(path),
      forceDosTimestamp: true,
    });
  zip.end();
  const making = `${file}.making-${process.pid}`;
  try {
    await pipeline(zip.outputStream, createWriteStream(making));
    renameSync(making, file);
  } catch (error) {
    rmSync(making, { force: true });
    throw error;
  }
}
