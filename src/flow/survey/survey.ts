import { visit } from '../../browser/visit.js';
import { behavioursIn, type OpenAt } from '../source/operate-controls.js';
import { defined } from '../../core/data/defined.js';
import { required } from '../../core/data/required.js';
import { existsSync } from 'node:fs';
import { dirname } from 'node:path';
import { openBrowser, type OpenBrowser } from '../../browser/launch.js';
import { serveFolder } from '../../browser/serve.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { writeBrief } from '../../project/brief-file.js';
import { writeFile } from '../../project/folder.js';
import { pagesOf } from '../../core/source/artboards.js';
import type { SurveyedPage } from '../../core/survey/observations.js';
import { surveyOf, type PageSurvey } from '../../core/survey/summary.js';
import { checkReportFolder, replaceReport } from '../../project/report-folder.js';
import { readFontFolder } from '../../project/fonts.js';
import type { DrawingChoices, Reading } from '../../core/source/reading.js';
import { surveyPage } from '../../report/survey-page.js';
import { FontsAtHand } from '../source/fonts-at-hand.js';
import { openArtboard, placeArtboards } from '../source/open-artboards.js';
import { openReference } from '../source/reference.js';
import type { Progress } from '../progress.js';
import { surveyDesign, surveyWebPage } from './survey-source.js';
import { serveSource } from '../source/serve-source.js';
import { drawingOptions, findSources, refuseForeign } from '../source/find-sources.js';
import type { Source, WebSource } from '../source/source.js';

export interface SurveyOptions {
  readonly root?: string;
  readonly widths: readonly number[];
  readonly reading: Reading;
  readonly fonts?: string;
  /** How the drawings of a design are to be read. */
  readonly drawing?: DrawingChoices;
  readonly browser?: string;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  /** Folder of the report; none is written without it. */
  readonly out?: string;
  /** File for a brief with what was proposed. */
  readonly brief?: string;
  readonly progress: Progress;
}

/** What was found in a source. */
export interface Survey {
  readonly pages: readonly PageSurvey[];
}

/** A page that was looked over, with a picture of each of its screens. */
interface Looked {
  readonly page: SurveyedPage;
  readonly pictures: readonly Buffer[];
}

/** Looks sources over, and writes a report of it. @throws TavrikError */
export async function survey(given: readonly string[], options: SurveyOptions): Promise<Survey> {
  const sources = findSources(given, options.root);
  refuseForeign(sources[0]?.kind, {
    ofPages: { '--scheme': options.reading.schemes !== 'both', '--sign-in': options.reading.signIn !== undefined },
    ofDesigns: { '--fonts': options.fonts !== undefined, ...drawingOptions(options.drawing) },
  });
  if (options.out !== undefined) checkReportFolder(options.out);
  if (options.brief !== undefined && existsSync(options.brief))
    throw new TavrikError(
      'The brief already exists. It was left unchanged.',
      options.brief,
      'Choose another file, or move this one.',
      'conflict',
    );
  if (!options.open) options.progress('Starting the browser');
  const browser = options.open ?? (await openBrowser(options.browser, sources[0]?.kind === 'address'));
  try {
    const looked: Looked[] = [];
    for (const source of sources) looked.push(...(await lookAt(source, options, browser)));
    const pages = looked.map(({ page }) => surveyOf(page));
    if (options.out !== undefined) {
      options.progress('Writing the report');
      const files = surveyPage(
        pages,
        looked.map(({ pictures: images }) => images),
      );
      replaceReport(options.out, [
        ...files,
        ['survey.json', `${JSON.stringify({ format: 'tavrik-survey', version: 2, pages }, null, 2)}\n`],
      ]);
    }
    if (options.brief !== undefined) writeFile(options.brief, writeBrief(pages.flatMap(({ findings }) => findings)));
    return { pages };
  } finally {
    if (!options.open) await browser.close();
  }
}

async function lookAt(source: Source, options: SurveyOptions, browser: OpenBrowser): Promise<Looked[]> {
  return source.kind === 'design'
    ? lookAtArtboards(source.files, source.name, options, browser)
    : [await lookAtPage(source, options, browser)];
}

async function lookAtPage(
  source: WebSource,
  { widths, reading, progress }: SurveyOptions,
  browser: OpenBrowser,
): Promise<Looked> {
  const served = await serveSource(source, { ...reading, anyway: true });
  try {
    progress(`Looking at ${source.name} at ${widths.join(', ')} px`);
    const open = await Promise.all(widths.map((width) => openReference(browser, served.visit, width)));
    const page = await surveyWebPage(source.name, source.shown, open);
    const images = await Promise.all(open.map(({ picture: image }) => image));
    const widest = required([...open].sort((a, b) => b.width - a.width)[0]);
    const openAt: OpenAt = async (width) => (await visit(browser, served.visit, width)).page;
    const behaviours = (await behavioursIn(widest.page, widths, openAt)).map(({ name, kind, means, reason }) => ({
      name,
      kind,
      ...defined({ means, reason }),
    }));
    await Promise.all(open.map((openReference) => openReference.page.close()));
    return { page: { ...page, behaviours }, pictures: images };
  } finally {
    await served.close();
  }
}

async function lookAtArtboards(
  files: readonly string[],
  name: string,
  { fonts, drawing, progress }: SurveyOptions,
  browser: OpenBrowser,
): Promise<Looked[]> {
  const served = await serveFolder(dirname(required(files[0])));
  try {
    progress(`Looking at ${files.length === 1 ? 'the drawing' : `${files.length} drawings`}`);
    const placed = await placeArtboards(browser, served, files, drawing);
    const given = new FontsAtHand(served, fonts === undefined ? undefined : await readFontFolder(fonts));
    const looked: Looked[] = [];
    for (const [key, own] of pagesOf(placed)) {
      const artboards = [...own].sort((a, b) => b.width - a.width);
      const opened = await Promise.all(artboards.map((artboard) => openArtboard(artboard, given)));
      const page = await surveyDesign(key || name, artboards, opened);
      const images = await Promise.all(opened.map(({ reference }) => reference.picture));
      await Promise.all(artboards.map((artboard) => artboard.page.close()));
      looked.push({ page, pictures: images });
    }
    return looked;
  } finally {
    await served.close();
  }
}
