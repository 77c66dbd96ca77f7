import type { ProjectFile } from '../../project/folder.js';
import type { Manifest, PackageForm } from '../../core/sites/manifest.js';
import type { HandedProject } from '../publish/hand-over.js';

export interface PackContents {
  readonly files: readonly ProjectFile[];
  readonly manifest: Omit<Manifest, 'files'>;
}

export function manifestOf(
  { source, title, language }: Pick<HandedProject, 'source' | 'title' | 'language'>,
  as: PackageForm,
): Omit<Manifest, 'files'> {
  return { format: 'tavrik-package', version: 1, as, source, title, language };
}

/** JSON as the files of a package hold it. */
export const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

/** A form of package: one file each, listed in `package-formats.ts`. */
export interface PackageFormat {
  /** What it holds, for the help of the command. */
  readonly about: string;
  /** The files of the package and its manifest. @throws TavrikError for names that the project does not have */
  readonly collect: (project: string, only: readonly string[]) => PackContents;
}
