import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { wholeOf } from '../core/content/common.js';
import { flatten, type Content, type FlatContent } from '../core/content/values.js';
import type { PageDocument } from '../core/document/types.js';
import { readContentFile } from './content-file.js';

/*
 * What fills a page: the values of its own file, and those that several pages have in common, which stand once in a file of
 * the site. Names of pages begin with a letter or a digit, so no page has that file.
 */

const SITE_FILE = '_site.yaml';

export function contentFileOf(project: string, page: string): string {
  return join(project, 'content', `${page}.yaml`);
}

export function siteFileOf(project: string): string {
  return join(project, 'content', SITE_FILE);
}

/** The path of the file in a project. */
export const SITE_CONTENT = `content/${SITE_FILE}`;

/** What several pages have in common. @throws TavrikError for a file that cannot be read */
export function readSiteContent(project: string): FlatContent {
  const file = siteFileOf(project);
  return flatten(existsSync(file) ? readContentFile(file) : {});
}

/** The content of a page, with what it has in common with others. @throws TavrikError for a file that cannot be read */
export function readPageContent(project: string, document: PageDocument): Content {
  return wholeOf(readContentFile(contentFileOf(project, document.name)), readSiteContent(project), document);
}
