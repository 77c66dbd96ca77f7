import { required } from '../../core/data/required.js';
import { defined } from '../../core/data/defined.js';
import type { DesignChoices } from '../../core/design/responsive/screens.js';
import { basename, dirname } from 'node:path';
import type { OpenBrowser } from '../../browser/launch.js';
import { serveFolder, type Served } from '../../browser/serve.js';
import type { Brief, DecisionOutcome } from '../../core/brief/brief.js';
import { pagesBy } from '../../core/source/artboards.js';
import type { BuiltDesign } from '../../core/design/emit/build-design.js';
import type { DrawnState } from '../../core/passes/states/drawn-states.js';
import { allWidths } from '../../core/design/responsive/screens.js';
import type { Breakpoint } from '../../core/document/types.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { DrawingChoices } from '../../core/source/reading.js';
import type { FontFolder } from '../../project/fonts.js';
import { FontsAtHand } from '../source/fonts-at-hand.js';
import { fitDesign } from './fit-design.js';
import type { SurveyedPage } from '../../core/survey/observations.js';
import { surveyDesign } from '../survey/survey-source.js';
import { openArtboard, placeArtboards, type PlacedArtboard } from '../source/open-artboards.js';
import type { OpenReference } from '../source/reference.js';
import type { Progress } from '../progress.js';

/** One page that artboards are of. */
export interface ReadDesign extends BuiltDesign {
  readonly references: readonly OpenReference[];
  /** The files that hold its artboards. */
  readonly files: readonly string[];
  /** Layers that show others in a state, those of the widest artboard first. */
  readonly states: readonly DrawnState[];
  /** What came of the brief on each artboard. */
  readonly reached: readonly DecisionOutcome[];
  /** What there is to see in it, if that was asked for. */
  readonly seen?: SurveyedPage;
}

export interface ReadDesigns {
  readonly pages: readonly ReadDesign[];
  /** Address that relative addresses of the drawings count from. */
  readonly address: string;
  readonly close: () => Promise<void>;
}

/** What a person says of the artboards of a call. */
export interface DesignOptions {
  readonly name: string;
  readonly files: readonly string[];
  /** The only page to make, if the artboards are of several. */
  readonly page?: string;
  readonly fonts?: FontFolder;
  readonly choices?: DesignChoices;
  readonly drawing?: DrawingChoices;
  readonly brief: Brief;
  /** Whether to look the source over as well. */
  readonly look: boolean;
}

/** Opens artboards as a browser draws them and makes the pages that they are of. @throws TavrikError */
export async function readDesigns(
  browser: OpenBrowser,
  given: DesignOptions,
  progress: Progress,
): Promise<ReadDesigns> {
  const { files } = given;
  const served = await serveFolder(dirname(required(files[0])));
  try {
    progress(`Opening ${files.length === 1 ? 'the drawing' : `${files.length} drawings`}`);
    const placed = await placeArtboards(browser, served, files, given.drawing);
    const chosen = choosePages(placed, given);
    const used = new Set(chosen.flatMap(({ boards: artboards }) => artboards));
    await Promise.all(placed.filter((placedArtboard) => !used.has(placedArtboard)).map(({ page }) => page.close()));
    const fonts = new FontsAtHand(served, given.fonts);
    const pages: ReadDesign[] = [];
    for (const chosenPage of chosen) {
      progress(`${chosen.length > 1 ? `${chosenPage.name}: ` : ''}Finding sections, rows and columns`);
      pages.push(await readPage(browser, served, chosenPage, given, fonts));
    }
    return { pages, address: `${served.origin}/`, close: served.close };
  } catch (error) {
    await served.close();
    throw error;
  }
}

/** A page by its name, and the artboards of it. */
interface ChosenPage {
  readonly name: string;
  readonly boards: readonly PlacedArtboard[];
}

