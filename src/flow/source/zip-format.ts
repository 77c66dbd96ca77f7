import { basename, extname } from 'node:path';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { pageName } from './page-name.js';
import type { GivenFile, SourceFormat, WebSource } from './source.js';

/** Web pages packed with what they need: each archive is a page. */
export const zipFormat: SourceFormat = {
  endings: ['.zip'],
  sources: (files, root) => files.map((file) => archiveSource(file, root)),
};

function archiveSource({ file, shown }: GivenFile, root: string | undefined): WebSource {
  if (root !== undefined)
    throw new TavrikError(
      'An archive has its own root.',
      '--root',
      'Leave it out, or unpack the archive and name its page.',
    );
  return { kind: 'archive', name: pageName(basename(file, extname(file))), file, shown };
}
