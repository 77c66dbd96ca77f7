import { readFileSync, statSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import { inside, putIntoPage } from '../browser/inpage-script.js';
import type { OpenBrowser } from '../browser/launch.js';
import { pictureOf } from '../browser/our-page.js';
import { mediaTypeOf, serveFolder, type Served } from '../browser/serve.js';
import { shownFonts, usedFonts } from '../browser/shown-fonts.js';
import type { BuiltDesign } from '../core/design/build.js';
import type { DrawnBoard } from '../core/design/drawn.js';
import { chooseFaces, missingFonts, type FontFile } from '../core/design/fonts.js';
import { Problem } from '../core/page/problem.js';
import type { FontFace } from '../core/page/types.js';
import { renderFaces } from '../core/render/css.js';
import type { FontFolder } from '../project/fonts.js';
import { fitDesign } from './fit-design.js';
import type { OpenReference } from './reference.js';
import type { Progress } from './report-progress.js';

export interface ReadDesign extends BuiltDesign {
  readonly references: readonly OpenReference[];
  /** Address that relative addresses of the drawings count from. */
  readonly address: string;
  readonly close: () => Promise<void>;
}

/** Largest drawing that is read, bytes. */
const LARGEST = 64 * 1024 * 1024;
const SETTLE_LIMIT = 5000;

/** Opens artboards as a browser draws them and makes one page of them. @throws Problem */
export async function readDesign(
  browser: OpenBrowser,
  name: string,
  files: readonly string[],
  progress: Progress,
  folder?: FontFolder,
): Promise<ReadDesign> {
  const served = await serveFolder(dirname(files[0] as string));
  for (const { font, bytes } of folder?.fonts ?? [])
    served.hold(`/${fontPath(font)}`, mediaTypeOf(font.address), bytes);
  const given = (folder?.fonts ?? []).map(({ font }) => ({ ...font, address: `/${fontPath(font)}` }));
  try {
    progress(`Opening ${files.length} artboards`);
    const opened = await Promise.all(files.map((file, index) => openBoard(browser, served, { file, index, given })));
    opened.sort((a, b) => b.board.width - a.board.width);
    const widths = opened.map(({ board }) => board.width);
    const twice = widths.find((width, index) => widths.indexOf(width) !== index);
    if (twice !== undefined)
      throw new Problem(
        `Two artboards are ${twice} px wide.`,
        files.map((file) => basename(file)).join(', '),
        'Give one artboard a width; convert other pages by themselves.',
      );
    progress('Finding sections, rows and columns');
    const built = await fitDesign(browser, served, {
      name,
      files: opened.map(({ file }) => basename(file)),
      boards: opened.map(({ board }) => board),
      fonts: opened[0]?.fonts,
    });
    return {
      ...built,
      notes: [...new Set([...(folder?.notes ?? []), ...opened.flatMap(({ notes }) => notes), ...built.notes])],
      references: opened.map(({ reference }) => reference),
      address: `${served.origin}/`,
      close: served.close,
    };
  } catch (error) {
    await served.close();
    throw error;
  }
}

interface OpenedBoard {
  readonly file: string;
  readonly board: DrawnBoard;
  readonly reference: OpenReference;
  readonly fonts: readonly FontFace[];
  readonly notes: readonly string[];
}

/** Where a font file that was given is served. */
function fontPath({ address }: FontFile): string {
  return `-fonts/${address.split('/').map(encodeURIComponent).join('/')}`;
}

async function openBoard(
  browser: OpenBrowser,
  served: Served,
  { file, index, given }: { readonly file: string; readonly index: number; readonly given: readonly FontFile[] },
): Promise<OpenedBoard> {
  if (statSync(file).size > LARGEST)
    throw new Problem(
      `This drawing is larger than ${LARGEST / 1024 / 1024} MB.`,
      file,
      'Link its pictures instead of embedding them, or split it.',
    );
  const text = readFileSync(file, 'utf8');
  served.hold(`/-board-${index}`, 'text/html; charset=utf-8', '<!doctype html><meta charset="utf-8"><body></body>');
  const page = await browser.newPage(1440);
  await page.goto(`${served.origin}/-board-${index}`);
  await putIntoPage(page);
  const placed = await inside(page, 'placeDrawing', text);
  if ('fault' in placed) {
    if (placed.fault === 'no size')
      throw new Problem(
        'This SVG has no size: neither width and height nor a viewBox.',
        file,
        'Export it again with the size of the artboard.',
      );
    throw new Problem(`This SVG cannot be read (${placed.detail}).`, file, 'Export it again, or mend it.');
  }
  await page.setViewportSize({ width: placed.width, height: 900 });
  const chosen = chooseFaces(await usedFonts(page), given);
  if (chosen.length) await inside(page, 'addFaces', renderFaces(chosen));
  await inside(page, 'settle', SETTLE_LIMIT, false);
  const board = await inside(page, 'captureDrawing');
  if (board.items.length === 0)
    throw new Problem(
      'This drawing shows nothing.',
      file,
      'Check that its layers are visible and lie on the artboard.',
    );
  const picture = pictureOf(page, board.height);
  picture.catch(() => undefined);
  const missing = missingFonts(await shownFonts(page));
  const { faces } = await inside(page, 'collectSheets');
  const fonts = faces.map(({ family, descriptors }): FontFace => ({ family, descriptors }));
  return { file, board, fonts, notes: missing, reference: { width: board.width, page, picture, notes: [] } };
}
