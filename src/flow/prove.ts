import type { Page } from 'playwright-core';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
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
import { junitOf } from '../core/proof/junit.js';
import { onlySection, overLimits, proveWidth, sectionBands, type Proof, type WidthProof } from '../core/proof/proof.js';
import { Problem } from '../core/page/problem.js';
import { shownScheme, type Scheme, type SignIn } from '../core/source/reading.js';
import { fileNameOf, placesOf } from '../core/render/site.js';
import { editedByHand } from '../project/rendered.js';
import { openProject, replaceFolder, writeFile, type ProjectFile } from '../project/folder.js';
import { pageNamed, type PageSettings } from '../project/settings.js';
import { proofPage, type ProofPictures } from '../report/proof-page.js';
import { proofTable } from '../report/proof-table.js';
import { type Reference } from './reference.js';
import type { Progress } from './report-progress.js';
import { barriersOf } from './accessibility.js';
import { isOnline, referencesAt, serveAgain } from './reopen.js';
import { sweepPage } from './sweep.js';

export interface ProveOptions {
  /** The only page to compare; all without it. */
  readonly page?: string;
  readonly widths?: readonly number[];
  readonly limit?: number;
  readonly browser?: string;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  /** The only section to tell of. */
  readonly section?: string;
  /** File for the result as JUnit XML. */
  readonly junit?: string;
  /** Sweep over all widths and look at accessibility too. */
  readonly thorough?: boolean;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** The proofs of all pages of a project. */
export interface ProjectProof {
  readonly pages: readonly Proof[];
  /** What is over a limit, in words; empty if all pages hold. */
  readonly over: readonly string[];
  /** What a person should know of the comparison. */
  readonly notes: readonly string[];
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
    const others = new Set<string>();
    for (const page of wanted) {
      const widths = options.widths ?? page.widths;
      const references = await referencesAt(project, page, widths, browser, options);
      for (const { browser: own } of references) if (own !== undefined && own !== browser.version) others.add(own);
      options.progress(`${wanted.length > 1 ? `${page.name}: ` : ''}Comparing at ${widths.join(', ')} px`);
      const { document, content } = readAdjusted(project, page.name);
      const filled = fillPage(document, content);
      const address = `${site.origin}/${places.get(page.name)?.html ?? ''}`;
      const proved = await proveAll(browser, site, address, filled, references, shownScheme(page.schemes));
      const widest = Math.max(...widths);
      const more = options.thorough ? await lookFurther(browser, project, page, address, filled, references, widest, options) : {}; // prettier-ignore
      const figures = { limits, widths: proved.map(({ proof }) => proof), ...more };
      const over = overLimits(figures).map((one) => (wanted.length > 1 ? `${page.name}, ${one}` : one));
      const whole: Proof = { page: page.name, ...figures, over };
      const proof = options.section === undefined ? whole : onlySection(whole, sectionIn(whole, options.section));
      pages.push({ proof, pictures: new Map(proved.map(({ proof: { width }, pictures }) => [width, pictures])) });
    }
    const made: ProjectProof = {
      pages: pages.map(({ proof }) => proof),
      over: pages.flatMap(({ proof }) => proof.over),
      notes: [
        ...editedByHand(project).map(
          (file) => `${file} was changed by hand since it was rendered; it is compared as it stands`,
        ),
        ...[...others].map(
          (version) =>
            `The source was pictured by browser ${version}, the result by ${browser.version}: letters may differ a little`,
        ),
      ],
    };
    if (options.junit !== undefined) writeFile(options.junit, junitOf(made.pages));
    replaceFolder(project, 'proof', [...reportFiles(pages), ['proof.json', `${JSON.stringify(made, null, 2)}\n`]]);
    return made;
  } finally {
    await own?.close();
    await site.close();
  }
}

/** @throws Problem if the page has no such section */
function sectionIn({ page, widths }: Proof, section: string): string {
  const known = [...new Set(widths.flatMap(({ sections }) => sections.map(({ name }) => name)))];
  if (known.includes(section)) return section;
  throw new Problem(`The page "${page}" has no section "${section}".`, '--section', `It has ${known.join(', ')}.`);
}

/** What only shows at other widths, and what keeps people out. */
async function lookFurther(
  browser: OpenBrowser,
  project: string,
  page: PageSettings,
  address: string,
  document: PageDocument,
  references: readonly Reference[],
  width: number,
  options: ProveOptions,
): Promise<Pick<Proof, 'sweep' | 'barriers'>> {
  options.progress(`${page.name}: Sweeping over all widths`);
  const sweep = await sweepPage(browser, address, document, references);
  options.progress(`${page.name}: Looking for what keeps people out`);
  const served = page.kind === 'html' ? await serveAgain(project, page, options) : undefined;
  try {
    return { sweep, barriers: await barriersOf(browser, address, served?.visit, width) };
  } finally {
    await served?.close();
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
