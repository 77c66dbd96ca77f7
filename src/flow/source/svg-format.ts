import { basename, dirname, extname } from 'node:path';
import { required } from '../../core/data/required.js';
import { slug } from '../../core/text/slug.js';
import type { SourceFormat } from './source.js';

/** Artboards as SVG drawings: all files together are one source, whatever pages they are of. */
export const svgFormat: SourceFormat = {
  endings: ['.svg'],
  startsLike: (start) => /<svg[\s>]/.test(start) && !/<html[\s>]/.test(start),
  sources(given) {
    const files = given.map(({ file }) => file);
    return [{ kind: 'design', name: nameOfArtboards(files), files, shown: given.map(({ shown }) => shown).join(', ') }];
  },
};

function nameOfArtboards(files: readonly string[]): string {
  const bases = files.map((file) => basename(file, extname(file)).replace(/[-_ ]*\d+(px)?$/i, ''));
  const base = bases[0] ?? '';
  return (bases.every((text) => text === base) && slug(base)) || slug(basename(dirname(required(files[0])))) || 'page';
}
