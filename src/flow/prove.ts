import { existsSync, readFileSync } from 'node:fs';
import { join, resolve, dirname, relative, sep } from 'node:path';
import { inside, putIntoPage } from '../browser/inpage-script.js';
import { openBrowser, type OpenBrowser } from '../browser/launch.js';
import { openAtRest, pictureOf } from '../browser/open-source.js';
import { serveFolder, type Served } from '../browser/serve.js';
import type { MeasuredPage } from '../core/proof/measured.js';
import { overLimits, proveWidth, sectionBands, type Proof, type WidthProof } from '../core/proof/proof.js';
import { Problem } from '../core/page/problem.js';
import { checkDocument } from '../core/page/check.js';
import { sectionsOf } from '../core/passes/sections.js';
import { slug } from '../core/page/words.js';
import { openProject, replaceFolder } from '../project/folder.js';
import type { ProjectSettings } from '../project/settings.js';
import { proofPage, type ProofPictures } from '../report/proof-page.js';
import { finishReference, openReference, type Reference } from './reference.js';
import type { Progress } from './report-progress.js';

export interface ProveOptions {
  readonly widths?: readonly number[];
  readonly limit?: number;
  readonly browser?: string;
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
  const own = options.open ? undefined : await openBrowser(options.browser);
  const browser = options.open ?? (own as OpenBrowser);
  const site = await serveFolder(join(project, 'site'));
  site.hold('/-/compare', 'text/html', '<!doctype html><title>compare</title>');
  try {
    const references = await referencesAt(project, settings, widths, browser, options.progress);
    options.progress(`Comparing at ${widths.join(', ')} px`);
    const proved = await Promise.all(references.map((reference) => proveAt(browser, site, reference)));
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

async function proveAt(
  browser: OpenBrowser,
  site: Served,
  reference: Reference,
): Promise<{ proof: WidthProof; pictures: ProofPictures }> {
  const { width } = reference;
  const page = await openAtRest(browser, `${site.origin}/index.html`, width, false);
  try {
    const measured = await inside(page, 'measureNow');
    const result = await pictureOf(page, measured.height);
    const bands = sectionBands(reference.measured);
    if (result.equals(reference.picture)) {
      const same = { differ: 0, bands: bands.map(() => 0) };
      return { proof: proveWidth(width, reference.measured, measured, same), pictures: { source: result, result } };
    }
    await page.goto(`${site.origin}/-/compare`);
    await putIntoPage(page);
    site.hold(`/-/source-${width}`, 'image/png', reference.picture);
    site.hold(`/-/result-${width}`, 'image/png', result);
    const pixels = await inside(page, 'comparePictures', `/-/source-${width}`, `/-/result-${width}`, bands);
    return {
      proof: proveWidth(width, reference.measured, measured, pixels),
      pictures: { source: reference.picture, result, difference: Buffer.from(pixels.picture, 'base64') },
    };
  } finally {
    await page.close();
  }
}

/** The stored references, and for other widths the source opened again. */
async function referencesAt(
  project: string,
  settings: ProjectSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  progress: Progress,
): Promise<Reference[]> {
  const missing = widths.filter((width) => !existsSync(join(project, 'reference', `${width}.json`)));
  const fresh = missing.length ? await openAgain(project, settings, missing, browser, progress) : [];
  return widths.map((width) => fresh.find((one) => one.width === width) ?? readReference(project, width));
}

function readReference(project: string, width: number): Reference {
  const file = join(project, 'reference', `${width}.json`);
  const measured = JSON.parse(readFileSync(file, 'utf8')) as MeasuredPage;
  return { width, measured, picture: readFileSync(join(project, 'reference', `${width}.png`)) };
}

async function openAgain(
  project: string,
  settings: ProjectSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  progress: Progress,
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
  const source = settings.page.sources[0] as string;
  const address = /^https?:/.test(source) ? source : undefined;
  const local = resolve(project, source);
  if (!address && !existsSync(local))
    throw new Problem(
      `The source is gone, so it cannot be opened at ${widths.join(', ')} px.`,
      local,
      `Compare at ${settings.page.widths.join(', ')} px, or put it back.`,
    );
  const root = resolve(project, settings.page.root ?? dirname(source));
  const served = address ? undefined : await serveFolder(root);
  try {
    const made: Reference[] = [];
    for (const width of widths) {
      progress(`Opening the source at ${width} px`);
      const at = address ?? `${served?.origin}/${relative(root, local).split(sep).map(encodeURIComponent).join('/')}`;
      made.push(await finishReference(await openReference(browser, at, width, Boolean(address), source), sections));
    }
    return made;
  } finally {
    await served?.close();
  }
}
