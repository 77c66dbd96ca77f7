import { required } from '../../core/data/required.js';
import { join } from 'node:path';
import { existsSync } from 'node:fs';
import type { OpenBrowser } from '../../browser/launch.js';
import { fillPage } from '../../core/content/content.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { PageParts } from '../../core/proof/section-parts.js';
import { onlySection, overLimits } from '../../core/proof/over-limits.js';
import type { Limits, Proof, WidthProof } from '../../core/proof/proof.js';
import type { SitePlace } from '../../core/render/site.js';
import { shownScheme } from '../../core/source/reading.js';
import type { ProjectFile } from '../../project/folder.js';
import { keptFiles, keyOf, readKept, siteParts } from '../../project/proof-cache.js';
import type { ProofImages } from '../../report/crops.js';
import { runFurtherChecks } from './further-checks.js';
import { proveAll, type Proved } from './prove-width.js';
import { readAdjusted } from '../render/read-page.js';
import { readControls, type Reference } from '../source/reference.js';
import { packageVersion } from '../../project/installation.js';
import { referencesAt } from '../source/reopen.js';
import type { ProveOptions, PlacedPage } from './proof-options.js';

/** A page that was compared with its source. */
export interface ProvedPage {
  readonly proof: Proof;
  readonly pictures: ReadonlyMap<number, ProofImages>;
  /** The same under conditions, in the order of `proof.conditions`, where there is something to see. */
  readonly underConditions: readonly (ProofImages | undefined)[];
  /** Files, in the folder of the proof, that keep what was measured. */
  readonly kept: readonly ProjectFile[];
  /** Versions of other browsers that its source was pictured by. */
  readonly others: readonly string[];
  /** What a person should know of how it was looked at. */
  readonly notes: readonly string[];
}

/** Compares one page with its source; what has not changed since it was last measured is not measured again. @throws TavrikError */
export async function provePage(
  browser: OpenBrowser,
  placed: PlacedPage,
  limits: Limits,
  options: ProveOptions,
): Promise<ProvedPage> {
  const { project, page, place, site } = placed;
  const widths = options.widths ?? page.widths;
  const references = await referencesAt(project, page, widths, browser, options);
  const { document, content } = readAdjusted(project, page.name);
  const filled = fillPage(document, content);
  const address = `${site.origin}/${place.html}`;
  const scheme = shownScheme(page.schemes);
  const parts = siteParts(project, place.html, place.sheet);
  const result = JSON.stringify([packageVersion(), browser.version, scheme]);
  /* Of styles only those count that hold at a width, as the style sheet has them. */
  const structure = JSON.stringify({ ...filled, styles: {}, breakpoints: [] });
  const holding = new PageParts({ shell: parts.html, sections: [] }, parts.sheet, parts.files);
  const keys = references.map((reference) =>
    keyOf([
      result,
      structure,
      holding.at(reference.width).shell,
      reference.picture,
      JSON.stringify(reference.measured),
    ]),
  );
  const before = references.map(({ width }, at) =>
    keptWidth(project, page.name, required(references[at]), required(keys[at]), width),
  );
  const anew = references.filter((_, at) => before[at] === undefined);
  if (anew.length) options.progress(`${page.name}: Comparing at ${anew.map(({ width }) => width).join(', ')} px`);
  const [measured, more] = await Promise.all([
    anew.length ? proveAll(browser, site, address, filled, anew, scheme) : [],
    options.thorough
      ? runFurtherChecks(browser, placed, { document: filled, references, made: result, parts }, options)
      : undefined,
  ]);
  const proved = references.map((reference, at) => before[at] ?? required(measured[anew.indexOf(reference)]));
  const kept = proved.flatMap((proved, at) => widthFiles(page.name, required(keys[at]), proved));
  const { behaviours } = readControls(project, page.name);
  const figures = {
    limits,
    widths: proved.map(({ proof }) => proof),
    ...more?.further,
    ...(behaviours.length ? { behaviours } : {}),
  };
  const whole: Proof = { page: page.name, ...figures, over: overLimits(figures) };
  const others = references.flatMap(({ browser: own }) => (own !== undefined && own !== browser.version ? [own] : []));
  return {
    proof: options.section === undefined ? whole : onlySection(whole, sectionIn(whole, options.section)),
    pictures: new Map(proved.map(({ proof: { width }, pictures: images }) => [width, images])),
    underConditions: more?.pictures ?? [],
    kept: [...kept, ...(more?.kept ?? [])],
    others: [...new Set(others)],
    notes: more?.notes ?? [],
  };
}

/** A name that a comparison is kept under starts with its page. */
function keptName(page: string, width: number): string {
  return `${page}.${width}`;
}

function keptWidth(
  project: string,
  page: string,
  { picture: source }: Reference,
  key: string,
  width: number,
): Proved | undefined {
  const kept = readKept<WidthProof>(project, keptName(page, width), key);
  const result = kept?.pictures['result.png'];
  if (!kept || !result) return undefined;
  const difference = kept.pictures['difference.jpg'];
  return { proof: kept.value, pictures: { source, result, ...(difference ? { difference } : {}) } };
}

function widthFiles(page: string, key: string, { proof, pictures: images }: Proved): ProjectFile[] {
  const { result, difference } = images;
  const own = { 'result.png': result, ...(difference ? { 'difference.jpg': difference } : {}) };
  return keptFiles(keptName(page, proof.width), key, { value: proof, pictures: own });
}

/** @throws TavrikError if the page has no such section */
function sectionIn({ page, widths }: Proof, section: string): string {
  const known = [...new Set(widths.flatMap(({ sections }) => sections.map(({ name }) => name)))];
  if (known.includes(section)) return section;
  throw new TavrikError(
    `The page "${page}" has no section "${section}".`,
    '--section',
    `It has ${known.join(', ')}.`,
    'not-found',
  );
}

/** Whether a page of a project has been rendered. */
export function isRendered(project: string, { html }: SitePlace): boolean {
  return existsSync(join(project, 'site', html));
}
