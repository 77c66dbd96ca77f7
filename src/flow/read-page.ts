import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { adjust } from '../core/adjust/apply.js';
import type { Adjustment } from '../core/adjust/adjustment.js';
import { readAdjustments } from '../project/adjust-file.js';
import type { Content } from '../core/content/content.js';
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
  const document = readJson(file);
  checkDocument(document, file);
  const contentFile = join(project, 'content', `${name}.yaml`);
  return { name, file, document, content: readContent(contentFile), contentFile };
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

/** Content is sections of fields with texts. @throws Problem naming the line */
function readContent(file: string): Content {
  if (!existsSync(file)) return {};
  let value: unknown;
  try {
    value = parse(readFileSync(file, 'utf8'), { maxAliasCount: 100 }) ?? {};
  } catch (error) {
    throw new Problem(
      `This is not YAML (${(error as Error).message.split('\n')[0]}).`,
      file,
      'Mend the line it names.',
    );
  }
  if (typeof value !== 'object' || Array.isArray(value))
    throw new Problem(
      'This holds no sections with fields.',
      file,
      'Write it as "section:" with "field: value" lines below.',
    );
  const content: Record<string, Record<string, string>> = {};
  for (const [section, fields] of Object.entries(value as Record<string, unknown>)) {
    if (fields === null) continue;
    if (typeof fields !== 'object' || Array.isArray(fields))
      throw new Problem(`"${section}" holds no fields.`, file, 'Write its fields as "field: value" lines below it.');
    const own: Record<string, string> = (content[section] = {});
    for (const [name, text] of Object.entries(fields as Record<string, unknown>)) {
      if (text !== null && typeof text === 'object')
        throw new Problem(
          `"${section}.${name}" is not a text.`,
          file,
          'Write one text for it, in quotes if it holds a colon.',
        );
      own[name] = text === null ? '' : String(text as string | number | boolean);
    }
  }
  return content;
}
