import type { Field } from '../core/content/regions.js';
import { defined } from '../core/data/defined.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { FilledField } from '../flow/edit/content.js';
import { EXIT } from './exit.js';
import { oneOf } from './options.js';
import type { ContentOutput } from './outputs.js';
import type { Terminal } from './terminal.js';

/** The actions of `tavrik content`. */

export interface ContentOptions {
  readonly page?: string;
  readonly like?: string;
  readonly to?: string;
  readonly format?: string;
  readonly language?: string;
  readonly json?: boolean;
}

/** What an action is given. */
export interface ContentCall extends Pick<Terminal, 'print' | 'say' | 'paint'> {
  readonly project: string;
  readonly path: string | undefined;
  readonly value: string | undefined;
  readonly options: ContentOptions;
  readonly content: typeof import('../flow/edit/content.js');
  readonly files: typeof import('../flow/edit/content-files.js');
  readonly rows: typeof import('../flow/edit/list-rows.js');
  /** An argument that the action needs. @throws TavrikError if it is missing */
  readonly need: (what: string | undefined, called: string) => string;
}

/** What an action did: as data, and as words to print. */
export interface ContentResult {
  readonly result: ContentOutput;
  readonly words: () => void;
  readonly code?: number;
}

/** Every action by its name: the one place to add one. */
export const CONTENT_ACTIONS = {
  list({ project, path, content, print, options: { page } }) {
    const fields = content.listContent(project, page, path);
    return {
      result: { fields },
      words: () => fields.forEach((field) => print(inLine(field))),
    };
  },
  show({ project, path, need, content, print, options: { page } }) {
    const fields = content.listContent(project, page, need(path, 'path'));
    return {
      result: { fields },
      words: () => fields.forEach((field) => print(inFull(field))),
    };
  },
  fields({ project, content, print, paint, options: { page } }) {
    const regions = content.contentRegions(project, page);
    const words = (): void => {
      for (const { label, fields } of regions) {
        print(paint.bold(label));
        fields.forEach((field) => showField(field, 1, print));
      }
    };
    return { result: { regions }, words };
  },
  set({ project, path, value, need, content, files, print, options: { page, language } }) {
    const [at, text] = [need(path, 'path'), need(value, 'value')];
    const field =
      language === undefined
        ? content.setContent(project, page, at, text)
        : files.setWords(project, page, at, text, language);
    return { result: { field }, words: () => print(inLine(field)) };
  },
  unset({ project, path, need, content, print, options: { page } }) {
    const field = need(path, 'path');
    content.unsetContent(project, page, field);
    return { result: { path: field }, words: () => print(`${field} has the value of the source again.`) };
  },
  add({ project, path, value, need, content, print, options: { page, like, to } }) {
    const how = {
      ...(value === undefined ? {} : { text: value }),
      ...(like === undefined ? {} : { like }),
      ...(to === undefined ? {} : { at: readPlace(to) }),
    };
    const list = need(path, 'list');
    const id = content.addContent(project, page, list, how);
    return { result: { list, id }, words: () => print(`Added to ${list}: ${id}`) };
  },
  remove({ project, path, value, need, content, print, options: { page } }) {
    const [list, id] = [need(path, 'list'), need(value, 'id')];
    content.removeContent(project, page, list, id);
    return { result: { list, id }, words: () => print(`${id} removed from ${list}.`) };
  },
  move({ project, path, value, need, content, print, options: { page, to } }) {
    const [list, id] = [need(path, 'list'), need(value, 'id')];
    content.moveContent(project, page, list, id, readPlace(need(to, 'place (--to)')));
    return {
      result: { list, id, to: Number(to) },
      words: () => print(`${id} moved to position ${to} of ${list}.`),
    };
  },
  check({ project, content, print, paint, options: { page } }) {
    const faults = content.checkProjectContent(project, page);
    const wrong = faults.filter((fault) => fault.wrong).length;
    const words = (): void => {
      for (const fault of faults)
        print(`${fault.wrong ? paint.red('wrong') : paint.yellow('look ')}  ${fault.path}: ${fault.what}`);
      print(faults.length ? `${wrong} errors, ${faults.length - wrong} warnings` : paint.green('No problems found.'));
    };
    return { result: { faults }, words, code: wrong ? EXIT.overLimit : EXIT.fine };
  },
  fill({ project, path, value, need, rows, print, options: { page } }) {
    const list = need(path, 'list');
    const count = rows.fillContent(project, page, list, need(value, 'file'));
    return {
      result: { list, entries: count },
      words: () => print(`${list} now has ${count} ${count === 1 ? 'entry' : 'entries'}.`),
    };
  },
  export({ project, path, files, print, options: { page, format: given, language } }) {
    const format = oneOf(given ?? 'yaml', files.FORMATS, '--format');
    const text = files.exportContent(project, page, format, defined({ language, list: path }));
    return { result: { format, text }, words: () => print(text.replace(/\n$/, '')) };
  },
  import({ project, path, need, files, print, say, options: { page, language } }) {
    const imported = files.importContent(project, page, need(path, 'file'), language);
    const { changed, stale = [], missing = [] } = imported;
    const words = (): void => {
      print(
        `${changed.length} ${changed.length === 1 ? 'value' : 'values'} changed${imported.language === undefined ? '' : ` in ${imported.language}`}`,
      );
      for (const text of changed) say(`  ${text}`);
      for (const text of stale) say(`  warning: the source text of ${text} has changed since the export`);
      for (const text of missing) say(`  warning: ${text} is not in the file`);
    };
    return { result: imported, words };
  },
} satisfies Readonly<Record<string, (call: ContentCall) => ContentResult>>;

/** @throws TavrikError for a place that is none */
function readPlace(text: string): number {
  const place = Number(text);
  if (Number.isInteger(place) && place > 0) return place;
  throw new TavrikError(`"${text}" is not a position.`, '--to', 'Give a whole number from 1.');
}

/** Longest value that is printed in a line. */
const SHORT = 60;

function inLine({ path, value, source }: FilledField): string {
  const short = value.replace(/\s+/g, ' ');
  return `${path}  ${short.length > SHORT ? `${short.slice(0, SHORT)} …` : short}${source === undefined ? '' : '  (changed)'}`;
}

function inFull({ path, label, type, value, source, help }: FilledField): string {
  return [
    `${path}  (${label}, ${type})`,
    ...(help ? [`  ${help}`] : []),
    `  ${value}`,
    ...(source === undefined ? [] : [`  in the source: ${source}`]),
  ].join('\n');
}

function showField(
  { name, label, type, required, longest, fewest, most, locked, help, fields, choices }: Field,
  depth: number,
  print: (text: string) => void,
): void {
  const facts = [
    type,
    ...(required ? ['required'] : []),
    ...(longest === undefined ? [] : [`up to ${longest} letters`]),
    ...(fewest === undefined ? [] : [`at least ${fewest}`]),
    ...(most === undefined ? [] : [`at most ${most}`]),
    ...(locked ? ['locked'] : []),
    ...(choices ? [choices.join(' / ')] : []),
  ];
  print(`${'  '.repeat(depth)}${name}: ${label} (${facts.join(', ')})${help ? ` ${help}` : ''}`);
  for (const field of fields ?? [])
    if (field.name !== 'text' || !field.path.endsWith('.*')) showField(field, depth + 1, print);
}
