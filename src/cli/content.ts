import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Field } from '../core/content/regions.js';
import type { FilledField } from '../flow/edit/content.js';
import { EXIT } from './exit.js';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';

const ACTIONS = [
  'list',
  'show',
  'fields',
  'set',
  'unset',
  'add',
  'remove',
  'move',
  'check',
  'fill',
  'export',
  'import',
] as const;

interface Options {
  readonly page?: string;
  readonly like?: string;
  readonly to?: string;
  readonly format?: string;
  readonly language?: string;
  readonly json?: boolean;
}

export function contentCommand(setCode: (code: number) => void): Command {
  return new Command('content')
    .description('list, change, check, export and import the content of a page')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[path]', 'path of a field or a list, as content lists it; or a file')
    .argument('[value]', 'its new value; the id or the text of an entry; or a file')
    .option('--page <name>', 'page of the project')
    .option('--like <id>', 'entry that a new one is made like; the last one without it')
    .option('--to <place>', 'position in the list, starting at 1')
    .option('--format <name>', 'yaml, json, csv, markdown or xliff', 'yaml')
    .option('--language <tag>', 'set, export or import the texts in this language, e.g. de')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik content project set hero.heading "Clear nights"\n  tavrik content project add membership.cards "Student" --like single\n  tavrik content project fill programme.rows dates.csv\n  tavrik content project export --format csv > texts.csv\n  tavrik content project export --format xliff --language de > german.xlf\n  tavrik content project import german.xlf',
    )
    .action(
      async (project: string, given: string, path: string | undefined, value: string | undefined, options: Options) => {
        const terminal = openTerminal(options.json === true);
        const done = await perform(project, oneOf(given, ACTIONS, 'action'), path, value, options, terminal);
        if (done.code !== undefined) setCode(done.code);
        if (options.json) terminal.print(JSON.stringify(done.result, null, 2));
        else done.words();
      },
    );
}

interface Done {
  readonly result: unknown;
  readonly words: () => void;
  readonly code?: number;
}

async function perform(
  project: string,
  action: (typeof ACTIONS)[number],
  path: string | undefined,
  value: string | undefined,
  { page, like, to, format = 'yaml', language }: Options,
  { print, say, paint }: Terminal,
): Promise<Done> {
  const [content, files] = await Promise.all([
    import('../flow/edit/content.js'),
    import('../flow/edit/content-files.js'),
  ]);
  const need = (what: string | undefined, called: string): string => {
    if (what !== undefined) return what;
    throw new TavrikError(`The ${called} is missing.`, action, `See tavrik content --help.`);
  };
  switch (action) {
    case 'list':
    case 'show': {
      const fields = content.listContent(project, page, action === 'show' ? need(path, 'path') : path);
      return {
        result: { fields },
        words: () => fields.forEach((field) => print(action === 'list' ? inLine(field) : inFull(field))),
      };
    }
    case 'fields': {
      const regions = content.contentRegions(project, page);
      const words = (): void => {
        for (const { label, fields } of regions) {
          print(paint.bold(label));
          fields.forEach((field) => showField(field, 1, print));
        }
      };
      return { result: { regions }, words };
    }
    case 'set': {
      const [to, text] = [need(path, 'path'), need(value, 'value')];
      const field =
        language === undefined
          ? content.setContent(project, page, to, text)
          : files.setWords(project, page, to, text, language);
      return { result: { field }, words: () => print(inLine(field)) };
    }
    case 'unset': {
      content.unsetContent(project, page, need(path, 'path'));
      return { result: { path }, words: () => print(`${path} has the value of the source again.`) };
    }
    case 'add': {
      const how = {
        ...(value === undefined ? {} : { text: value }),
        ...(like === undefined ? {} : { like }),
        ...(to === undefined ? {} : { at: readPlace(to) }),
      };
      const id = content.addContent(project, page, need(path, 'list'), how);
      return { result: { list: path, id }, words: () => print(`Added to ${path}: ${id}`) };
    }
    case 'remove': {
      content.removeContent(project, page, need(path, 'list'), need(value, 'id'));
      return { result: { list: path, id: value }, words: () => print(`${value} removed from ${path}.`) };
    }
    case 'move': {
      content.moveContent(project, page, need(path, 'list'), need(value, 'id'), readPlace(need(to, 'place (--to)')));
      return {
        result: { list: path, id: value, to: Number(to) },
        words: () => print(`${value} moved to position ${to} of ${path}.`),
      };
    }
    case 'check': {
      const faults = content.checkProjectContent(project, page);
      const wrong = faults.filter((fault) => fault.wrong).length;
      const words = (): void => {
        for (const fault of faults)
          print(`${fault.wrong ? paint.red('wrong') : paint.yellow('look ')}  ${fault.path}: ${fault.what}`);
        print(faults.length ? `${wrong} errors, ${faults.length - wrong} warnings` : paint.green('No problems found.'));
      };
      return { result: { faults }, words, code: wrong ? EXIT.overLimit : EXIT.fine };
    }
    case 'fill': {
      const count = files.fillContent(project, page, need(path, 'list'), need(value, 'file'));
      return {
        result: { list: path, entries: count },
        words: () => print(`${path} now has ${count} ${count === 1 ? 'entry' : 'entries'}.`),
      };
    }
    case 'export': {
      const text = files.exportContent(project, page, oneOf(format, files.FORMATS, '--format'), language);
      return { result: { format, text }, words: () => print(text.replace(/\n$/, '')) };
    }
    case 'import': {
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
    }
  }
}

/** @throws Problem for a place that is none */
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
