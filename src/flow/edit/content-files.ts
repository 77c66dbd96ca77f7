import { pageContentText, siteContentText } from '../../project/edited-files.js';
import { existsSync, readFileSync } from 'node:fs';
import { extname } from 'node:path';
import Papa from 'papaparse';
import { fieldsByPath } from '../../core/content/check.js';
import { wholeContent } from '../../core/content/content.js';
import { holdsEntries, isTranslated } from '../../core/document/field-types.js';
import type { Field } from '../../core/content/regions.js';
import { flatten, ID, nest, type Content, type Entries, type Group } from '../../core/content/values.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { slug } from '../../core/text/slug.js';
import { setList } from '../../project/content-edit.js';
import { readContentText, writeContent } from '../../project/content-file.js';
import { covers, over, partContent } from '../../core/content/common.js';
import { readSiteContent, siteFileOf } from '../../project/page-content.js';
import { writeFile } from '../../project/folder.js';
import { edit, checkPageContent, listContent, listIn, openPage, type FilledField, type OpenedPage } from './content.js';
import { languageFile, languagesOf } from '../../project/languages.js';
import { asMarkdown, asXliff, contentIn, fromMarkdownFile, fromXliff, nestLike, refuseOwn } from './content-texts.js';
import { writeAndRender } from '../render/render.js';

/** Fills a list from rows: a CSV file with the names of the fields in its first line, or a JSON list. @returns how many @throws TavrikError; nothing is changed then */
export function fillContent(project: string, page: string | undefined, list: string, from: string): number {
  const opened = openPage(project, page);
  const { plain } = listIn(opened, list);
  const rows = readRows(from);
  const field = fieldsByPath(opened.regions)(list);
  const known = new Set(leavesOf(field?.fields ?? [], `${list}.*.`));
  const ids = new Set<string>();
  const entries = rows.map((row, at): string | Group => {
    const wrong = Object.keys(row).find((name) => name !== ID && !known.has(name) && !plain);
    if (wrong !== undefined)
      throw new TavrikError(
        `"${list}" has no field "${wrong}".`,
        `${from}, row ${at + 1}`,
        `It has ${[...known].join(', ')}.`,
        'not-found',
      );
    if (plain) return Object.values(row)[0] ?? '';
    const id = row[ID] || slug(row['heading'] ?? row['label'] ?? Object.values(row)[0] ?? '', 24) || String(at + 1);
    if (ids.has(id))
      throw new TavrikError(`Two rows have the id "${id}".`, `${from}, row ${at + 1}`, 'Change one of them.');
    ids.add(id);
    const values = new Map(
      Object.entries(row)
        .filter(([name]) => name !== ID)
        .map(([name, value]) => [`s.list.${id}.${name}`, value]),
    );
    return (nest({ values, lists: new Map([['s.list', [id]]]) })['s']?.['list'] as Entries)[0] as Group;
  });
  edit(opened, list, (file) => setList(file, list, entries));
  return entries.length;
}

function leavesOf(fields: readonly Field[], prefix: string): string[] {
  return fields.flatMap((field) =>
    field.fields && !holdsEntries(field) ? leavesOf(field.fields, prefix) : [field.path.slice(prefix.length)],
  );
}

function readRows(file: string): Record<string, string>[] {
  if (!existsSync(file)) throw new TavrikError('File not found.', file, 'Name a CSV or a JSON file.', 'not-found');
  const text = readFileSync(file, 'utf8');
  if (extname(file).toLowerCase() === '.json') {
    const { list } = readContentText(`{"list": {"list": ${text}}}`, file) as { list: { list: unknown } };
    if (!Array.isArray(list.list))
      throw new TavrikError('This file holds no list.', file, 'Write it as [{"heading": "…"}, …].');
    return (list.list as Entries).map((entry) => (typeof entry === 'string' ? { text: entry } : flatRow(entry)));
  }
  const { data, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const [error] = errors.filter(({ code }) => code !== 'UndetectableDelimiter');
  if (error)
    throw new TavrikError(
      `This is not CSV (${error.message}).`,
      error.row === undefined ? file : `${file}, row ${error.row + 1}`,
      'Write the field names in the first line, and the same number of cells in every other line.',
    );
  return data;
}

function flatRow(entry: Group): Record<string, string> {
  const { values } = flatten({ s: { list: [{ ...entry, [ID]: 'x' }] } });
  const row = Object.fromEntries([...values].map(([path, value]) => [path.slice('s.list.x.'.length), value]));
  return typeof entry[ID] === 'string' ? { [ID]: entry[ID], ...row } : row;
}

export const FORMATS = ['yaml', 'json', 'csv', 'markdown', 'xliff'] as const;
export type Format = (typeof FORMATS)[number];

/**
 * All values of a page as a text, or its words in a language: YAML and JSON by sections, CSV with a line for each field,
 * Markdown with front matter, XLIFF to be translated into the language. @throws TavrikError
 */
export function exportContent(project: string, page: string | undefined, format: Format, language?: string): string {
  const opened = openPage(project, page);
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
