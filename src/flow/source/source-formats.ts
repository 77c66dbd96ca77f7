import { readFileSync } from 'node:fs';
import { extname } from 'node:path';
import { required } from '../../core/data/required.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { htmlFormat } from './html-format.js';
import type { SourceFormat } from './source.js';
import { svgFormat } from './svg-format.js';
import { zipFormat } from './zip-format.js';

/** Every format of files that can be converted: the one place to add one. */
export const SOURCE_FORMATS: readonly SourceFormat[] = [svgFormat, zipFormat, htmlFormat];

/** How much of a file is looked at to tell its format, in characters. */
const START = 2000;

/** The format of a file, by its ending or how it starts. @throws TavrikError if it is of none */
export function formatOf(file: string): SourceFormat {
  const ending = extname(file).toLowerCase();
  const byEnding = SOURCE_FORMATS.find(({ endings }) => endings.includes(ending));
  if (byEnding) return byEnding;
  const start = readFileSync(file, 'utf8').slice(0, START).trimStart().toLowerCase();
  const byStart = SOURCE_FORMATS.find(({ startsLike }) => startsLike?.(start));
  if (byStart) return byStart;
  throw new TavrikError(
    'This is neither an HTML page nor an SVG file.',
    file,
    'Give a file that ends in .html, .svg or .zip.',
  );
}

/** The drawing in a file of a design, as SVG. @throws TavrikError if it cannot be read */
export function readDrawing(file: string): string {
  return required(formatOf(file).readDrawing)(file);
}
