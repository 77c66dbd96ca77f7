import type { Page } from 'playwright-core';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { comparePage } from '../core/proof/compared.js';
import { differencesOf } from '../core/proof/checks/index.js';
import { fillPage } from '../core/content/content.js';
import type { PageDocument } from '../core/page/types.js';
import { elements } from '../core/page/walk.js';
import { readAdjusted } from './read-page.js';
import { inside } from '../browser/inpage-script.js';
import { openBrowser, VIEW_HEIGHT, type OpenBrowser } from '../browser/launch.js';
import { openOurs, pictureOf, turnTo } from '../browser/our-page.js';
import { serveFolder, type Served } from '../browser/serve.js';
import type { MeasuredPage } from '../core/proof/measured.js';
import { overLimits, proveWidth, sectionBands, type Proof, type WidthProof } from '../core/proof/proof.js';
import { decided, type Decision } from '../core/brief/brief.js';
import { BRIEF_FILE, briefOf, readBrief } from '../project/brief-file.js';
import { Problem } from '../core/page/problem.js';
import { shownScheme, type Scheme, type SignIn } from '../core/source/reading.js';
import { checkDocument } from '../core/page/check.js';
import { sectionsOf } from '../core/passes/sections.js';
import { slug } from '../core/page/words.js';
import { fileNameOf, placesOf } from '../core/render/site.js';
import { openProject, replaceFolder, type ProjectFile } from '../project/folder.js';
import { pageNamed, type PageSettings } from '../project/settings.js';
import { proofPage, type ProofPictures } from '../report/proof-page.js';
import { proofTable } from '../report/proof-table.js';
import { finishReference, openReference, readReference, thingPlaces, type Reference } from './reference.js';
import type { Progress } from './report-progress.js';
import { serveSource } from './serve-source.js';
import { findSources } from './source.js';

