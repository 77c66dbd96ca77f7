import { pageContentText, siteContentText } from '../../project/edited-files.js';
import { existsSync, readFileSync } from 'node:fs';
import { extname } from 'node:path';
import Papa from 'papaparse';
import { fieldsByPath } from '../../core/content/check.js';
import { wholeContent } from '../../core/content/content.js';
import { isTranslated } from '../../core/document/field-types.js';
import { flatten, nest, type Content } from '../../core/content/values.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { readContentText, writeContent } from '../../project/content-file.js';
import { covers, over, partContent } from '../../core/content/common.js';
import { readSiteContent, siteFileOf } from '../../project/page-content.js';
import { writeFile } from '../../project/folder.js';
import { checkPageContent, listContent, openPage, type FilledField, type OpenedPage } from './content.js';
import { languageFile, languagesOf } from '../../project/languages.js';
import { exportRows } from './list-rows.js';
import { asMarkdown, asXliff, contentIn, fromMarkdownFile, fromXliff, nestLike, refuseOwn } from './content-texts.js';
import { writeAndRender } from '../render/render.js';

export const FORMATS = ['yaml', 'json', 'csv', 'markdown', 'xliff'] as const;
export type Format = (typeof FORMATS)[number];

/**
 * All values of a page as a text, or its words in a language: YAML and JSON by sections, CSV with a line for each field,
 * Markdown with front matter, XLIFF to be translated into the language; or the entries of one list. @throws TavrikError
 */
export function exportContent(
  project: string,
  page: string | undefined,
  format: Format,
  { language, list }: { readonly language?: string; readonly list?: string } = {},
): string {
  const opened = openPage(project, page);
  if (list !== undefined) return exportRows(opened, list, format, language);
  if (format === 'xliff') {
    if (language === undefined)
      throw new TavrikError('XLIFF needs a language.', '--language', 'Add --language, e.g. --language de.');
    return asXliff(opened, language);
  }
  if (format === 'markdown') return asMarkdown(opened, language);
  const content = contentIn(opened, language);
  if (format === 'csv') {
    const own = flatten(content).values;
    const rows = listContent(project, page)
      .filter(({ path }) => own.has(path))
      .map(({ path, label, type, value, source }) => ({
        path,
        label,
        type,
        source: language === undefined ? (source ?? value) : value,
        value: own.get(path) ?? '',
      }));
    return `${Papa.unparse(rows, { newline: '\n' })}\n`;
  }
  return format === 'yaml' ? writeContent(content) : `${JSON.stringify(content, null, 2)}\n`;
}

/** What came in from a file: the fields that changed, and of a translation what a person should know. */
export interface Imported {
  readonly changed: readonly string[];
  readonly language?: string;
  readonly stale?: readonly string[];
  readonly missing?: readonly string[];
}

/** Takes values in from a file, or words of a language: all of them or, if anything is wrong, none. @throws TavrikError */
export function importContent(project: string, page: string | undefined, file: string, language?: string): Imported {
  const opened = openPage(project, page);
  if (!existsSync(file))
    throw new TavrikError('File not found.', file, 'Name a YAML, JSON, CSV, Markdown or XLIFF file.', 'not-found');
  const text = readFileSync(file, 'utf8');
  if (/\.(xlf|xliff)$/i.test(file)) {
    const { words, ...told } = fromXliff(text, file, opened);
    if (language !== undefined && language !== told.language)
      throw new TavrikError(
        `It is translated into "${told.language}".`,
        file,
        `Leave out --language, or give --language ${told.language}.`,
      );
    return { ...told, changed: takeWords(opened, told.language, words) };
  }
  const given = readGiven(text, file, opened);
  if (language !== undefined) {
    refuseOwn(opened, language);
    refuseWrong(opened, given, text, file);
    const find = fieldsByPath(opened.regions);
    const words = [...flatten(given).values].filter(([path]) => {
      const field = find(path);
      return field !== undefined && isTranslated(field);
    });
    return { language, changed: takeWords(opened, language, new Map(words)) };
  }
  return { changed: takeContent(opened, given, text, file) };
}

function readGiven(text: string, file: string, opened: OpenedPage): Content {
  const kind = extname(file).toLowerCase();
  if (kind === '.md' || kind === '.markdown') return fromMarkdownFile(text, file, opened);
  return kind === '.csv' ? fromTable(text, file, opened) : readContentText(text, file);
}

