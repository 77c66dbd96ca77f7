import { required } from '../../core/data/required.js';
import { join } from 'node:path';
import { openBrowser } from '../../browser/launch.js';
import { serveFolder } from '../../browser/serve.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { junitOf } from '../../core/proof/junit.js';
import type { Proof } from '../../core/proof/proof.js';
import { fileNameOf, placesOf, type SitePlace } from '../../core/render/site.js';
import { openProject, replaceFolder, writeFile, type ProjectFile } from '../../project/folder.js';
import { keptBefore } from '../../project/proof-cache.js';
import { editedByHand } from '../../project/rendered.js';
import { pageNamed, type PageSettings } from '../../project/settings.js';
import { proofPage } from '../../report/proof-page.js';
import { proofTable } from '../../report/proof-table.js';
import { isRendered, provePage, type ProvedPage } from './prove-page.js';
import { isOnline } from '../source/reopen.js';
import type { ProveOptions } from './proof-options.js';

/** The proofs of all pages of a project. */
export interface ProjectProof {
  readonly pages: readonly Proof[];
  /** What is over a limit, in words; empty if all pages hold. */
  readonly over: readonly string[];
  /** What a person should know of the comparison. */
  readonly notes: readonly string[];
}

/** Compares the site of a project with its source at each width and writes the report. @throws TavrikError */
export async function prove(project: string, options: ProveOptions): Promise<ProjectProof> {
  const settings = openProject(project);
  const places = placesOf(settings.pages.map(({ name }) => name));
  const placeOf = ({ name }: PageSettings): SitePlace => required(places.get(name));
  const wanted = options.page === undefined ? settings.pages : [pageNamed(settings, options.page)];
  if (wanted.some((page) => !isRendered(project, placeOf(page))))
    throw new TavrikError('This project has no rendered site.', project, `Render it: tavrik render ${project}`);
  const limits = { ...settings.limits, ...(options.limit === undefined ? {} : { differ: options.limit }) };
  const own = options.open ? undefined : await openBrowser(options.browser, wanted.some(isOnline));
  const browser = required(options.open ?? own);
  const site = await serveFolder(join(project, 'site'));
  site.hold('/-/compare', 'text/html', '<!doctype html><title>compare</title>');
  try {
    const pages: ProvedPage[] = [];
    for (const page of wanted)
      pages.push(await provePage(browser, { project, page, place: placeOf(page), site }, limits, options));
    const others = [...new Set(pages.flatMap((page) => page.others))];
    const projectProof: ProjectProof = {
      pages: pages.map(({ proof }) => proof),
      over: pages.flatMap(({ proof: { page, over } }) =>
        over.map((text) => (wanted.length > 1 ? `${page}, ${text}` : text)),
      ),
      notes: [
        ...editedByHand(project).map(
          (file) => `${file} was edited by hand since it was rendered; it is compared as it is`,
        ),
        ...pages.flatMap(({ notes }) => notes),
        ...others.map(
          (version) =>
            `The screenshots of the source are from browser ${version}, those of the result from ${browser.version}: letters may differ slightly`,
        ),
      ],
    };
    if (options.junit !== undefined) writeFile(options.junit, junitOf(projectProof.pages));
    const kept = pages.flatMap((page) => page.kept);
    const known = new Set(settings.pages.map(({ name }) => name));
    replaceFolder(project, 'proof', [
      ...reportFiles(pages),
      ['proof.json', `${JSON.stringify(projectProof, null, 2)}\n`],
      ...kept,
      ...keptBefore(project, kept, (file) => known.has(file.split('.')[0] ?? '')),
    ]);
    return projectProof;
  } finally {
    await own?.close();
    await site.close();
  }
}

/** The report of one page is the report; several have a table in front of them. */
function reportFiles(pages: readonly ProvedPage[]): ProjectFile[] {
  const [only] = pages;
  if (pages.length === 1 && only) return [['index.html', proofPage(only.proof, only.pictures, only.underConditions)]];
  return [
    ['index.html', proofTable(pages.map(({ proof }) => proof))],
    ...pages.map(({ proof, pictures: images, underConditions }): ProjectFile => [
      `${fileNameOf(proof.page)}.html`,
      proofPage(proof, images, underConditions),
    ]),
  ];
}