export interface ProveOptions {
  /** The only page to compare; all without it. */
  readonly page?: string;
  readonly widths?: readonly number[];
  readonly limit?: number;
  readonly browser?: string;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** The proofs of all pages of a project. */
export interface ProjectProof {
  readonly pages: readonly Proof[];
  /** What is over a limit, in words; empty if all pages hold. */
  readonly over: readonly string[];
}

/** Compares the site of a project with its source at each width and writes the report. @throws Problem */
export async function prove(project: string, options: ProveOptions): Promise<ProjectProof> {
  const settings = openProject(project);
  const places = placesOf(settings.pages.map(({ name }) => name));
  const wanted = options.page === undefined ? settings.pages : [pageNamed(settings, options.page)];
  for (const { name } of wanted)
    if (!existsSync(join(project, 'site', places.get(name)?.html ?? '')))
      throw new Problem('This project has no rendered site.', project, `Render it: tavrik render ${project}`);
  const limits = { ...settings.limits, ...(options.limit === undefined ? {} : { differ: options.limit }) };
  const own = options.open ? undefined : await openBrowser(options.browser, wanted.some(isOnline));
  const browser = options.open ?? (own as OpenBrowser);
  const site = await serveFolder(join(project, 'site'));
  site.hold('/-/compare', 'text/html', '<!doctype html><title>compare</title>');
  try {
    const pages: ProvedPage[] = [];
    for (const page of wanted) {
      const widths = options.widths ?? page.widths;
      const references = await referencesAt(project, page, widths, browser, options);
      options.progress(`${wanted.length > 1 ? `${page.name}: ` : ''}Comparing at ${widths.join(', ')} px`);
      const { document, content } = readAdjusted(project, page.name);
      const filled = fillPage(document, content);
      const address = `${site.origin}/${places.get(page.name)?.html ?? ''}`;
      const proved = await proveAll(browser, site, address, filled, references, shownScheme(page.schemes));
      const proofs = proved.map(({ proof }) => proof);
      const over = overLimits(proofs, limits).map((one) => (wanted.length > 1 ? `${page.name}, ${one}` : one));
      const proof: Proof = { page: page.name, limits, widths: proofs, over };
      pages.push({ proof, pictures: new Map(proved.map(({ proof: { width }, pictures }) => [width, pictures])) });
    }
    const made: ProjectProof = {
      pages: pages.map(({ proof }) => proof),
      over: pages.flatMap(({ proof }) => proof.over),
    };
    replaceFolder(project, 'proof', [...reportFiles(pages), ['proof.json', `${JSON.stringify(made, null, 2)}\n`]]);
    return made;
  } finally {
    await own?.close();
    await site.close();
  }
}

interface ProvedPage {
  readonly proof: Proof;
  readonly pictures: ReadonlyMap<number, ProofPictures>;
}

/** The report of one page is the report; several have a table in front of them. */
function reportFiles(pages: readonly ProvedPage[]): ProjectFile[] {
  const [only] = pages;
  if (pages.length === 1 && only) return [['index.html', proofPage(only.proof, only.pictures)]];
  return [
    ['index.html', proofTable(pages.map(({ proof }) => proof))],
    ...pages.map(({ proof, pictures }): ProjectFile => [`${fileNameOf(proof.page)}.html`, proofPage(proof, pictures)]),
  ];
}

interface Proved {
  readonly proof: WidthProof;
  readonly pictures: ProofPictures;
}

/** Where a PNG file says how high it is. */
const PNG_HEIGHT = 20;

/**
 * Pictures the site at one width after the other in one page, and compares while the next picture is taken. From narrow
 * to wide, so that the browser takes the picture of a `srcset` that it would take at that width.
 */
async function proveAll(
  browser: OpenBrowser,
  site: Served,
  address: string,
  document: PageDocument,
  references: readonly Reference[],
  scheme: Scheme,
): Promise<Proved[]> {
  const order = [...elements(document.body)].map(({ id }) => id);
  const rising = [...references].sort((a, b) => a.width - b.width);
  const page = await browser.newPage(rising[0]?.width ?? 1440, { scheme });
  await openOurs(page, address);
  const compared = new Map<number, Promise<Proved>>();
  let table: Promise<Page> | undefined;
  try {
    for (const reference of rising) {
      await turnTo(page, reference.width);
      const measured = await inside(page, 'measureNow', { order });
      const picture = await pictureOf(page, shownHeight(measured, reference));
      if (!picture.equals(reference.picture)) table ??= openTable(browser, site);
      const proved = compareAt(document, table, site, reference, measured, picture);
      proved.catch(() => undefined);
      compared.set(reference.width, proved);
    }
    return await Promise.all(references.map(({ width }) => compared.get(width) as Promise<Proved>));
  } finally {
    await page.close();
    await table?.then((one) => one.close());
  }
}

/** A page is as high as the view at least; an artboard may be lower, and only that much of the page is compared. */
function shownHeight({ height }: MeasuredPage, { picture }: Reference): number {
  return height <= VIEW_HEIGHT ? Math.min(height, picture.readUInt32BE(PNG_HEIGHT)) : height;
}

async function openTable(browser: OpenBrowser, site: Served): Promise<Page> {
  const page = await browser.newPage(800);
  await openOurs(page, `${site.origin}/-/compare`);
  return page;
}

async function compareAt(
  document: PageDocument,
  table: Promise<Page> | undefined,
  site: Served,
  reference: Reference,
  measured: MeasuredPage,
  result: Buffer,
): Promise<Proved> {
  const { width, picture: source } = reference;
  const bands = sectionBands(reference.measured);
  if (!table || result.equals(source)) {
    const none = bands.map(() => 0);
    const same = { differ: 0, seen: 0, bands: none, seenBands: none };
    return { proof: proveWidth(width, reference.measured, measured, same), pictures: { source, result } };
  }
  site.hold(`/-/source-${width}`, 'image/png', source);
  site.hold(`/-/result-${width}`, 'image/png', result);
  const differences = differencesOf(comparePage(document, reference.measured, measured, width));
  const { picture, ...pixels } = await inside(
    await table,
    'comparePictures',
    `/-/source-${width}`,
    `/-/result-${width}`,
    bands,
  );
  return {
    proof: proveWidth(width, reference.measured, measured, pixels, differences),
    pictures: { source, result, ...(picture ? { difference: Buffer.from(picture, 'base64') } : {}) },
  };
}

/** The stored references, and for other widths the source opened again. */
async function referencesAt(
  project: string,
  page: PageSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  options: ProveOptions,
): Promise<Reference[]> {
  const missing = widths.filter((width) => !existsSync(join(project, 'reference', page.name, `${width}.json`)));
  const fresh = missing.length ? await openAgain(project, page, missing, browser, options) : [];
  return widths.map((width) => fresh.find((one) => one.width === width) ?? readReference(project, page.name, width));
}

/** Whether the source of a page is on another machine. */
function isOnline({ sources }: PageSettings): boolean {
  return /^https?:/.test(sources[0] ?? '');
}

/** What the brief of a project leaves out of its pages. */
function leftOut(project: string): readonly Decision[] {
  const text = briefOf(project);
  return text === undefined ? [] : decided(readBrief(text, join(project, BRIEF_FILE)), 'leave-out');
}

async function openAgain(
  project: string,
  page: PageSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  options: ProveOptions,
): Promise<Reference[]> {
  if (page.kind === 'svg')
    throw new Problem(
      `There is no artboard of ${widths.join(', ')} px.`,
      project,
      `The artboards are ${page.widths.join(', ')} px wide.`,
    );
  const file = join(project, 'pages', `${page.name}.json`);
  const document: unknown = JSON.parse(readFileSync(file, 'utf8'));
  checkDocument(document, file);
  const sections = sectionsOf(document).map(({ name, from }) => ({
    name: slug(name, 40) || 'section',
    path: from?.path ?? '',
  }));
  const found = { sections, things: thingPlaces(document) };
  const given = page.sources[0] as string;
  const address = isOnline(page);
  const local = resolve(project, given);
  if (!address && !existsSync(local))
    throw new Problem(
      `The source is gone, so it cannot be opened at ${widths.join(', ')} px.`,
      local,
      `Compare at ${page.widths.join(', ')} px, or put it back.`,
    );
  const { root, schemes = 'both', select, move = [] } = page;
  const [source] = findSources([address ? given : local], root === undefined ? undefined : resolve(project, root));
  if (!source || source.kind === 'svg')
    throw new Problem('The source is no web page any more.', local, 'Convert it again.');
  const served = await serveSource(source, {
    schemes,
    signIn: options.signIn,
    leaveOut: leftOut(project),
    ...(select ? { choice: { selectors: select, moves: move } } : {}),
  });
  try {
    const made: Reference[] = [];
    for (const width of widths) {
      options.progress(`Opening the source at ${width} px`);
      made.push(await finishReference(await openReference(browser, served.visit, width), found));
    }
    return made;
  } finally {
    await served.close();
  }
}
