import { basename, dirname } from 'node:path';
import { inside } from '../browser/inpage-script.js';
import { openBrowser, type OpenBrowser } from '../browser/launch.js';
import { serveFolder } from '../browser/serve.js';
import { shownFonts, shownPageFonts } from '../browser/shown-fonts.js';
import { pagesOf } from '../core/design/artboards.js';
import { askedFonts } from '../core/design/fonts.js';
import { loneThings, screenOf, type SeenBoard } from '../core/survey/from-board.js';
import { withGrounds } from '../core/survey/grounds.js';
import type { SeenPage } from '../core/survey/seen.js';
import { surveyOf, type PageSurvey } from '../core/survey/summary.js';
import { checkReportFolder, replaceReport } from '../project/report-folder.js';
import { readFontFolder } from '../project/fonts.js';
import type { Reading } from '../core/source/reading.js';
import { surveyPage } from '../report/survey-page.js';
import { holdFonts } from './hold-fonts.js';
import { openBoard, placeBoards, type PlacedBoard } from './open-boards.js';
import { openReference } from './reference.js';
import type { Progress } from './report-progress.js';
import { serveSource } from './serve-source.js';
import { findSources, type Source, type WebSource } from './source.js';

export interface SurveyOptions {
  readonly root?: string;
  readonly widths: readonly number[];
  readonly reading: Reading;
  readonly fonts?: string;
  readonly browser?: string;
  /** Folder of the report; none is written without it. */
  readonly out?: string;
  readonly progress: Progress;
}

/** What was found in a source. */
export interface Survey {
  readonly pages: readonly PageSurvey[];
}

/** A page that was looked over, with a picture of each of its screens. */
interface Looked {
  readonly page: SeenPage;
  readonly pictures: readonly Buffer[];
}

/** Looks sources over, and writes a report of it. @throws Problem */
export async function survey(given: readonly string[], options: SurveyOptions): Promise<Survey> {
  const sources = findSources(given, options.root);
  if (options.out !== undefined) checkReportFolder(options.out);
  options.progress('Starting the browser');
  const browser = await openBrowser(options.browser, sources[0]?.kind === 'address');
  try {
    const looked: Looked[] = [];
    for (const source of sources) looked.push(...(await lookAt(source, options, browser)));
    const pages = looked.map(({ page }) => surveyOf(page));
    if (options.out !== undefined) {
      options.progress('Writing the report');
      const files = surveyPage(pages, looked.map(({ pictures }) => pictures)); // prettier-ignore
      replaceReport(options.out, [...files, ['survey.json', `${JSON.stringify({ format: 'tavrik-survey', version: 1, pages }, null, 2)}\n`]]); // prettier-ignore
    }
    return { pages };
  } finally {
    await browser.close();
  }
}

async function lookAt(source: Source, options: SurveyOptions, browser: OpenBrowser): Promise<Looked[]> {
  return source.kind === 'svg'
    ? lookAtBoards(source.files, source.name, options, browser)
    : [await lookAtPage(source, options, browser)];
}

async function lookAtPage(
  source: WebSource,
  { widths, reading, progress }: SurveyOptions,
  browser: OpenBrowser,
): Promise<Looked> {
  const served = await serveSource(source, reading);
  try {
    progress(`Looking at ${source.name} at ${widths.join(', ')} px`);
    const open = await Promise.all(widths.map((width) => openReference(browser, served.visit, width)));
    const seen = await Promise.all(open.map(({ page }) => inside(page, 'seePage')));
    const fonts = askedFonts(await shownPageFonts(open[0]?.page as (typeof open)[number]['page']));
    const pictures = await Promise.all(open.map(({ picture }) => picture));
    await Promise.all(open.map(({ page }) => page.close()));
    const first = seen[0] as (typeof seen)[number];
    const narrowest = seen.at(-1) as (typeof seen)[number];
    const screens = seen.map(({ things, height, sections }, at) =>
      withGrounds({ name: `${widths[at]} px`, file: source.shown, width: widths[at] as number, height, things, layers: [], sections }),
    ); // prettier-ignore
    const { height: _, things: __, sections: ___, ...page } = first;
    return { page: { ...page, name: source.name, kind: 'html', screens, fonts, rigid: narrowest.rigid, lone: [] }, pictures }; // prettier-ignore
  } finally {
    await served.close();
  }
}

async function lookAtBoards(
  files: readonly string[],
  name: string,
  { fonts, progress }: SurveyOptions,
  browser: OpenBrowser,
): Promise<Looked[]> {
  const served = await serveFolder(dirname(files[0] as string));
  try {
    progress(`Looking at ${files.length === 1 ? 'the drawing' : `${files.length} drawings`}`);
    const placed = await placeBoards(browser, served, files);
    const given = holdFonts(served, fonts === undefined ? undefined : await readFontFolder(fonts));
    const looked: Looked[] = [];
    for (const [key, boards] of pagesOf(placed)) looked.push(await lookAtDesign(key || name, boards, given));
    return looked;
  } finally {
    await served.close();
  }
}

async function lookAtDesign(
  name: string,
  placed: readonly PlacedBoard[],
  fonts: Parameters<typeof openBoard>[1],
): Promise<Looked> {
  const boards = [...placed].sort((a, b) => b.width - a.width);
  const opened = await Promise.all(boards.map((one) => openBoard(one, fonts)));
  const seen = await Promise.all(
    boards.map(async ({ name: title, file, page }, at): Promise<SeenBoard> => {
      const board = (opened[at] as (typeof opened)[number]).board;
      return { name: title, file: basename(file), board, ...(await inside(page, 'seeLayers')) };
    }),
  );
  const shown = await Promise.all(boards.map(({ page }) => shownFonts(page)));
  const pictures = await Promise.all(opened.map(({ reference }) => reference.picture));
  await Promise.all(boards.map(({ page }) => page.close()));
  return {
    page: {
      name,
      kind: 'svg',
      title: opened.map(({ board }) => board.title).find(Boolean) ?? '',
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
      lone: loneThings(opened.map(({ board }) => board)),
    },
    pictures,
  };
}
