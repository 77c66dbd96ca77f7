import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sha256 } from '../core/text/hash.js';
import type { PageDocument } from '../core/document/types.js';

/** Letters of the sum that a page document carries of itself. */
const LENGTH = 16;

/** A page document as its file has it: without what is known of it only while its project is at work, with a sum of it. */
export function pageText({ palette: _, tokens: __, sum: ___, ...document }: PageDocument): string {
  return `${JSON.stringify({ ...document, sum: sumOf(document) }, null, 2)}\n`;
}

function sumOf(document: object): string {
  return sha256(JSON.stringify(document)).slice(0, LENGTH);
}

/** Page documents of a project, by their files, that somebody changed by hand. One that carries no sum is taken as it is. */
export function changedPages(project: string, pages: readonly { readonly name: string }[]): string[] {
  return pages.flatMap(({ name }) => {
    const file = join(project, 'pages', `${name}.json`);
    if (!existsSync(file)) return [];
    const { sum, ...document } = JSON.parse(readFileSync(file, 'utf8')) as PageDocument;
    return sum === undefined || sum === sumOf(document) ? [] : [`pages/${name}.json`];
  });
}
