import { existsSync, readFileSync } from 'node:fs';
import { extname } from 'node:path';
import Papa from 'papaparse';
import { fieldsByPath } from '../../core/content/check.js';
import type { Field } from '../../core/content/regions.js';
import { entriesAt, flatten, ID, nest, type Entries, type Group } from '../../core/content/values.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { holdsEntries } from '../../core/document/field-types.js';
import { slug } from '../../core/text/slug.js';
import { setList } from '../../project/content-edit.js';
import { readContentText } from '../../project/content-file.js';
import { edit, listIn, openPage, type OpenedPage } from './content.js';
import { contentIn } from './content-texts.js';

/* The entries of a list, or the rows of a table, as the rows of a file. */

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

/**
 * The entries of a list as CSV, with the names of the fields in the first line, or as a JSON list: what `fill` takes. Lists in
 * the entries are not told. @throws TavrikError
 */
export function exportRows(opened: OpenedPage, list: string, format: string, language: string | undefined): string {
  if (format !== 'csv' && format !== 'json')
    throw new TavrikError('A list is exported as CSV or JSON.', '--format', 'Add --format csv or --format json.');
  const { plain } = listIn(opened, list);
  const entries = entriesAt(contentIn(opened, language), list);
  const known = leavesOf(fieldsByPath(opened.regions)(list)?.fields ?? [], `${list}.*.`);
  const rows = entries.map((entry): Record<string, string> => {
    if (typeof entry === 'string') return { text: entry };
    const own = flatRow(entry);
    return Object.fromEntries([ID, ...known].map((name) => [name, own[name] ?? '']));
  });
  if (format === 'json') return `${JSON.stringify(plain ? rows.map(({ text }) => text) : rows, null, 2)}\n`;
  return `${Papa.unparse(rows, { newline: '\n', columns: plain ? ['text'] : [ID, ...known] })}\n`;
}