/** Says a field in a language. @throws TavrikError; nothing is changed then */
export function setWords(
  project: string,
  page: string | undefined,
  path: string,
  words: string,
  language: string,
): FilledField {
  const opened = openPage(project, page);
  refuseOwn(opened, language);
  const [field] = listContent(project, page, path);
  const known = fieldsByPath(opened.regions)(path);
  if (!field || field.path !== path || !known || !isTranslated(known))
    throw new TavrikError(
      `"${path}" is the same in every language.`,
      'set',
      'Texts, titles and alternative texts are; addresses, files and numbers are the same in all.',
    );
  takeWords(opened, language, new Map([[path, words]]));
  return { ...field, value: words, source: field.value };
}

/** Writes words of a language beside the content of the page. @returns the paths that changed */
function takeWords(opened: OpenedPage, language: string, words: ReadonlyMap<string, string>): string[] {
  const { project, name } = opened;
  const before = flatten(languagesOf(project, name).get(language) ?? {}).values;
  const changed = [...words].filter(([path, value]) => before.get(path) !== value).map(([path]) => path);
  const file = languageFile(project, name, language);
  writeAndRender(project, () => {
    if (changed.length || !existsSync(file))
      writeFile(file, pageContentText(opened.name, nestLike(opened, new Map([...before, ...words]))));
  });
  return changed;
}

function refuseWrong(opened: OpenedPage, given: Content, text: string, file: string): void {
  const faults = checkPageContent(opened, given).filter(({ wrong }) => wrong);
  const [fault] = faults;
  if (fault)
    throw new TavrikError(
      `${fault.path}: ${fault.what}.${
        faults.length > 1
          ? ` And ${faults.length - 1} more: ${faults
              .slice(1, 6)
              .map(({ path }) => path)
              .join(', ')}`
          : ''
      }`,
      lineOf(text, fault.path, file),
      'Nothing was changed.',
    );
}

function takeContent(opened: OpenedPage, given: Content, text: string, file: string): string[] {
  refuseWrong(opened, given, text, file);
  const now = flatten(wholeContent(opened.document, opened.content));
  const { values, lists } = flatten(given);
  const replaced = [...lists].filter(([path, ids]) => ids.join() !== now.lists.get(path)?.join()).map(([path]) => path);
  const kept = [...now.values].filter(([path]) => !replaced.some((list) => path.startsWith(`${list}.`)));
  const readonly = nest({ values: new Map([...kept, ...values]), lists: new Map([...now.lists, ...lists]) });
  const changed = [...values].filter(([path, value]) => now.values.get(path) !== value).map(([path]) => path);
  const site = readSiteContent(opened.project);
  const { own, shared } = partContent(readonly, (path) => covers(site, path));
  const common = flatten(shared);
  writeAndRender(opened.project, () => {
    writeFile(opened.contentFile, pageContentText(opened.name, own));
    if (common.values.size || common.lists.size)
      writeFile(siteFileOf(opened.project), siteContentText(nest(over(site, common))));
  });
  return [...new Set([...changed, ...replaced])];
}

function fromTable(text: string, file: string, { source, written }: OpenedPage): Content {
  const { data } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const known = new Set([...source.values.keys(), ...written.values.keys()]);
  const values = new Map<string, string>();
  data.forEach(({ path = '', value }, at) => {
    if (!known.has(path) || value === undefined)
      throw new TavrikError(
        path ? `The page has no field "${path}".` : 'This line has no path or value.',
        `${file}, row ${at + 1}`,
        'Nothing was changed.',
        'not-found',
      );
    values.set(path, value);
  });
  const lists = new Map(
    [...source.lists, ...written.lists].filter(([list]) =>
      [...values.keys()].some((path) => path.startsWith(`${list}.`)),
    ),
  );
  const all = [...source.values, ...written.values].filter(
    ([path]) => [...lists.keys()].some((list) => path.startsWith(`${list}.`)) && !values.has(path),
  );
  return nest({ values: new Map([...values, ...all]), lists });
}

/** Where a file says something of a field, as far as its last name tells. */
function lineOf(text: string, path: string, file: string): string {
  const name =
    path
      .split('.')
      .filter((part) => !/^\d+$/.test(part))
      .at(-1) ?? '';
  const at = text
    .split('\n')
    .findIndex((line) => new RegExp(`(^|[\\s"'-])${name.replace(/[^\w-]/g, '')}["']?\\s*:`).test(line));
  return at < 0 ? file : `${file}, line ${at + 1}`;
}
