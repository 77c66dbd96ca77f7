import { existsSync, readFileSync, statSync } from 'node:fs';
import { basename, dirname, extname, relative, resolve, sep } from 'node:path';
import { required } from '../../core/data/required.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { pageName } from './page-name.js';
import type { GivenFile, SourceFormat, WebSource } from './source.js';

/** HTML pages, served from their folder: each file is a page. */
export const htmlFormat: SourceFormat = {
  endings: ['.html', '.htm', '.xhtml', '.xht'],
  startsLike: (start) => /^<(!doctype html|html|head|body|!--)/.test(start),
  sources: (files, root) => files.map((file) => htmlSource(file, root)),
};

function htmlSource({ file, shown }: GivenFile, root: string | undefined): WebSource {
  const text = readFileSync(file, 'utf8');
  if (!text.trim()) throw new TavrikError('This HTML file is empty.', shown, 'Save the page again.');
  const folder = root === undefined ? guessRoot(file, text) : resolve(root);
  if (!existsSync(folder) || !statSync(folder).isDirectory())
    throw new TavrikError('Folder not found.', root, 'Check --root.', 'not-found');
  const path = relative(folder, file);
  if (path.startsWith('..') || path.startsWith(sep))
    throw new TavrikError(
      'The page is outside the folder given with --root.',
      shown,
      'Give a folder that holds the page.',
    );
  return {
    kind: 'html',
    name: pageName(basename(file, extname(file))),
    file,
    root: folder,
    path: path.split(sep).map(encodeURIComponent).join('/'),
    shown,
  };
}

/** The folder to serve: as far above the page as its own addresses reach with `../`. */
function guessRoot(file: string, text: string): string {
  const steps = [...text.matchAll(/(?:src|href|srcset|url\()\s*=?\s*["']?((?:\.\.\/)+)/gi)].map(
    ([, up]) => required(up).length / 3,
  );
  let folder = dirname(file);
  for (let left = Math.max(0, ...steps); left > 0 && dirname(folder) !== folder; left -= 1) folder = dirname(folder);
  return folder;
}
