import type { DesignChoices } from '../core/design/screens.js';
import { basename, dirname } from 'node:path';
import type { OpenBrowser } from '../browser/launch.js';
import { mediaTypeOf, serveFolder, type Served } from '../browser/serve.js';
import { pagesOf } from '../core/design/artboards.js';
import type { BuiltDesign } from '../core/design/build.js';
import type { FontFile } from '../core/design/fonts.js';
import { Problem } from '../core/page/problem.js';
import type { FontFolder } from '../project/fonts.js';
import { fitDesign } from './fit-design.js';
import { openBoard, placeBoards, type PlacedBoard } from './open-boards.js';
import type { OpenReference } from './reference.js';
import type { Progress } from './report-progress.js';

export interface ReadDesign extends BuiltDesign {
  readonly references: readonly OpenReference[];
  /** Address that relative addresses of the drawings count from. */
  readonly address: string;
  readonly close: () => Promise<void>;
}

/** What a person says of the artboards of a call. */
export interface DesignGiven {
  readonly name: string;
  readonly files: readonly string[];
  /** Which page to make, if the artboards are of several. */
  readonly page?: string;
  readonly fonts?: FontFolder;
  readonly choices?: DesignChoices;
}

/** Opens artboards as a browser draws them and makes one page of them. @throws Problem */
export async function readDesign(browser: OpenBrowser, given: DesignGiven, progress: Progress): Promise<ReadDesign> {
  const { files, fonts: folder } = given;
  const served = await serveFolder(dirname(files[0] as string));
  try {
    progress(`Opening ${files.length === 1 ? 'the drawing' : `${files.length} drawings`}`);
    const placed = await placeBoards(browser, served, files);
    const { name, boards } = choosePage(placed, given);
    await Promise.all(placed.filter((one) => !boards.includes(one)).map(({ page }) => page.close()));
    const fonts = holdFonts(served, folder);
    const opened = await Promise.all(boards.map((one) => openBoard(one, fonts)));
    opened.sort((a, b) => b.board.width - a.board.width);
    progress('Finding sections, rows and columns');
    const built = await fitDesign(browser, served, {
      name,
      files: [...new Set(opened.map(({ file }) => basename(file)))],
      boards: opened.map(({ board }) => board),
      fonts: opened[0]?.fonts,
      ...given.choices,
    });
    const said = [...(folder?.notes ?? []), ...heldIn(boards), ...opened.flatMap(({ notes }) => notes)];
    return {
      ...built,
      notes: [...new Set([...said, ...built.notes])],
      references: opened.map(({ reference }) => reference),
      address: `${served.origin}/`,
      close: served.close,
    };
  } catch (error) {
    await served.close();
    throw error;
  }
}

/** The artboards of the page to make. @throws Problem if it is not clear which one, or two of it are equally wide */
function choosePage(
  placed: readonly PlacedBoard[],
  { name, files, page }: DesignGiven,
): { readonly name: string; readonly boards: readonly PlacedBoard[] } {
  const pages = pagesOf(placed);
  const list = [...pages].map(([one, boards]) => `${one || name} (${boards.map(({ width }) => width).join(', ')} px)`);
  const shown = files.map((file) => basename(file)).join(', ');
  const wanted = page === undefined ? undefined : [...pages].find(([one]) => (one || name) === page);
  if (page !== undefined && !wanted)
    throw new Problem(`There is no page "${page}".`, '--page', `By their names there are: ${list.join(', ')}.`);
  if (page === undefined && pages.size > 1)
    throw new Problem(
      `By their names these are artboards of ${pages.size} pages: ${list.join(', ')}.`,
      shown,
      `Make one page at a time: --page ${[...pages.keys()][0] ?? ''}.`,
    );
  const [key, boards] = wanted ?? ([...pages][0] as [string, readonly PlacedBoard[]]);
  const widths = boards.map(({ width }) => width);
  const twice = widths.find((width, index) => widths.indexOf(width) !== index);
  if (twice !== undefined)
    throw new Problem(
      `Two artboards are ${twice} px wide.`,
      shown,
      'Give one artboard a width; convert other pages by themselves.',
    );
  return { name: files.length === placed.length && pages.size === 1 ? name : key || name, boards };
}

/** Files that hold more than one artboard, in words. */
function heldIn(boards: readonly PlacedBoard[]): string[] {
  return [...new Set(boards.map(({ file }) => file))].flatMap((file) => {
    const own = boards.filter((one) => one.file === file);
    if (own.length < 2) return [];
    const list = own.map(({ name, width }) => (name.includes(String(width)) ? name : `${name} (${width} px)`));
    return [`${basename(file)} holds ${own.length} artboards of this page: ${list.join(', ')}`];
  });
}

/** Serves font files to the page; the fonts with the addresses where they are then. */
function holdFonts(served: Served, folder: FontFolder | undefined): FontFile[] {
  return (folder?.fonts ?? []).map(({ font, bytes }) => {
    const address = `/-fonts/${font.address.split('/').map(encodeURIComponent).join('/')}`;
    served.hold(decodeURIComponent(address), mediaTypeOf(font.address), bytes);
    return { ...font, address };
  });
}
