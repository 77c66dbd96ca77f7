import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { unknownFields, type Content } from '../core/content/content.js';
import { checkDocument } from '../core/page/check.js';
import { Problem } from '../core/page/problem.js';
import type { PageDocument } from '../core/page/types.js';
import { slug } from '../core/page/words.js';
import { sectionsOf } from '../core/passes/sections.js';
import { renderFragment } from '../core/render/fragment.js';
import { renderSite } from '../core/render/site.js';
import { openProject, replaceFolder, type ProjectFile } from '../project/folder.js';

export interface Rendered {
  readonly page: string;
  readonly files: number;
  readonly notes: readonly string[];
}

/** What a project is rendered as. */
export interface RenderAs {
  /** `site` is the whole page by itself; `fragment` is a part to paste into another page. */
  readonly as: 'site' | 'fragment';
  /** Name of the section that the fragment shows; the whole page without it. */
  readonly section?: string;
}

/** Makes the site of a project again from its page document, content and assets. @throws Problem */
export function render(project: string, { as, section }: RenderAs = { as: 'site' }): Rendered {
  const { page } = openProject(project);
  const pageFile = join(project, 'pages', `${page.name}.json`);
  const document = readJson(pageFile);
  checkDocument(document, pageFile);
  const contentFile = join(project, 'content', `${page.name}.yaml`);
  const content = readContent(contentFile);
  const site =
    as === 'site'
      ? renderSite(document, content)
      : {
          'index.html': renderFragment(
            document,
            content,
            section === undefined ? undefined : idOf(document, section, pageFile),
          ),
        };
  const assets = join(project, 'assets');
  const files: ProjectFile[] = [
    ...(existsSync(assets) ? readdirSync(assets).sort() : []).map((name): ProjectFile => [
      `assets/${name}`,
      readFileSync(join(assets, name)),
    ]),
    ...Object.entries(site),
  ];
  replaceFolder(project, as, files);
  return {
    page: page.name,
    files: files.length,
    notes: unknownFields(document, content).map(
      (field) => `The page has no field "${field}"; its value is left in ${contentFile}.`,
    ),
  };
}

/** @throws Problem if there is no section of that name */
function idOf(document: PageDocument, section: string, file: string): string {
  const all = sectionsOf(document);
  const found = all.find(({ name }) => name === section || slug(name, 40) === section);
  if (found) return found.id;
  throw new Problem(
    `There is no section "${section}".`,
    file,
    `Give one of ${all.map(({ name }) => slug(name, 40)).join(', ')}.`,
  );
}

function readJson(file: string): unknown {
  if (!existsSync(file)) throw new Problem('The page document is missing.', file, 'Convert the source again.');
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new Problem(`This is not JSON (${(error as Error).message}).`, file, 'Mend it, or convert the source again.');
  }
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
