import type { Page } from 'playwright-core';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { inside } from '../browser/inpage-script.js';
import { openBrowser, VIEW_HEIGHT, type OpenBrowser } from '../browser/launch.js';
import { openOurs, pictureOf, turnTo } from '../browser/our-page.js';
import { serveFolder, type Served } from '../browser/serve.js';
import type { MeasuredPage } from '../core/proof/measured.js';
import { overLimits, proveWidth, sectionBands, type Proof, type WidthProof } from '../core/proof/proof.js';
import { Problem } from '../core/page/problem.js';
import { shownScheme, type Scheme, type SignIn } from '../core/source/reading.js';
import { checkDocument } from '../core/page/check.js';
import { sectionsOf } from '../core/passes/sections.js';
import { slug } from '../core/page/words.js';
import { openProject, replaceFolder } from '../project/folder.js';
import type { ProjectSettings } from '../project/settings.js';
import { proofPage, type ProofPictures } from '../report/proof-page.js';
import { finishReference, openReference, type Reference } from './reference.js';
import type { Progress } from './report-progress.js';
import { serveSource } from './serve-source.js';
import { findSource } from './source.js';

export interface ProveOptions {
  readonly widths?: readonly number[];
  readonly limit?: number;
  readonly browser?: string;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** Compares the site of a project with its source at each width and writes the report. @throws Problem */
export async function prove(project: string, options: ProveOptions): Promise<Proof> {
  const settings = openProject(project);
  if (!existsSync(join(project, 'site', 'index.html')))
    throw new Problem('This project has no rendered site.', project, `Render it: tavrik render ${project}`);
  const limits = { ...settings.limits, ...(options.limit === undefined ? {} : { differ: options.limit }) };
  const widths = options.widths ?? settings.page.widths;
  const own = options.open ? undefined : await openBrowser(options.browser, isOnline(settings));
  const browser = options.open ?? (own as OpenBrowser);
  const site = await serveFolder(join(project, 'site'));
  site.hold('/-/compare', 'text/html', '<!doctype html><title>compare</title>');
  try {
    const references = await referencesAt(project, settings, widths, browser, options);
    options.progress(`Comparing at ${widths.join(', ')} px`);
    const scheme = shownScheme(settings.page.schemes);
    const proved = await proveAll(browser, site, references, scheme);
    const proofs = proved.map(({ proof }) => proof);
    const proof: Proof = { page: settings.page.name, limits, widths: proofs, over: overLimits(proofs, limits) };
    replaceFolder(project, 'proof', [
      ['index.html', proofPage(proof, new Map(proved.map(({ proof: { width }, pictures }) => [width, pictures])))],
      ['proof.json', `${JSON.stringify(proof, null, 2)}\n`],
    ]);
    return proof;
  } finally {
    await own?.close();
    await site.close();
  }
}

interface Proved {
  readonly proof: WidthProof;
  readonly pictures: ProofPictures;
}

/**
 * Pictures the site at one width after the other in one page, and compares while the next picture is taken. From narrow
 * to wide, so that the browser takes the picture of a `srcset` that it would take at that width.
 */
/** Where a PNG file says how high it is. */
const PNG_HEIGHT = 20;

async function proveAll(
  browser: OpenBrowser,
  site: Served,
  references: readonly Reference[],
  scheme: Scheme,
): Promise<Proved[]> {
  const rising = [...references].sort((a, b) => a.width - b.width);
  const page = await browser.newPage(rising[0]?.width ?? 1440, { scheme });
  await openOurs(page, `${site.origin}/index.html`);
  const compared = new Map<number, Promise<Proved>>();
  let table: Promise<Page> | undefined;
  try {
    for (const reference of rising) {
      await turnTo(page, reference.width);
      const measured = await inside(page, 'measureNow');
      const picture = await pictureOf(page, shownHeight(measured, reference));
      if (!picture.equals(reference.picture)) table ??= openTable(browser, site);
      const proved = compareAt(table, site, reference, measured, picture);
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
  table: Promise<Page> | undefined,
  site: Served,
  reference: Reference,
  measured: MeasuredPage,
  result: Buffer,
): Promise<Proved> {
  const { width, picture: source } = reference;
  const bands = sectionBands(reference.measured);
  if (!table || result.equals(source)) {
    const same = { differ: 0, bands: bands.map(() => 0) };
    return { proof: proveWidth(width, reference.measured, measured, same), pictures: { source, result } };
  }
  site.hold(`/-/source-${width}`, 'image/png', source);
  site.hold(`/-/result-${width}`, 'image/png', result);
  const { picture, ...pixels } = await inside(
    await table,
    'comparePictures',
    `/-/source-${width}`,
    `/-/result-${width}`,
    bands,
  );
  return {
    proof: proveWidth(width, reference.measured, measured, pixels),
    pictures: { source, result, ...(picture ? { difference: Buffer.from(picture, 'base64') } : {}) },
  };
}

/** The stored references, and for other widths the source opened again. */
async function referencesAt(
  project: string,
  settings: ProjectSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  options: ProveOptions,
): Promise<Reference[]> {
  const missing = widths.filter((width) => !existsSync(join(project, 'reference', `${width}.json`)));
  const fresh = missing.length ? await openAgain(project, settings, missing, browser, options) : [];
  return widths.map((width) => fresh.find((one) => one.width === width) ?? readReference(project, width));
}

function readReference(project: string, width: number): Reference {
  const file = join(project, 'reference', `${width}.json`);
  const measured = JSON.parse(readFileSync(file, 'utf8')) as MeasuredPage;
  return { width, measured, picture: readFileSync(join(project, 'reference', `${width}.png`)) };
}

/** Whether the source of a project is on another machine. */
function isOnline({ page }: ProjectSettings): boolean {
  return /^https?:/.test(page.sources[0] ?? '');
}

async function openAgain(
  project: string,
  settings: ProjectSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  options: ProveOptions,
): Promise<Reference[]> {
  if (settings.page.kind === 'svg')
    throw new Problem(
      `There is no artboard of ${widths.join(', ')} px.`,
      project,
      `The artboards are ${settings.page.widths.join(', ')} px wide.`,
    );
  const file = join(project, 'pages', `${settings.page.name}.json`);
  const document: unknown = JSON.parse(readFileSync(file, 'utf8'));
  checkDocument(document, file);
  const sections = sectionsOf(document).map(({ name, from }) => ({
    name: slug(name, 40) || 'section',
    path: from?.path ?? '',
  }));
  const given = settings.page.sources[0] as string;
  const address = isOnline(settings);
  const local = resolve(project, given);
  if (!address && !existsSync(local))
    throw new Problem(
      `The source is gone, so it cannot be opened at ${widths.join(', ')} px.`,
      local,
      `Compare at ${settings.page.widths.join(', ')} px, or put it back.`,
    );
  const { root, schemes = 'both', select, move = [] } = settings.page;
  const source = findSource([address ? given : local], root === undefined ? undefined : resolve(project, root));
  if (source.kind === 'svg') throw new Problem('The source is no web page any more.', local, 'Convert it again.');
  const served = await serveSource(source, {
    schemes,
    signIn: options.signIn,
    ...(select ? { choice: { selectors: select, moves: move } } : {}),
  });
  try {
    const made: Reference[] = [];
    for (const width of widths) {
      options.progress(`Opening the source at ${width} px`);
      made.push(await finishReference(await openReference(browser, served.visit, width), sections));
    }
    return made;
  } finally {
    await served.close();
  }
}
