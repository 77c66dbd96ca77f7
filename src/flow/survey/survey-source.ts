import { required } from '../../core/data/required.js';
import { basename } from 'node:path';
import { inside } from '../../browser/inpage-script.js';
import { shownFonts, shownPageFonts } from '../../browser/shown-fonts.js';
import { askedFonts } from '../../core/fonts/font-faces.js';
import { loneThings, screenOf, type SurveyedArtboard } from '../../core/survey/from-artboard.js';
import { withGrounds } from '../../core/survey/backgrounds.js';
import type { SurveyedPage } from '../../core/survey/observations.js';
import type { OpenedArtboard, PlacedArtboard } from '../source/open-artboards.js';
import type { OpenReference } from '../source/reference.js';

/**
 * Looks over a web page that is open at several widths.
 * @param shown how a person named it
 */
export async function surveyWebPage(
  name: string,
  shown: string,
  open: readonly OpenReference[],
): Promise<SurveyedPage> {
  const wide = [...open].sort((a, b) => b.width - a.width);
  const seen = await Promise.all(wide.map(({ page }) => inside(page, 'surveyPage')));
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
export async function surveyDesign(
  name: string,
  placed: readonly PlacedArtboard[],
  opened: readonly OpenedArtboard[],
): Promise<SurveyedPage> {
  const artboards = [...opened].sort((a, b) => b.board.width - a.board.width);
  const seen = await Promise.all(
    artboards.map(async ({ file, board: artboard, lines, reference: { page } }): Promise<SurveyedArtboard> => {
      const title = placed.find((placedArtboard) => placedArtboard.page === page)?.name ?? basename(file);
      return {
        name: title,
        file: basename(file),
        board: artboard,
        readings: lines,
        ...(await inside(page, 'surveyLayers')),
      };
    }),
  );
  const shown = await Promise.all(artboards.map(({ reference }) => shownFonts(reference.page)));
  return {
    name,
    kind: 'design',
    title: artboards.map(({ board: artboard }) => artboard.title).find(Boolean) ?? '',
    description: '',
    language: '',
    screens: seen.map((seenArtboard) => withGrounds(screenOf(seenArtboard))),
    fonts: askedFonts(shown.flat()),
    forms: [],
    scripts: [],
    embeds: [],
    elsewhere: [],
    items: [],
    rigid: [],
    anchors: seen.flatMap(({ layers }) => layers.map((layer) => layer.name)),
    lone: loneThings(artboards.map(({ board: artboard }) => artboard)),
  };
}
