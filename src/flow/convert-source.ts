import { basename } from 'node:path';
import { openDesk } from '../browser/desk.js';
import type { OpenBrowser } from '../browser/launch.js';
import { assetAddresses, mapAssets } from '../core/page/addresses.js';
import type { ElementNode, PageDocument } from '../core/page/types.js';
import { elements } from '../core/page/walk.js';
import { slug } from '../core/page/words.js';
import { DESIGN_PASSES, FIRST_PASSES, LAST_PASSES, runPasses } from '../core/passes/index.js';
import { sectionsOf } from '../core/passes/sections.js';
import type { SignIn } from '../core/source/reading.js';
import type { Trimmed } from '../core/trim/trim.js';
import type { MeasuredSection } from '../core/proof/measured.js';
import { AssetStore, fetchAssets } from '../project/assets.js';
import { readFontFolder } from '../project/fonts.js';
import { prove } from './prove.js';
import { readHtml } from './read-html.js';
import { readDesign, type ReadDesign } from './read-svg.js';
import type { Converted, ConvertOptions } from './convert.js';
import { finishReference, openReference, type SectionPlace } from './reference.js';
import { serveSource } from './serve-source.js';
import type { Source, WebSource } from './source.js';
import { trimPage } from './trim-page.js';
import { settingsBefore, writeProject, type Made } from './write-project.js';

/** Reads a source in a browser that is open, and writes its project. @throws Problem; nothing is written then */
export async function convertSource(source: Source, options: ConvertOptions, browser: OpenBrowser): Promise<Converted> {
  const made = await readSource(source, options, browser);
  options.progress('Writing the project');
  const { cssBytes } = writeProject(source, made, options.reading, browser.version, options.out);
  const converted = summary(made, options.out, cssBytes);
  if (!options.proof) return converted;
  return { ...converted, proof: await prove(options.out, { open: browser, progress: options.progress }) };
}

function summary(
  { document, assets, notes, sourceElements, trimmed, reasons }: Made,
  project: string,
  cssBytes: number,
): Converted {
  return {
    project,
    page: document.name,
    widths: document.source.widths,
    sections: sectionsOf(document).map((section) => ({ name: section.name, elements: countElements(section) })),
    elements: { source: sourceElements, result: countElements(document.body) - 1 },
    ...(trimmed ? { trimmed } : {}),
    styles: Object.keys(document.styles).length,
    cssBytes,
    assets: assets.size,
    breakpoints: document.breakpoints.map(({ below }) => below),
    notes,
    ...(reasons ? { reasons } : {}),
  };
}

function countElements(node: ElementNode): number {
  return [...elements(node)].length;
}

async function readSource(source: Source, options: ConvertOptions, browser: OpenBrowser): Promise<Made> {
  if (source.kind === 'svg') return readArtboards(source, options, browser);
  return readWebPage(source, options, browser);
}

async function readWebPage(
  source: WebSource,
  { widths, progress, keepBoxes, proof, reading }: ConvertOptions,
  browser: OpenBrowser,
): Promise<Made> {
  const served = await serveSource(source, reading);
  try {
    progress(`Opening the page at ${widths.join(', ')} px`);
    const desk = openDesk(browser, served.visit.scheme);
    desk.catch(() => undefined);
    const open = await Promise.all(widths.map((width) => openReference(browser, served.visit, width)));
    const widest = open.reduce((most, one) => (one.width > most.width ? one : most));
    progress('Reading elements and styles');
    const read = await readHtml(widest.page, await desk, {
      name: source.name,
      files: [fileOf(source)],
      widths,
      schemes: reading.schemes,
      online: served.visit.online,
    });
    progress('Finding sections, sharing styles');
    const context = { boxes: read.boxes, width: widest.width, controls: read.controls };
    const raw = runPasses(read.document, context, FIRST_PASSES);
    progress('Collecting pictures and fonts');
    const { document: whole, assets, missing } = await bringAssets(raw, read.address, reading.signIn);
    if (proof) browser.prepare();
    progress('Taking out boxes that do nothing');
    const trimmed = keepBoxes ? undefined : await trimPage(await desk, whole, assets, read.boxes.size);
    if (served.visit.scheme === 'light') browser.giveBack(await desk);
    const document = runPasses(trimmed?.document ?? whole, context, LAST_PASSES);
    assets.keep(new Set(assetAddresses(document)));
    const sections = sectionPlaces(document);
    const references = await Promise.all(open.map((one) => finishReference(one, sections)));
    return {
      document,
      references,
      assets,
      notes: [...new Set(open.flatMap(({ notes }) => notes)), ...read.notes, ...missing],
      sourceElements: references.find(({ width }) => width === widest.width)?.measured.elements ?? 0,
      ...(trimmed ? { trimmed: reportOf(trimmed) } : {}),
    };
  } finally {
    await served.close();
  }
}

