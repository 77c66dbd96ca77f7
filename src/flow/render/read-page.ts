import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { adjust } from '../../core/adjust/apply.js';
import type { Adjustment } from '../../core/adjust/adjustment.js';
import { readAdjustments } from '../../project/adjust-file.js';
import { paletteOf } from '../../core/tokens/palette.js';
import { tokensOf } from '../../project/tokens-file.js';
import { covers, unknownOf } from '../../core/content/common.js';
import { openProject } from '../../project/folder.js';
import { contentFileOf, readPageContent, readSiteContent, siteFileOf } from '../../project/page-content.js';
import { misfitIn } from '../../core/content/content.js';
import type { Content } from '../../core/content/values.js';
import { readDocument } from '../../core/document/check.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { PageDocument } from '../../core/document/types.js';

/** A page of a project as it was read. */
export interface ReadPage {
  readonly name: string;
  readonly file: string;
  readonly document: PageDocument;
  readonly content: Content;
  readonly contentFile: string;
}

/** Reads the document and the content of a page. @throws TavrikError */
export function readPage(project: string, name: string): ReadPage {
  const file = join(project, 'pages', `${name}.json`);
  const read = readDocument(readJson(file), file);
  const { sum: _, ...own } = read;
  const document: PageDocument = { ...own, palette: paletteOf(tokensOf(project)) };
  const contentFile = contentFileOf(project, name);
  const content = readPageContent(project, document);
  const misfit = misfitIn(document, content);
  if (misfit) {
    const where = covers(readSiteContent(project), misfit.path) ? siteFileOf(project) : contentFile;
    throw new TavrikError(`"${misfit.path}" is not ${misfit.wanted}.`, where, `Write ${misfit.wanted} for it.`);
  }
  return { name, file, document, content, contentFile };
}

/** Fields in the content of the site that no page of the project has. @throws TavrikError */
export function unknownInSite(project: string): string[] {
  const site = readSiteContent(project);
  if (site.values.size === 0 && site.lists.size === 0) return [];
  const documents = openProject(project).pages.map(({ name }) => readPage(project, name).document);
  return [...unknownOf(site, documents).values.keys()];
}

function readJson(file: string): unknown {
  if (!existsSync(file))
    throw new TavrikError('The page document is missing.', file, 'Convert the source again.', 'not-found');
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new TavrikError(
      `This is not JSON (${(error as Error).message}).`,
      file,
      'Fix it, or convert the source again.',
    );
  }
}

/** A page with the corrections of its project laid over it, and those that mean nothing in any of its elements. */
export function readAdjusted(project: string, name: string): ReadPage & { readonly lost: readonly Adjustment[] } {
  const page = readPage(project, name);
  const { document, lost } = adjust(page.document, readAdjustments(project));
  return { ...page, document, lost };
}
