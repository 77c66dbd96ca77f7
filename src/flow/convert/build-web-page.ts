import { behavioursOf, noteOfBehaviours } from '../../core/behaviours/report.js';
import { operatedControls } from '../../core/behaviours/operated-control.js';
import { visit } from '../../browser/visit.js';
import { required } from '../../core/data/required.js';
import { basename } from 'node:path';
import { inside } from '../../browser/inpage-script.js';
import { openBlankPage } from '../../browser/blank-page.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { assetAddresses } from '../../core/document/addresses.js';
import type { PageDocument } from '../../core/document/types.js';
import { sectionSlug } from '../../core/text/slug.js';
import { decisionsPass } from '../../core/passes/brief/decisions.js';
import { findingsOf } from '../../core/survey/survey.js';
import { surveyWebPage } from '../survey/survey-source.js';
import { FIRST_PASSES, LAST_PASSES, runPasses, withBrief } from '../../core/passes/presets.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import type { Trimmed } from '../../core/trim/trim.js';
import { AssetStore } from '../../project/assets.js';
import { bringAssets } from './bring-assets.js';
import type { ReadOptions } from './convert.js';
import type { PageBuild } from './page-build.js';
import { buildHead } from './page-head.js';
import { operateControls, type OpenAt } from '../source/operate-controls.js';
import { readHtml } from './read-html.js';
import { finishReference, openReference, elementPlaces, type SectionPlace } from '../source/reference.js';
import { serveSource } from '../source/serve-source.js';
import type { WebSource } from '../source/source.js';
import { trimPage } from './trim-page.js';

/** Makes a page of a web page. @param store where the files that it shows go @throws TavrikError */
// eslint-disable-next-line max-lines-per-function -- the steps of a conversion, in order
export async function buildWebPage(
  source: WebSource,
  { widths, progress, keepBoxes, proof, reading, decisions, briefText }: ReadOptions,
  browser: OpenBrowser,
  store: AssetStore,
): Promise<PageBuild> {
  const served = await serveSource(source, reading);
  try {
    progress(`Opening the page at ${widths.join(', ')} px`);
    const desk = openBlankPage(browser, served.visit.scheme);
    desk.catch(() => undefined);
    /* What is read is read in the widest; the others come to rest meanwhile. */
    const opening = widths.map((width) => openReference(browser, served.visit, width));
    for (const promise of opening) promise.catch(() => undefined);
    const widest = await required(opening[widths.indexOf(Math.max(...widths))]);
    const open = await Promise.all(opening);
    progress('Reading elements and styles');
    const openAt: OpenAt = async (width) => (await visit(browser, served.visit, width)).page;
    const read = await readHtml(
      widest.page,
      await desk,
      {
        name: source.name,
        files: [fileOf(source)],
        widths,
        schemes: reading.schemes,
        online: served.visit.online,
      },
      {
        width: widest.width,
        pages: open.filter((other) => other !== widest),
        openAt,
        operate: async (candidates) => operateControls(candidates, widths, openAt),
      },
    );
    progress('Finding sections, sharing styles');
    const done = new Set(read.planned.flatMap(({ means, trigger, closers }) => (means ? [trigger, ...closers] : [])));
    const context = {
      boxes: read.boxes,
      width: widest.width,
      controls: read.controls.filter(({ control }) => !done.has(control)),
      behaviours: read.planned,
    };
    /* Its pictures and icons are no part of what is shown: they are brought at the end. */
    const { head, ...shown } = read.document;
    const raw = runPasses(shown, context, FIRST_PASSES);
    progress('Collecting images and fonts');
    const { signIn } = reading;
    const own = new AssetStore();
    const { document: whole, missing } = await bringAssets(raw, read.address, own, signIn ? { signIn } : {});
    if (proof) browser.prepare();
    /* Looking goes on while boxes are tried in another page. */
    const seeing = briefText === undefined ? surveyWebPage(source.name, source.shown, open) : undefined;
    seeing?.catch(() => undefined);
    const scrolling = (seeing ?? Promise.resolve()).then(async () => {
      const things = elementPlaces(whole);
      return Promise.all(
        open.map(async ({ width, page, picture: image }) => {
          await image;
          return { width, looks: await inside(page, 'captureScrolledHeader', things) };
        }),
      );
    });
    scrolling.catch(() => undefined);
    progress('Removing boxes without effect');
    const trimmed = keepBoxes ? undefined : await trimPage(await desk, whole, own, read.boxes.size);
    if (served.visit.scheme === 'light') browser.giveBack(await desk);
    const reached = open.flatMap((openReference) => openReference.reached ?? []);
    const decide = decisionsPass(decisions, (decision) => reached.push(decision));
    const lost = new Map<number, string>();
    const passes = withBrief(LAST_PASSES, decisions, decide, (line, text) => lost.set(line, text));
    const document = runPasses(trimmed?.document ?? whole, { ...context, scrolled: await scrolling }, passes);
    own.keep(new Set(assetAddresses(document)));
    store.addAll(own);
    const seen = await seeing;
    const sections = sectionPlaces(document);
    const found = { sections, things: elementPlaces(document) };
    const references = await Promise.all(open.map((openReference) => finishReference(openReference, found)));
    const headed = await buildHead(
      { ...document, ...(head ? { head } : {}) },
      {
        brief: decisions,
        address: read.address,
        online: served.visit.online,
        references,
        ...(signIn ? { signIn } : {}),
        ...(read.icon === undefined ? {} : { icon: read.icon }),
      },
      store,
    );
    const behaviours = behavioursOf(document, read.heard, read.planned, whole);
    const dead = noteOfBehaviours(behaviours);
    return {
      document: headed.document,
      references,
      source,
      files: source.kind === 'address' ? [source.address] : [source.file],
      notes: oneForEach([
        ...open.flatMap(({ notes }) => notes),
        ...read.notes,
        ...missing,
        ...headed.notes,
        ...(dead === undefined ? [] : [dead]),
      ]),
      ...(behaviours.length ? { behaviours } : {}),
      operated: operatedControls(document, read.planned),
      lostFields: lost,
      reached,
      ...(seen ? { findings: findingsOf(seen) } : {}),
      sourceElements: references.find(({ width }) => width === widest.width)?.measured.elements ?? 0,
      ...(trimmed ? { trimmed: reportOf(trimmed) } : {}),
    };
  } finally {
    await served.close();
  }
}

/** Notes, each once: what could not be loaded could not be read either. */
function oneForEach(notes: readonly string[]): string[] {
  const unloaded = notes
    .filter((note) => note.includes(LOADED))
    .map((note) => note.replace(LOADED, ' could not be read: '));
  return [...new Set(notes)].filter((note) => !unloaded.includes(note));
}

const LOADED = ' could not be loaded: ';

function reportOf({ document: _, ...report }: Trimmed): Omit<Trimmed, 'document'> {
  return report;
}

/** The file or address of a web page, as the page document names it. */
function fileOf(source: WebSource): string {
  if (source.kind === 'address') return source.address;
  return source.kind === 'html' ? source.path : basename(source.file);
}

function sectionPlaces(document: PageDocument): SectionPlace[] {
  return sectionsOf(document).map((section) => ({
    name: sectionSlug(section.name),
    path: section.from?.path ?? '',
  }));
}
