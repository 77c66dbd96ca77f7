import { existsSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { parse, stringify } from 'yaml';
import { openBrowser, type OpenBrowser } from '../browser/launch.js';
import { originalContent, type Content } from '../core/content/content.js';
import { checkDocument } from '../core/page/check.js';
import { DESIGN_PASSES, runPasses } from '../core/passes/index.js';
import { sectionsOf } from '../core/passes/sections.js';
import { assetAddresses, mapAssets } from '../core/page/addresses.js';
import type { ElementNode, PageDocument } from '../core/page/types.js';
import { elements } from '../core/page/walk.js';
import { slug } from '../core/page/words.js';
import { renderSite } from '../core/render/site.js';
import { serveFolder } from '../browser/serve.js';
import { AssetStore, fetchAssets } from '../project/assets.js';
import { checkTarget, isProject, replaceProject, type ProjectFile } from '../project/folder.js';
import { LIMITS, readSettings, SETTINGS_FILE, writeSettings, type ProjectSettings } from '../project/settings.js';
import type { Proof } from '../core/proof/proof.js';
import { prove } from './prove.js';
import { readHtml } from './read-html.js';
import { readDesign } from './read-svg.js';
import { finishReference, openReference, referenceFiles, type Reference, type SectionPlace } from './reference.js';
import type { Progress } from './report-progress.js';
import { findSource, type Source } from './source.js';

export interface ConvertOptions {
  readonly out: string;
  readonly root?: string;
  readonly widths: readonly number[];
  readonly browser?: string;
  /** Compare the result with the source at the end. */
  readonly proof: boolean;
  readonly progress: Progress;
}

/** What a conversion made, for a person to read. */
export interface Converted {
  readonly project: string;
  readonly page: string;
  readonly widths: readonly number[];
  readonly sections: readonly { readonly name: string; readonly elements: number }[];
  readonly elements: { readonly source: number; readonly result: number };
  readonly styles: number;
  readonly cssBytes: number;
  readonly assets: number;
  readonly breakpoints: readonly number[];
  /** What was not understood or could not be had, in words. */
  readonly notes: readonly string[];
  readonly proof?: Proof;
}

/** Converts a source into a project folder. @throws Problem for input that cannot be converted; nothing is written then */
export async function convert(given: readonly string[], options: ConvertOptions): Promise<Converted> {
  const source = findSource(given, options.root);
  checkTarget(options.out);
  options.progress('Starting the browser');
  const browser = await openBrowser(options.browser);
  try {
    const made = await readSource(source, options, browser);
    options.progress('Writing the project');
    const converted = writeProject(source, made, browser.version, options);
    return options.proof ? { ...converted, proof: await prove(options.out, { open: browser, progress: options.progress }) } : converted;
  } finally {
    await browser.close();
  }
}

/** A source turned into a page, with everything that goes into its project. */
interface Made {
  readonly document: PageDocument;
  readonly references: readonly Reference[];
  readonly assets: AssetStore;
  readonly notes: readonly string[];
  readonly sourceElements: number;
}

async function readSource(source: Source, options: ConvertOptions, browser: OpenBrowser): Promise<Made> {
  if (source.kind === 'svg') return readArtboards(source, options, browser);
  return readWebPage(source, options, browser);
}

async function readWebPage(source: Exclude<Source, { kind: 'svg' }>, { widths, progress }: ConvertOptions, browser: OpenBrowser): Promise<Made> {
  const served = source.kind === 'html' ? await serveFolder(source.root) : undefined;
  const address = source.kind === 'html' ? `${served?.origin}/${source.path}` : source.address;
  const online = source.kind === 'address';
  try {
    progress(`Opening the page at ${widths.join(', ')} px`);
    const open = await Promise.all(widths.map((width) => openReference(browser, address, width, online, source.shown)));
    const widest = open.reduce((most, one) => (one.width > most.width ? one : most));
    progress('Reading elements and styles');
    const read = await readHtml(widest.page, { name: source.name, files: [source.kind === 'html' ? source.path : source.address], widths });
    progress('Finding sections, sharing styles');
    const raw = runPasses(read.document, { boxes: read.boxes, width: widest.width });
    progress('Collecting pictures and fonts');
    const assets = new AssetStore();
    const fetched = await fetchAssets(assetAddresses(raw), read.address, assets);
    const document = mapAssets(raw, (one) => fetched.places.get(one));
    const sections = sectionPlaces(document);
    const references = await Promise.all(open.map((one) => finishReference(one, sections)));
    return {
      document,
      references,
      assets,
      notes: [...read.notes, ...fetched.missing.map((one) => `File could not be had, its space is kept: ${shortAddress(one, served?.origin)}`)],
      sourceElements: references.find(({ width }) => width === widest.width)?.measured.elements ?? 0,
    };
  } finally {
    await served?.close();
  }
}

async function readArtboards(source: Extract<Source, { kind: 'svg' }>, { progress }: ConvertOptions, browser: OpenBrowser): Promise<Made> {
  const read = await readDesign(browser, source.name, source.files, progress);
  try {
    const raw = runPasses(read.document, { boxes: new Map(), width: read.document.source.widths[0] as number }, DESIGN_PASSES);
    progress('Collecting pictures');
    const assets = new AssetStore();
    const fetched = await fetchAssets(assetAddresses(raw), read.address, assets);
    const document = mapAssets(raw, (one) => fetched.places.get(one));
    const references = await Promise.all(read.references.map((one) => finishReference(one, [])));
    return {
      document,
      references,
      assets,
      notes: [...read.notes, ...fetched.missing.map((one) => `Picture could not be had, its space is kept: ${shortAddress(one, undefined)}`)],
      sourceElements: references[0]?.measured.elements ?? 0,
    };
  } finally {
    await read.close();
  }
}

function shortAddress(address: string, origin: string | undefined): string {
  return (origin ? address.replace(origin, '') : address).slice(0, 200);
}

function sectionPlaces(document: PageDocument): SectionPlace[] {
  return sectionsOf(document).map((section) => ({ name: slug(section.name, 40) || 'section', path: section.from?.path ?? '' }));
}

function writeProject(source: Source, made: Made, browserVersion: string, options: ConvertOptions): Converted {
  const { document } = made;
  checkDocument(document, `pages/${document.name}.json`);
  const settings = settingsFor(source, document, options);
  const content = contentFor(options.out, document);
  const site = renderSite(document, content);
  const assets = made.assets.entries();
  const files: ProjectFile[] = [
    [SETTINGS_FILE, writeSettings(settings)],
    [`content/${document.name}.yaml`, stringify(content, { lineWidth: 0 })],
    [`pages/${document.name}.json`, `${JSON.stringify(document, null, 2)}\n`],
    ...assets,
    ...assets.map(([path, bytes]): ProjectFile => [`site/${path}`, bytes]),
    ...Object.entries(site).map(([path, text]): ProjectFile => [`site/${path}`, text]),
    ...referenceFiles(made.references, browserVersion),
  ];
  replaceProject(options.out, files);
  return {
    project: options.out,
    page: document.name,
    widths: document.source.widths,
    sections: sectionsOf(document).map((section) => ({ name: section.name, elements: countElements(section) })),
    elements: { source: made.sourceElements, result: countElements(document.body) - 1 },
    styles: Object.keys(document.styles).length,
    cssBytes: Buffer.byteLength(site['style.css'] ?? ''),
    assets: made.assets.size,
    breakpoints: document.breakpoints.map(({ below }) => below),
    notes: made.notes,
  };
}

function countElements(node: ElementNode): number {
  return [...elements(node)].length;
}

function settingsFor(source: Source, document: PageDocument, { out }: ConvertOptions): ProjectSettings {
  const target = resolve(out);
  const own = source.kind === 'address' ? [source.address] : (source.kind === 'svg' ? source.files : [source.file]).map((file) => relative(target, file));
  const before = isProject(target) ? readSettings(readFileSync(join(target, SETTINGS_FILE), 'utf8'), SETTINGS_FILE) : undefined;
  return {
    format: 'tavrik-project',
    version: 1,
    page: {
      name: document.name,
      kind: document.source.kind,
      sources: own,
      ...(source.kind === 'html' ? { root: relative(target, source.root) || '.' } : {}),
      widths: document.source.widths,
    },
    limits: before?.limits ?? LIMITS,
  };
}

/** What the client wrote stays; fields that nobody touched take the words of the source as it is now. */
function contentFor(out: string, document: PageDocument): Content {
  const fresh = originalContent(document);
  const contentFile = join(out, 'content', `${document.name}.yaml`);
  const pageFile = join(out, 'pages', `${document.name}.json`);
  if (!existsSync(contentFile) || !existsSync(pageFile)) return fresh;
  const written = (parse(readFileSync(contentFile, 'utf8')) ?? {}) as Content;
  const before = originalContent(JSON.parse(readFileSync(pageFile, 'utf8')) as PageDocument);
  const kept: Record<string, Record<string, string>> = {};
  for (const [section, values] of Object.entries(fresh)) kept[section] = { ...values };
  for (const [section, values] of Object.entries(written)) {
    for (const [name, value] of Object.entries(values ?? {})) if (value !== before[section]?.[name]) (kept[section] ??= {})[name] = value;
  }
  return kept;
}
