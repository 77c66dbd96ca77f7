import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { replaceFolder, type ProjectFile } from './folder.js';

const OWN = 'survey.json';

/** Makes sure that a report may be written here, before any work is done. @throws TavrikError */
export function checkReportFolder(folder: string): void {
  const target = resolve(folder);
  if (!existsSync(target)) return;
  if (!statSync(target).isDirectory())
    throw new TavrikError('This is a file, not a folder.', folder, 'Choose another folder with --out.');
  if (readdirSync(target).length > 0 && !isReport(target))
    throw new TavrikError(
      'This folder is not a Tavrik survey. It was left unchanged.',
      folder,
      'Choose an empty or new folder with --out.',
    );
}

function isReport(folder: string): boolean {
  try {
    return (JSON.parse(readFileSync(join(folder, OWN), 'utf8')) as { format?: string }).format === 'tavrik-survey';
  } catch {
    return false;
  }
}

/** Writes a report, whole or not at all. @throws TavrikError if the disk is full or read-only */
export function replaceReport(folder: string, files: readonly ProjectFile[]): void {
  const target = resolve(folder);
  replaceFolder(dirname(target), basename(target), files);
}
