import { required } from '../../core/data/required.js';
import { join } from 'node:path';
import { openBrowser, type OpenBrowser } from '../../browser/launch.js';
import { decided, DECISION_KINDS, type DecisionKind } from '../../core/brief/brief.js';
import { BRIEF_FILE, briefOf, readBrief } from '../../project/brief-file.js';
import { fillPage } from '../../core/content/content.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import { slug } from '../../core/text/slug.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import { tune, type Tuned } from '../../core/tune/tune.js';
import { shownScheme } from '../../core/source/reading.js';
import { ADJUST_FILE, readAdjustments, writeAdjustments } from '../../project/adjust-file.js';
import { openProject, writeFile } from '../../project/folder.js';
import { pageNamed, type PageSettings } from '../../project/settings.js';
import { openTestPage } from './test-page.js';
import { readReference } from '../source/reference.js';
import { readPage } from '../render/read-page.js';
import { writeAndRender } from '../render/render.js';
import type { Progress } from '../progress.js';

export interface TuneOptions {
  readonly page?: string;
  readonly section?: string;
  readonly widths?: readonly number[];
  readonly dryRun?: boolean;
  /** Most trials of one page. */
  readonly most?: number;
  /** Longest time for all pages, ms. */
  readonly maxTime?: number;
  readonly browser?: string;
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** What tuning did to one page. */
export interface TunedPage extends Tuned {
  readonly page: string;
}

/** Most trials of one page, each a rendering at every width. */
const MOST_TRIALS = 300;
/** Fewest trials of a large page. */
const FEWEST_TRIALS = 24;
/** Elements that all trials of a page render together: large pages have fewer trials, so that time stays in bounds. */
const MOST_RENDERED = 150_000;

/** Fixes what can be fixed by style in the pages of a project, writes it to `adjust.yaml` and renders the site. @throws TavrikError */
export async function tuneProject(project: string, options: TuneOptions): Promise<TunedPage[]> {
  const settings = openProject(project);
  const pages = options.page === undefined ? settings.pages : [pageNamed(settings, options.page)];
  const own = options.open ? undefined : await openBrowser(options.browser, false);
  const browser = required(options.open ?? own);
  const end = options.maxTime === undefined ? Infinity : Date.now() + options.maxTime;
  try {
    const tuned: TunedPage[] = [];
    let adjustments = readAdjustments(project);
    for (const page of pages) {
      options.progress(`Tuning ${page.name}`);
      const from = Math.max(0, ...adjustments.map(({ step = 0 }) => step)) + 1;
      const result = await tunePage(project, page, adjustments, { from, end }, browser, options);
      tuned.push({ page: page.name, ...result });
      adjustments = [...result.adjustments];
    }
    if (!options.dryRun && tuned.some(({ steps }) => steps.length)) {
      writeAndRender(project, () => writeFile(join(project, ADJUST_FILE), writeAdjustments(adjustments)));
    }
    return tuned;
  } finally {
    await own?.close();
  }
}

async function tunePage(
  project: string,
  page: PageSettings,
  existing: ReturnType<typeof readAdjustments>,
  { from, end }: { readonly from: number; readonly end: number },
  browser: OpenBrowser,
  { section, widths, most }: TuneOptions,
): Promise<Tuned> {
  const { document, content, file } = readPage(project, page.name);
  const filled = fillPage(document, content);
  if (section !== undefined && !sectionsOf(document).some(({ name }) => slug(name, 40) === section))
    throw new TavrikError(
      `Section "${section}" not found.`,
      file,
      `Available: ${sectionsOf(document)
        .map(({ name }) => slug(name, 40))
        .join(', ')}.`,
      'not-found',
    );
  const unknown = widths?.filter((width) => !page.widths.includes(width)) ?? [];
  if (unknown.length)
    throw new TavrikError(
      `No reference at ${unknown.join(', ')} px.`,
      '--widths',
      `Choose from ${page.widths.join(', ')}.`,
      'not-found',
    );
  const sources = page.widths.map((width) => readReference(project, page.name, width));
  const bench = await openTestPage(project, filled, shownScheme(page.schemes), browser, { together: true });
  try {
    return await tune(filled, existing, sources, bench.measure, {
      leave: decidedLooks(project),
      most: most ?? trialsFor(filled),
      isOver: () => Date.now() > end,
      from,
      ...(section === undefined ? {} : { section }),
      ...(widths ? { only: widths } : {}),
    });
  } finally {
    await bench.close();
  }
}

/** Trials that a page may have without `most`: by its size, not by time, so that every machine comes to the same result. */
function trialsFor({ body }: PageDocument): number {
  const size = [...elements(body)].length;
  return Math.min(MOST_TRIALS, Math.max(FEWEST_TRIALS, Math.floor(MOST_RENDERED / size)));
}

/** Properties in which the brief makes pages look different than their source. */
const DECIDED: Readonly<Partial<Record<DecisionKind, readonly string[]>>> = {
  fit: ['object-fit'],
  colour: ['color', 'background-color'],
  font: ['font-family', 'letter-spacing', 'max-width'],
  merge: ['display'],
  'leave-out': ['display'],
};

function decidedLooks(project: string): ReadonlySet<string> {
  const text = briefOf(project);
  if (text === undefined) return new Set();
  const brief = readBrief(text, join(project, BRIEF_FILE));
  return new Set(decided(brief, ...DECISION_KINDS).flatMap(({ do: deed }) => DECIDED[deed] ?? []));
}
