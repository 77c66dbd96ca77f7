import { existsSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { sha256 } from '../../core/text/hash.js';
import { MANIFEST_FILE, type Manifest, type PackageForm } from '../../core/sites/manifest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { writeZip } from '../../project/zip.js';
import { tryPackage, type PackageTrial } from './try-package.js';
import { PACKAGE_FORMATS } from './package-formats.js';

export interface Packed extends PackageTrial {
  readonly file: string;
  readonly as: PackageForm;
  readonly bytes: number;
  readonly files: number;
  /** Ids of items, or names of pages. */
  readonly holds: readonly string[];
}

export interface PackOptions {
  readonly as: PackageForm;
  readonly out: string;
  readonly only: readonly string[];
}

/**
 * Packs a project, and tries the package: it is unpacked and installed into a fresh site before anybody is told that it is
 * done. @throws TavrikError; then nothing is written
 */
export async function pack(project: string, { as, out, only }: PackOptions): Promise<Packed> {
  if (!out.endsWith('.zip'))
    throw new TavrikError('A package is a ZIP archive.', out, 'Give it a name that ends in .zip.');
  if (!existsSync(dirname(resolve(out))))
    throw new TavrikError(
      'Folder not found.',
      dirname(resolve(out)),
      'Create it first, or choose another with --out.',
      'not-found',
    );
  const { files, manifest } = PACKAGE_FORMATS[as].collect(project, only);
  const listed = files
    .map(([path, bytes]) => ({ path, bytes: Buffer.byteLength(bytes), sha256: sha256(bytes) }))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
  const whole: Manifest = { ...manifest, files: listed };
  const making = `${out}.trying.zip`;
  await writeZip(making, [...files, [MANIFEST_FILE, `${JSON.stringify(whole, null, 2)}\n`]]);
  const tried = await tryPackage(making, out);
  return {
    file: out,
    as,
    bytes: statSync(out).size,
    files: files.length + 1,
    holds: whole.items?.map(({ id }) => id) ?? whole.pages?.map(({ name }) => name) ?? [],
    ...tried,
  };
}
