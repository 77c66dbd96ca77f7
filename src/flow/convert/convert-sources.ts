import { required } from '../../core/data/required.js';
import { defined } from '../../core/data/defined.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { lostDecisions, type Brief } from '../../core/brief/brief.js';
import { assetAddresses } from '../../core/document/addresses.js';
import type { ElementNode } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import type { WidthProof } from '../../core/proof/proof.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import { AssetStore } from '../../project/assets.js';
import type { Converted, ConvertedPage, ReadOptions } from './convert.js';
import type { PageBuild } from './page-build.js';
import { buildDesignPages } from './build-design-pages.js';
import { buildWebPage } from './build-web-page.js';
import { prove, type ProjectProof } from '../proof/prove.js';
import type { Savings } from './resize-images.js';
import type { TunedPage } from '../proof/tune.js';
import type { Source } from '../source/source.js';
import { writeProject, type WrittenPage } from './write-project.js';

/** Reads sources in a browser that is open, and writes their project. @throws TavrikError; nothing is written then */
export async function convertSources(
  sources: readonly Source[],
  options: ReadOptions,
  browser: OpenBrowser,
): Promise<Converted> {
  const store = new AssetStore();
  const builds: PageBuild[] = [];
  for (const source of sources) {
    const progress =
      sources.length > 1 ? (text: string) => options.progress(`${source.name}: ${text}`) : options.progress;
    const own = { ...options, progress };
    builds.push(
      ...(source.kind === 'design'
        ? await buildDesignPages(source, own, browser, store)
        : [await buildWebPage(source, own, browser, store)]),
    );
  }
  const savings = await slimAll(builds, store, options, browser);
  store.keep(new Set(builds.flatMap(({ document }) => assetAddresses(document))));
  options.progress('Writing the project');
  const written = writeProject(builds, store, options, browser.version);
  const { proof, tuned } = options.proof ? await proveAndTune(options, browser) : {};
  const pages = builds.map((entry, index): ConvertedPage => {
    const proved = proof?.pages.find(({ page }) => page === entry.document.name);
    return { ...summary(entry, required(written[index])), ...(proved ? { proof: proved } : {}) };
  });
  const notes = [
    ...lostDecisions(
      options.decisions,
      builds.flatMap(({ reached }) => reached),
    ),
    ...lostFields(builds),
    ...lostPages(options.decisions, builds),
  ];
  return {
    project: options.out,
    pages,
    assets: new Set(
      builds.flatMap(({ document: { head: _, ...shown } }) =>
        assetAddresses(shown).filter((assetAddress) => assetAddress.startsWith('assets/')),
      ),
    ).size,
    notes,
    ...(savings ? { pictures: savings } : {}),
    ...(tuned ? { tuned } : {}),
  };
}

/** What the brief says of fields that none of the pages has. */
function lostFields(builds: readonly PageBuild[]): string[] {
  const [first, ...others] = builds.map((entry) => entry.lostFields);
  return [...(first ?? [])].flatMap(([line, text]) => (others.every((map) => map.has(line)) ? [text] : []));
}

/** Pages that the brief says something about and that there are not. */
function lostPages({ aboutPages = {} }: Brief, builds: readonly PageBuild[]): string[] {
  const names = builds.map(({ document }) => document.name);
  return Object.keys(aboutPages)
    .filter((name) => !names.includes(name))
    .map((name) => `brief.yaml: about-pages names "${name}", which is no page; there are ${names.join(', ')}`);
}

/** Most trials of a page right after it was made: tuning by itself tries more. */
const FIRST_TRIALS = 24;

/** Nearer than this to the source a page is not tuned unasked: shares of pixels that differ and of words in place. */
const NEAR = { seen: 0.001, placed: 0.995 };

function isOff({ seen, words }: WidthProof): boolean {
  return seen > NEAR.seen || words.placed < NEAR.placed;
}

/** Compares the pages with their sources; where something could be fixed by style, fixes it and compares again. */
async function proveAndTune(
  { out, progress, tune }: ReadOptions,
  browser: OpenBrowser,
): Promise<{ readonly proof: ProjectProof; readonly tuned?: readonly TunedPage[] }> {
  const proof = await prove(out, { open: browser, progress });
  const mendable = proof.pages.some(({ widths }) =>
    widths.some((width) => isOff(width) && width.differences.some(({ remedy }) => remedy?.value !== undefined)),
  );
  if (tune === false || !mendable) return { proof };
  const { tuneProject } = await import('../proof/tune.js');
  const tuned = await tuneProject(out, { open: browser, most: FIRST_TRIALS, progress });
  if (tuned.every(({ steps }) => steps.length === 0)) return { proof };
  return { proof: await prove(out, { open: browser, progress }), tuned };
}

/** Offers the pictures of all pages as the brief asks, and says what that saved; nothing if it does not ask. */
async function slimAll(
  builds: PageBuild[],
  store: AssetStore,
  { decisions: { pictures: images }, progress }: ReadOptions,
  browser: OpenBrowser,
): Promise<Savings | undefined> {
  const limits = builds.map(({ reached }) => new Map(reached.flatMap(({ largest = [] }) => [...largest])));
  if (!images && limits.every(({ size }) => size === 0)) return undefined;
  progress('Resizing images to the size at which they are shown');
  const { resizeImages, noSavings, addSavings } = await import('./resize-images.js');
  let all = noSavings;
  for (const [at, entry] of builds.entries()) {
    const { document, savings } = await resizeImages(
      entry.document,
      store,
      { ...defined({ all: images }), largest: limits[at] ?? new Map() },
      browser,
    );
    builds[at] = { ...entry, document };
    all = addSavings(all, savings);
  }
  return all;
}

function summary(
  { document, notes, behaviours, sourceElements, trimmed, reasons }: PageBuild,
  written: WrittenPage,
): ConvertedPage {
  return {
    page: document.name,
    file: written.file,
    widths: document.source.widths,
    sections: sectionsOf(document).map((section) => ({ name: section.name, elements: countElements(section) })),
    elements: { source: sourceElements, result: countElements(document.body) - 1 },
    ...(trimmed ? { trimmed } : {}),
    styles: Object.keys(document.styles).length,
    cssBytes: written.cssBytes,
    breakpoints: document.breakpoints.map(({ below }) => below),
    notes,
    ...(behaviours ? { behaviours } : {}),
    ...(reasons ? { reasons } : {}),
  };
}

function countElements(node: ElementNode): number {
  return [...elements(node)].length;
}
