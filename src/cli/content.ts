import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { CONTENT_ACTIONS, type ContentOptions, type ContentResult } from './content-actions.js';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = Object.keys(CONTENT_ACTIONS) as (keyof typeof CONTENT_ACTIONS)[];

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
      async (
        project: string,
        given: string,
        path: string | undefined,
        value: string | undefined,
        options: ContentOptions,
      ) => {
        const terminal = openTerminal(options.json === true);
        const done = await perform(project, oneOf(given, ACTIONS, 'action'), path, value, options, terminal);
        if (done.code !== undefined) setCode(done.code);
        if (options.json) terminal.print(asJson('content', done.result));
        else done.words();
      },
    );
}

async function perform(
  project: string,
  action: keyof typeof CONTENT_ACTIONS,
  path: string | undefined,
  value: string | undefined,
  options: ContentOptions,
  { print, say, paint }: Terminal,
): Promise<ContentResult> {
  const [content, files, rows] = await Promise.all([
    import('../flow/edit/content.js'),
    import('../flow/edit/content-files.js'),
    import('../flow/edit/list-rows.js'),
  ]);
  const need = (what: string | undefined, called: string): string => {
    if (what !== undefined) return what;
    throw new TavrikError(`The ${called} is missing.`, action, `See tavrik content --help.`);
  };
  return CONTENT_ACTIONS[action]({ project, path, value, options, content, files, rows, print, say, paint, need });
}