async function readPage(
  browser: OpenBrowser,
  served: Served,
  { name, boards: artboards }: ChosenPage,
  { choices, fonts: folder, brief, look }: DesignOptions,
  fonts: FontsAtHand,
): Promise<ReadDesign> {
  const opened = await Promise.all(artboards.map((artboard) => openArtboard(artboard, fonts, brief)));
  opened.sort((a, b) => b.board.width - a.board.width);
  const seen = look ? await surveyDesign(name, artboards, opened) : undefined;
  const files = [...new Set(opened.map(({ file }) => file))];
  const built = await fitDesign(browser, served, {
    name,
    files: files.map((file) => basename(file)),
    boards: opened.map(({ board: artboard }) => artboard),
    ...defined({ fonts: opened[0]?.fonts }),
    ...choices,
    ...(brief.breakpoints
      ? {
          breakpoints: breakpointsNamed(
            brief.breakpoints,
            opened.map(({ board: artboard }) => artboard.width),
          ),
        }
      : {}),
  });
  const texts = [...(folder?.notes ?? []), ...heldIn(artboards), ...opened.flatMap(({ notes }) => notes)];
  return {
    ...built,
    ...(seen ? { seen } : {}),
    files,
    states: opened.flatMap((openedArtboard) => openedArtboard.states),
    reached: opened.map((openedArtboard) => openedArtboard.reached),
    notes: [...new Set([...texts, ...built.notes])],
    references: opened.map(({ reference }) => reference),
  };
}

/** The pages to make, and the artboards of each. @throws TavrikError if one is asked for that is not there, or two boards of one are equally wide */
function choosePages(placed: readonly PlacedArtboard[], { name, files, page, brief }: DesignOptions): ChosenPage[] {
  const { pages, lost } = pagesBy(placed, brief.pages ?? {});
  if (lost.length)
    throw new TavrikError(
      `The brief names ${lost.length === 1 ? 'a missing artboard' : 'missing artboards'}: ${lost.join(', ')}.`,
      'pages',
      `Available: ${placed.map((placedArtboard) => placedArtboard.name).join(', ')}.`,
    );
  const list = [...pages].map(
    ([text, artboards]) => `${text || name} (${artboards.map(({ width }) => width).join(', ')} px)`,
  );
  const wanted = [...pages].filter(([text]) => page === undefined || (text || name) === page);
  if (wanted.length === 0)
    throw new TavrikError(
      `Page "${page}" not found.`,
      '--page',
      `Pages by their names: ${list.join(', ')}.`,
      'not-found',
    );
  return wanted.map(([key, artboards]) => {
    const widths = artboards.map(({ width }) => width);
    const twice = widths.find((width, index) => widths.indexOf(width) !== index);
    if (twice !== undefined)
      throw new TavrikError(
        `Two artboards${pages.size > 1 ? ` of the page "${key}"` : ''} are ${twice} px wide.`,
        [...new Set(artboards.map(({ file }) => basename(file)))].join(', '),
        'Use one artboard for each width, and name the artboards of other pages after their page.',
      );
    return { name: files.length === placed.length && pages.size === 1 ? name : key || name, boards: artboards };
  });
}

/** The breakpoints of a brief. @throws TavrikError if there are not as many as the screens need, or they lie elsewhere */
function breakpointsNamed(named: Readonly<Record<string, number>>, artboards: readonly number[]): Breakpoint[] {
  const screens = allWidths(artboards);
  const list = Object.entries(named)
    .map(([name, below]) => ({ name, below }))
    .sort((a, b) => b.below - a.below);
  const fit =
    list.length === screens.length - 1 &&
    list.every(({ below }, at) => below <= required(screens[at]) && below > required(screens[at + 1]));
  if (fit) return list;
  throw new TavrikError(
    `These breakpoints do not separate the artboards of ${screens.join(', ')} px.`,
    'breakpoints',
    'Give one between each two of them, as name: px below which it applies.',
  );
}

/** Files that hold more than one artboard, in words. */
function heldIn(artboards: readonly PlacedArtboard[]): string[] {
  return [...new Set(artboards.map(({ file }) => file))].flatMap((file) => {
    const own = artboards.filter((artboard) => artboard.file === file);
    if (own.length < 2) return [];
    const list = own.map(({ name, width }) => (name.includes(String(width)) ? name : `${name} (${width} px)`));
    return [`${basename(file)} holds ${own.length} artboards of this page: ${list.join(', ')}`];
  });
}
