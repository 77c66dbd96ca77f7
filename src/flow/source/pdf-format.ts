import { svgFormat } from './svg-format.js';
import type { SourceFormat } from './source.js';

/** Artboards as pages of PDF files: all files together are one source, whatever pages they are of. */
export const pdfFormat: SourceFormat = {
  endings: ['.pdf'],
  startsLike: (start) => start.startsWith('%pdf-'),
  sources: svgFormat.sources,
};
