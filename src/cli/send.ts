import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Side } from '../core/content/three-way.js';
import {
  type FieldConflict,
  type PreparedSending,
  type SendRequest,
  FORMS,
  PLACES,
} from '../flow/publish/publisher.js';
import { PUBLISHER_HELP, PUBLISHER_NAMES, PUBLISHERS } from '../flow/publish/publishers.js';
import { EXIT } from './exit.js';
import { JSON_OPTION, listOf, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options {
  readonly to: string;
  readonly by: string;
  readonly as: string;
  readonly only?: string;
  readonly place: string;
  readonly onto?: string;
  readonly publish?: boolean;
  readonly ours: string[];
  readonly theirs: string[];
  readonly tokenFile?: string;
  readonly branch?: string;
  readonly folder: string;
  readonly message: string;
  readonly dryRun?: boolean;
  readonly yes?: boolean;
  readonly json?: boolean;
}

export function sendCommand(setCode: (code: number) => void): Command {
  const several = (text: string, all: string[]): string[] => [...all, text];
  return new Command('send')
    .description('send a project to a site: shows the plan and asks first, and keeps what was edited there')
    .argument('<project>', 'project folder, or a package made with pack --as document')
    .requiredOption('--to <address>', 'address of the site, of a WebDAV folder, or of a repository')
    .option('--by <way>', PUBLISHER_NAMES.map((name) => `${name}: ${PUBLISHER_HELP[name]}`).join('; '), 'api')
    .option(
      '--as <form>',
      'site: pages between one header and footer; page: each page with its own; section: reusable sections; header; footer',
      'site',
    )
    .option('--only <list>', 'only these pages, site parts or sections, by name')
    .option(
      '--place <place>',
      'new: beside what is there; replace: in the place of a page; append: sections at the end of a page',
      'new',
    )
    .option('--onto <page>', 'page of the site to replace or append to')
    .option('--publish', 'everybody sees it at once; a draft without it')
    .option(
      '--ours <field>',
      'a field changed on both sides, as home:membership.heading: use the value of the project',
      several,
      [],
    )
    .option('--theirs <field>', 'the same: what the site says; so it is without either', several, [])
    .option('--token-file <file>', 'file with the token, or with NAME:PASSWORD; or set TAVRIK_TOKEN')
    .option('--branch <name>', 'with --by commit: branch')
    .option('--folder <path>', 'with --by commit: folder of the site in the repository', '.')
    .option('--message <text>', 'with --by commit: commit message', 'Publish the site')
    .option('--dry-run', 'only show the plan')
    .option('--yes', 'do not ask')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik send project --to http://127.0.0.1:4780 --token-file site-data/token.txt\n  tavrik send project --to https://dav.example.org/www --by webdav --token-file login.txt',
    )
    .action(async (project: string, options: Options) => {
      const terminal = openTerminal(options.json === true);
      const publisher = await PUBLISHERS[oneOf(options.by, PUBLISHER_NAMES, '--by')]();
      const prepared = await publisher.prepare(requestOf(project, options));
      try {
        setCode(await carryOut(prepared, options, terminal));
      } finally {
        prepared.close?.();
      }
    });
}

/** @throws TavrikError for words that the options do not know */
function requestOf(project: string, options: Options): SendRequest {
  const environment = process.env['TAVRIK_TOKEN'];
  const canAsk = !options.json && process.stdin.isTTY === true;
  return {
    project,
    to: options.to,
    secret: {
      ...(options.tokenFile === undefined ? {} : { file: options.tokenFile }),
      ...(environment ? { environment } : {}),
      ...(canAsk
        ? { ask: async () => (await import('@inquirer/prompts')).password({ message: 'Token of the site' }) }
        : {}),
    },
    as: oneOf(options.as, FORMS, '--as'),
    only: listOf(options.only),
    place: oneOf(options.place, PLACES, '--place'),
    ...(options.onto === undefined ? {} : { onto: options.onto }),
    publish: options.publish === true,
    decided: new Map<string, Side>([
      ...options.ours.map((field) => [field, 'ours'] as const),
      ...options.theirs.map((field) => [field, 'theirs'] as const),
    ]),
    ...(options.branch === undefined ? {} : { branch: options.branch }),
    folder: options.folder,
    message: options.message,
  };
}

/** Shows the plan, asks, sends, and says what was sent. @returns the exit code */
async function carryOut(prepared: PreparedSending, options: Options, terminal: Terminal): Promise<number> {
  const { plan, conflicts, blocked, isEmpty } = prepared;
  if (!options.json) for (const line of prepared.describe(terminal.paint)) terminal.print(line);
  if (blocked !== undefined) {
    terminal.print(options.json ? asJson('send', { plan, blocked }) : blocked);
    return EXIT.overLimit;
  }
  const isSent = !options.dryRun && !isEmpty;
  if (isSent) await agree(options);
  const sent = isSent
    ? await prepared.send((what, share) => terminal.step(`${Math.round(share * 100)} % ${what}`))
    : undefined;
  terminal.done();
  if (options.json) terminal.print(asJson('send', { plan, ...(sent ? { sent: sent.result } : {}), conflicts }));
  else if (sent) terminal.print(sent.describe(terminal.paint));
  else if (!isEmpty) terminal.print('Nothing was sent.');
  if (conflicts.length === 0) return EXIT.fine;
  terminal.say(terminal.paint.yellow(conflictLine(conflicts)));
  return EXIT.overLimit;
}

function conflictLine(conflicts: readonly FieldConflict[]): string {
  const [first] = conflicts;
  const isOne = conflicts.length === 1;
  return `${conflicts.length} ${isOne ? 'field has' : 'fields have'} conflicts; the site keeps its ${isOne ? 'value' : 'values'}. Decide with --ours ${first?.id}:${first?.path} or --theirs.`;
}

/** @throws TavrikError if nobody is there who could agree, or somebody does not */
async function agree({ yes, json, to }: Options): Promise<void> {
  if (yes) return;
  if (json || process.stdin.isTTY !== true)
    throw new TavrikError(
      'No terminal to ask on. Nothing was sent.',
      to,
      'Add --yes to send, or --dry-run to see the plan.',
      'denied',
    );
  const { confirm } = await import('@inquirer/prompts');
  if (!(await confirm({ message: 'Send now?', default: false })))
    throw new TavrikError('Nothing was sent.', to, undefined, 'denied');
}
