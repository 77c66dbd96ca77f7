import { readFileSync } from 'node:fs';
import { extname } from 'node:path';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { htmlFormat } from './html-format.js';
import type { SourceFormat } from './source.js';
import { pdfFormat } from './pdf-format.js';
import { svgFormat } from './svg-format.js';
import { zipFormat } from './zip-format.js';

/** Every format of files that can be converted: the one place to add one. */
export const SOURCE_FORMATS: readonly SourceFormat[] = [svgFormat, pdfFormat, zipFormat, htmlFormat];

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
    'This is not an HTML page, an SVG file or a PDF file.',
    file,
    'Give a file that ends in .html, .svg, .pdf or .zip.',
  );
}

/** Whether a file of a design is a PDF. */
export function isPdf(file: string): boolean {
  return formatOf(file) === pdfFormat;
}
