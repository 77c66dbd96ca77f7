import {
  accessSync,
  constants,
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { readSettings, SETTINGS_FILE, type ProjectSettings } from './settings.js';

/** A file to write: its path in the project and its bytes. */
export type ProjectFile = readonly [path: string, bytes: string | Buffer];

/** Files and folders of a project that belong to people: derived files never replace them. */
const PERSONS = ['tavrik.yaml', 'brief.yaml', 'adjust.yaml', 'tokens.json', 'content'];

/** Whether a folder is a project of ours. */
export function isProject(folder: string): boolean {
  try {
    return /^format: tavrik-project$/m.test(readFileSync(join(folder, SETTINGS_FILE), 'utf8'));
  } catch {
    return false;
  }
}

/** Every file below a folder, by its path from there on with `/`, in the order of the alphabet. */
export function filesBelow(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((dirent) => dirent.isFile())
    .map((dirent) => relative(folder, join(dirent.parentPath, dirent.name)).split(sep).join('/'))
    .sort();
}

/** Makes sure that a conversion may write here, before any work is done. @throws TavrikError */
export function checkTarget(folder: string): void {
  const target = resolve(folder);
  if (existsSync(target)) {
    if (!statSync(target).isDirectory())
      throw new TavrikError('This is a file, not a folder.', folder, 'Choose another folder with --out.');
    if (readdirSync(target).length > 0 && !isProject(target))
      throw new TavrikError(
        'This folder is not a Tavrik project. It was left unchanged.',
        folder,
        'Choose an empty or new folder with --out.',
      );
  }
  let above = dirname(target);
  while (!existsSync(above) && dirname(above) !== above) above = dirname(above);
  for (const place of [above, ...(existsSync(target) ? [target] : [])]) {
    try {
      accessSync(place, constants.W_OK);
    } catch {
      throw new TavrikError(
        'This folder cannot be written to.',
        place,
        'Change its permissions or choose another with --out.',
        'not-writable',
      );
    }
  }
}

/** Reads the settings of an existing project. @throws TavrikError if it is none */
export function openProject(folder: string): ProjectSettings {
  if (!existsSync(folder))
    throw new TavrikError('Folder not found.', folder, 'Name the folder that tavrik convert wrote.', 'not-found');
  if (!isProject(folder))
    throw new TavrikError(
      `This is not a Tavrik project: it has no ${SETTINGS_FILE} of Tavrik.`,
      folder,
      'Name the folder that tavrik convert wrote.',
    );
  return readSettings(readFileSync(join(folder, SETTINGS_FILE), 'utf8'), join(folder, SETTINGS_FILE));
}

/**
 * Writes a whole project: everything new beside the old one first, then the two change places. People's files of an
 * old project come along. If anything fails the old project stays as it was.
 * @throws TavrikError if the disk is full or read-only
 */
export function replaceProject(folder: string, files: readonly ProjectFile[]): void {
  const target = resolve(folder);
  const making = join(dirname(target), `.${basename(target)}.making-${process.pid}`);
  const leaving = join(dirname(target), `.${basename(target)}.leaving-${process.pid}`);
  guard(target, [making], () => {
    mkdirSync(dirname(target), { recursive: true });
    rmSync(making, { recursive: true, force: true });
    for (const [path, bytes] of files) put(making, path, bytes);
    for (const name of existsSync(target) ? PERSONS : []) {
      const own = join(target, name);
      if (existsSync(own)) cpSync(own, join(making, name), { recursive: true, force: false });
    }
    if (existsSync(target)) renameSync(target, leaving);
    try {
      renameSync(making, target);
    } catch (error) {
      if (existsSync(leaving)) renameSync(leaving, target);
      throw error;
    }
    rmSync(leaving, { recursive: true, force: true });
  });
}

/** Writes one file, whole or not at all. @throws TavrikError if the disk is full or read-only */
export function writeFile(file: string, text: string): void {
  const target = resolve(file);
  const making = `${target}.making-${process.pid}`;
  guard(target, [making], () => {
    mkdirSync(dirname(target), { recursive: true });
    writeFileSync(making, text);
    renameSync(making, target);
  });
}

/** Replaces one folder of a project (`site`, `proof`), whole or not at all. */
export function replaceFolder(project: string, name: string, files: readonly ProjectFile[]): void {
  const target = join(project, name);
  const making = join(project, `.${name}.making-${process.pid}`);
  const leaving = join(project, `.${name}.leaving-${process.pid}`);
  guard(target, [making, leaving], () => {
    rmSync(making, { recursive: true, force: true });
    for (const [path, bytes] of files) put(making, path, bytes);
    if (existsSync(target)) renameSync(target, leaving);
    renameSync(making, target);
    rmSync(leaving, { recursive: true, force: true });
  });
}

function put(folder: string, path: string, bytes: string | Buffer): void {
  const file = join(folder, path);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, bytes);
}

const DISK: Readonly<Record<string, string>> = {
  ENOSPC: 'The disk is full.',
  EDQUOT: 'The disk quota is used up.',
  EROFS: 'The disk is read-only.',
  EACCES: 'This cannot be written to.',
  EPERM: 'This cannot be written to.',
  ENOTDIR: 'A part of this path is a file, not a folder.',
  ENAMETOOLONG: 'This path is too long.',
};

function guard(target: string, leftovers: readonly string[], work: () => void): void {
  try {
    work();
  } catch (error) {
    for (const leftover of leftovers) rmSync(leftover, { recursive: true, force: true });
    const text = DISK[(error as NodeJS.ErrnoException).code ?? ''];
    if (text)
      throw new TavrikError(
        `${text} Nothing was changed.`,
        target,
        'Free some space or choose another folder, then run it again.',
      );
    throw error;
  }
}
