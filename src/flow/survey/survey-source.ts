import { required } from '../../core/data/required.js';
import { basename } from 'node:path';
import { inside } from '../../browser/inpage-script.js';
import { shownFonts, shownPageFonts } from '../../browser/shown-fonts.js';
import { askedFonts } from '../../core/fonts/font-faces.js';
import { loneThings, screenOf, type SeenBoard } from '../../core/survey/from-artboard.js';
import { withGrounds } from '../../core/survey/backgrounds.js';
import type { SeenPage } from '../../core/survey/observations.js';
import type { OpenedBoard, PlacedBoard } from '../source/open-artboards.js';
import type { OpenReference } from '../source/reference.js';

/**
 * Looks over a web page that is open at several widths.
 * @param shown how a person named it
 */
export async function seeWebPage(name: string, shown: string, open: readonly OpenReference[]): Promise<SeenPage> {
  const wide = [...open].sort((a, b) => b.width - a.width);
  const seen = await Promise.all(wide.map(({ page }) => inside(page, 'seePage')));
  const [first, narrowest] = [seen[0], seen.at(-1)];
  const [widest] = wide;
  if (!first || !narrowest || !widest) throw new Error('A page must be open at one width at least.');
  const fonts = askedFonts(await shownPageFonts(widest.page));
  const screens = seen.map(({ things, height, sections }, at) => {
    const { width } = required(wide[at]);
    return withGrounds({ name: `${width} px`, file: shown, width, height, things, layers: [], sections });
  });
  const { height: _, things: __, sections: ___, ...page } = first;
  return { ...page, name, kind: 'html', screens, fonts, rigid: narrowest.rigid, lone: [] };
}

/** Looks over the artboards of a page. @param placed the same artboards as `opened`, in any order */
export async function seeDesign(
  name: string,
  placed: readonly PlacedBoard[],
  opened: readonly OpenedBoard[],
): Promise<SeenPage> {
  const boards = [...opened].sort((a, b) => b.board.width - a.board.width);
  const seen = await Promise.all(
    boards.map(async ({ file, board, reference: { page } }): Promise<SeenBoard> => {
      const title = placed.find((one) => one.page === page)?.name ?? basename(file);
      return { name: title, file: basename(file), board, ...(await inside(page, 'seeLayers')) };
    }),
  );
  const shown = await Promise.all(boards.map(({ reference }) => shownFonts(reference.page)));
  return {
    name,
    kind: 'svg',
    title: boards.map(({ board }) => board.title).find(Boolean) ?? '',
    description: '',
    language: '',
    screens: seen.map((one) => withGrounds(screenOf(one))),
    fonts: askedFonts(shown.flat()),
    forms: [],
    scripts: [],
    embeds: [],
    elsewhere: [],
    items: [],
    rigid: [],
    anchors: seen.flatMap(({ layers }) => layers.map((layer) => layer.name)),
    lone: loneThings(boards.map(({ board }) => board)),
  };
}
