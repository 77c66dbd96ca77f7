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
import { placesOf, renderSite } from '../core/render/site.js';
import { openProject, replaceFolder, type ProjectFile } from '../project/folder.js';
import { pageNamed, type ProjectSettings } from '../project/settings.js';

export interface Rendered {
  readonly pages: readonly string[];
  readonly files: number;
  readonly notes: readonly string[];
}

/** What a project is rendered as. */
export interface RenderAs {
  /** `site` is the whole pages by themselves; `fragment` is a part to paste into another page. */
  readonly as: 'site' | 'fragment';
  /** Name of the page that the fragment is of; the first without it. */
  readonly page?: string;
  /** Name of the section that the fragment shows; the whole page without it. */
  readonly section?: string;
}

/** Makes the site of a project again from its page documents, content and assets. @throws Problem */
export function render(project: string, options: RenderAs = { as: 'site' }): Rendered {
  const settings = openProject(project);
  const made = options.as === 'site' ? wholeSite(project, settings) : fragment(project, settings, options);
  const assets = join(project, 'assets');
  const files: ProjectFile[] = [
    ...(existsSync(assets) ? readdirSync(assets).sort() : []).map((name): ProjectFile => [
      `assets/${name}`,
      readFileSync(join(assets, name)),
    ]),
    ...made.files,
  ];
  replaceFolder(project, options.as, files);
  return { pages: made.pages.map(({ name }) => name), files: files.length, notes: made.pages.flatMap(unknownNotes) };
}

/** A page of a project as it was read. */
interface ReadPage {
  readonly name: string;
  readonly file: string;
  readonly document: PageDocument;
  readonly content: Content;
  readonly contentFile: string;
}

function readPage(project: string, name: string): ReadPage {
  const file = join(project, 'pages', `${name}.json`);
  const document = readJson(file);
  checkDocument(document, file);
  const contentFile = join(project, 'content', `${name}.yaml`);
  return { name, file, document, content: readContent(contentFile), contentFile };
}

interface RenderedPages {
  readonly pages: readonly ReadPage[];
  readonly files: readonly ProjectFile[];
}

function wholeSite(project: string, settings: ProjectSettings): RenderedPages {
  const names = settings.pages.map(({ name }) => name);
  const places = placesOf(names);
  const pages = names.map((name) => readPage(project, name));
  const files = pages.flatMap(({ name, document, content }) =>
    Object.entries(renderSite(document, content, places.get(name))),
  );
  return { pages, files };
}

function fragment(project: string, settings: ProjectSettings, { page, section }: RenderAs): RenderedPages {
  const read = readPage(project, pageNamed(settings, page).name);
  const id = section === undefined ? undefined : idOf(read.document, section, read.file);
  return { pages: [read], files: [['index.html', renderFragment(read.document, read.content, id)]] };
}

function unknownNotes({ document, content, contentFile }: ReadPage): string[] {
  return unknownFields(document, content).map(
    (field) => `The page has no field "${field}"; its value is left in ${contentFile}.`,
  );
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
