import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { adjust } from '../core/adjust/apply.js';
import type { Adjustment } from '../core/adjust/adjustment.js';
import { readAdjustments } from '../project/adjust-file.js';
import { paletteOf } from '../core/tokens/palette.js';
import { tokensOf } from '../project/tokens-file.js';
import { contentFileOf, readPageContent } from '../project/page-content.js';
import { misfitIn, originalValues } from '../core/content/content.js';
import type { Content } from '../core/content/values.js';
import { checkDocument } from '../core/page/check.js';
import { Problem } from '../core/page/problem.js';
import type { PageDocument } from '../core/page/types.js';

/** A page of a project as it was read. */
export interface ReadPage {
  readonly name: string;
  readonly file: string;
  readonly document: PageDocument;
  readonly content: Content;
  readonly contentFile: string;
}

/** Reads the document and the content of a page. @throws Problem */
export function readPage(project: string, name: string): ReadPage {
  const file = join(project, 'pages', `${name}.json`);
  const read = readJson(file);
  checkDocument(read, file);
  const document: PageDocument = { ...read, palette: paletteOf(tokensOf(project)) };
  const contentFile = contentFileOf(project, name);
  const content = readPageContent(project, name, pathsOf(document));
  const misfit = misfitIn(document, content);
  if (misfit)
    throw new Problem(`"${misfit.path}" is not ${misfit.wanted}.`, contentFile, `Write ${misfit.wanted} for it.`);
  return { name, file, document, content, contentFile };
}

/** The paths of the fields and the lists of a page. */
export function pathsOf(document: PageDocument): ReadonlySet<string> {
  const { values, lists } = originalValues(document);
  return new Set([...values.keys(), ...lists.keys()]);
}

function readJson(file: string): unknown {
  if (!existsSync(file)) throw new Problem('The page document is missing.', file, 'Convert the source again.');
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new Problem(`This is not JSON (${(error as Error).message}).`, file, 'Mend it, or convert the source again.');
  }
}

/** A page with the corrections of its project laid over it, and those that mean nothing in any of its elements. */
export function readAdjusted(project: string, name: string): ReadPage & { readonly lost: readonly Adjustment[] } {
  const page = readPage(project, name);
  const { document, lost } = adjust(page.document, readAdjustments(project));
  return { ...page, document, lost };
}
