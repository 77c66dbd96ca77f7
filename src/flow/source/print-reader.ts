import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import type { SheetWord } from '../../core/lettering/accept-readings.js';
import type { ReadingSheet } from '../../core/lettering/reading-sheet.js';

/** Where the data of a language is: the package that carries it. */
const DATA = '@tesseract.js-data/eng/package.json';

/** Reads the words of sheets from their pictures. Takes a while to start, so it is for what nothing else explains. */
export async function readSheets(sheets: readonly ReadingSheet[]): Promise<SheetWord[][]> {
  const { createWorker, OEM, PSM } = await import('tesseract.js');
  const langPath = join(dirname(createRequire(__filename).resolve(DATA)), '4.0.0_best_int');
  const worker = await createWorker('eng', OEM.LSTM_ONLY, { langPath, gzip: true, cacheMethod: 'none' });
  try {
    await worker.setParameters({ tessedit_pageseg_mode: PSM.SINGLE_BLOCK, user_defined_dpi: '150' });
    const read: SheetWord[][] = [];
    for (const { markup } of sheets) {
      const picture = await sharp(Buffer.from(markup)).png().toBuffer();
      const { data } = await worker.recognize(picture, {}, { blocks: true, text: false });
      read.push(
        (data.blocks ?? [])
          .flatMap(({ paragraphs }) => paragraphs.flatMap(({ lines }) => lines.flatMap(({ words }) => words)))
          .map(({ text, confidence, bbox }) => ({
            text: text.trim(),
            certainty: confidence / 100,
            left: bbox.x0,
            top: bbox.y0,
            right: bbox.x1,
            bottom: bbox.y1,
          }))
          .filter(({ text }) => text !== ''),
      );
    }
    return read;
  } finally {
    await worker.terminate();
  }
}