function reportOf({ document: _, ...report }: Trimmed): Omit<Trimmed, 'document'> {
  return report;
}

/** The file or address of a web page, as the page document names it. */
function fileOf(source: WebSource): string {
  if (source.kind === 'address') return source.address;
  return source.kind === 'html' ? source.path : basename(source.file);
}

async function readArtboards(
  source: Extract<Source, { kind: 'svg' }>,
  { progress, fonts, page, out, design }: ConvertOptions,
  browser: OpenBrowser,
): Promise<Made> {
  const choices = { ...settingsBefore(out)?.page.design, ...design };
  const given = {
    ...source,
    choices,
    ...(page === undefined ? {} : { page }),
    ...(fonts === undefined ? {} : { fonts: await readFontFolder(fonts) }),
  };
  const read = await readDesign(browser, given, progress);
  try {
    const raw = runPasses(
      read.document,
      { boxes: read.boxes, width: read.document.source.widths[0] as number },
      DESIGN_PASSES,
    );
    progress('Collecting pictures');
    const { document, assets, missing } = await bringAssets(raw, read.address, undefined, EMPTY_PICTURE);
    const references = await Promise.all(
      read.references.map((one, index) => finishReference(one, placesOn(document, read.sections, index))),
    );
    return {
      document,
      references,
      assets,
      choices,
      notes: [...read.notes, ...missing],
      sourceElements: references[0]?.measured.elements ?? 0,
      reasons: sectionsOf(document).map(({ id, name }) => ({ section: name, lines: read.reasons.get(id) ?? [] })),
    };
  } finally {
    await read.close();
  }
}

/** Where the sections of a design lie on one of its boards. */
function placesOn(document: PageDocument, sections: ReadDesign['sections'], board: number): MeasuredSection[] {
  const names = new Map(sectionsOf(document).map(({ id, name }) => [id, slug(name, 40) || 'section']));
  return sections.flatMap(({ id, boxes }): MeasuredSection[] => {
    const box = boxes[board];
    const name = names.get(id);
    return box && name ? [{ name, x: box[0], y: box[1], width: box[2], height: box[3] }] : [];
  });
}

/** Stands where a linked picture of a drawing is missing: unlike no picture at all, it keeps the picture's place. */
const EMPTY_PICTURE = `data:image/svg+xml,${encodeURIComponent('<svg xmlns="http://www.w3.org/2000/svg"/>')}`;

/** Brings the files that a page shows into the project; what could not be had is said in words. */
async function bringAssets(
  raw: PageDocument,
  base: string,
  signIn?: SignIn,
  instead?: string,
): Promise<Pick<Made, 'document' | 'assets'> & { readonly missing: readonly string[] }> {
  const assets = new AssetStore();
  const fetched = await fetchAssets(assetAddresses(raw), base, assets, signIn);
  const ours = new URL(base).hostname === '127.0.0.1' ? new URL(base).origin : '';
  const missing = fetched.missing.map(
    (one) => `File could not be had, its space is kept: ${(ours ? one.replace(ours, '') : one).slice(0, 200)}`,
  );
  return { document: mapAssets(raw, (one) => fetched.places.get(one) ?? instead), assets, missing };
}

function sectionPlaces(document: PageDocument): SectionPlace[] {
  return sectionsOf(document).map((section) => ({
    name: slug(section.name, 40) || 'section',
    path: section.from?.path ?? '',
  }));
}
