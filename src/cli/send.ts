import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Side } from '../core/content/three-way.js';
import type { HandedProject } from '../flow/publish/hand-over.js';
import type { Plan, Sent } from '../flow/publish/send.js';
import type { SendStep } from '../flow/publish/plan.js';
import { EXIT } from './exit.js';
import { JSON_OPTION, listOf, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';

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

const WAYS = ['api', 'webdav', 'commit'] as const;

export function sendCommand(setCode: (code: number) => void): Command {
  const several = (text: string, all: string[]): string[] => [...all, text];
  return new Command('send')
    .description('send a project to a site: shows the plan and asks first, and keeps what was edited there')
    .argument('<project>', 'project folder, or a package made with pack --as document')
    .requiredOption('--to <address>', 'address of the site, of a WebDAV folder, or of a repository')
    .option(
      '--by <way>',
      'api: a site that tavrik host runs; webdav: a folder of a web server; commit: a git repository',
      'api',
    )
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
      const way = oneOf(options.by, WAYS, '--by');
      if (way === 'api') return toSite(project, options, terminal, setCode);
      return way === 'webdav' ? toServer(project, options, terminal, setCode) : toGit(project, options, terminal);
    });
}

async function toSite(
  project: string,
  options: Options,
  terminal: Terminal,
  setCode: (code: number) => void,
): Promise<void> {
  const [{ handOver, FORMS }, { PLACES }, { SiteSending }, { connectionTo }] = await Promise.all([
    import('../flow/publish/hand-over.js'),
    import('../flow/publish/plan.js'),
    import('../flow/publish/send.js'),
    import('../flow/publish/connection.js'),
  ]);
  const place = oneOf(options.place, PLACES, '--place');
  const as = oneOf(options.as, FORMS, '--as');
  const only = listOf(options.only);
  const handed = project.endsWith('.zip') ? await handedOf(project) : handOver(project, { as, only });
  const decided = new Map<string, Side>([
    ...options.ours.map((our) => [our, 'ours'] as const),
    ...options.theirs.map((their) => [their, 'theirs'] as const),
  ]);
  const connection = await connectionTo(options.to, { ...sourcesOf(options) });
  const sending = new SiteSending(connection, handed);
  const meant = new Set([...only, ...(as === 'site' ? [] : [as])]);
  const plan = await sending.plan({
    place,
    decided,
    meant,
    ...(options.onto === undefined ? {} : { onto: options.onto }),
  });
  const open = plan.steps.flatMap(({ id, conflicts }) =>
    conflicts.filter(({ path }) => !decided.has(`${id}:${path}`)).map((conflict) => ({ id, ...conflict })),
  );
  if (!options.json) for (const line of planLines(plan, terminal)) terminal.print(line);
  if (options.dryRun) {
    if (options.json) terminal.print(JSON.stringify({ plan: toldPlan(plan), undecided: open }, null, 2));
  } else {
    await agree(options, connection.address);
    const sent = await sending.send(plan, options.publish === true, (what, share) =>
      terminal.step(`${Math.round(share * 100)} % ${what}`),
    );
    terminal.done();
    terminal.print(
      options.json
        ? JSON.stringify({ plan: toldPlan(plan), sent, undecided: open }, null, 2)
        : sentLine(sent, connection.address, terminal),
    );
  }
  if (open.length === 0) return;
  setCode(EXIT.overLimit);
  terminal.say(
    terminal.paint.yellow(
      `${open.length} ${open.length === 1 ? 'field has' : 'fields have'} conflicts; the site keeps its ${open.length === 1 ? 'value' : 'values'}. Decide with --ours ${open[0]?.id}:${open[0]?.path} or --theirs.`,
    ),
  );
}

/** What a package of documents hands over. @throws Problem */
async function handedOf(file: string): Promise<HandedProject> {
  const { handedFrom, openPackage } = await import('../flow/package/package-file.js');
  const opened = await openPackage(file);
  try {
    return handedFrom(opened, file);
  } finally {
    opened.close();
  }
}

function sourcesOf({ tokenFile, json }: Options): { file?: string; environment?: string; ask?: () => Promise<string> } {
  const environment = process.env['TAVRIK_TOKEN'];
  const canAsk = !json && process.stdin.isTTY === true;
  return {
    ...(tokenFile === undefined ? {} : { file: tokenFile }),
    ...(environment ? { environment } : {}),
    ...(canAsk
      ? { ask: async () => (await import('@inquirer/prompts')).password({ message: 'Token of the site' }) }
      : {}),
  };
}

/** @throws Problem if nobody is there who could agree, or somebody does not */
async function agree({ yes, json }: Options, where: string): Promise<void> {
  if (yes) return;
  if (json || process.stdin.isTTY !== true)
    throw new TavrikError(
      'No terminal to ask on. Nothing was sent.',
      where,
      'Add --yes to send, or --dry-run to see the plan.',
    );
  const { confirm } = await import('@inquirer/prompts');
  if (!(await confirm({ message: 'Do this?', default: false }))) throw new TavrikError('Nothing was sent.', where);
}

const DOES: Readonly<Record<SendStep['does'], string>> = {
  new: 'new',
  change: 'changed',
  nothing: 'unchanged',
  keep: 'the site keeps its own',
  replace: 'replaces what is there',
  append: 'sections appended',
};

function planLines(plan: Plan, { paint }: Terminal): string[] {
  const wide = Math.max(...plan.steps.map(({ id }) => id.length));
  const lines = plan.steps.flatMap((step) => [
    `  ${paint.bold(step.id.padEnd(wide))}  ${step.kind.padEnd(7)}  ${DOES[step.does]}${detail(step)}`,
    ...step.conflicts.flatMap(({ path, before, ours, theirs }) => [
      `      ${paint.yellow('both changed')} ${path}`,
      `        before  ${quoted(before)}`,
      `        ours    ${quoted(ours)}`,
      `        theirs  ${quoted(theirs)}`,
    ]),
    ...step.lost.map(
      ({ path, value }) =>
        `      ${paint.yellow('field removed')} ${path}: the site says ${quoted(value)}; it stays in the history of the page`,
    ),
  ]);
  const size = plan.files.reduce((sum, { bytes }) => sum + bytes.length, 0);
  const files = plan.files.length
    ? `${plan.files.length} ${plan.files.length === 1 ? 'file' : 'files'} to send, ${(size / 1e6).toFixed(1)} MB`
    : 'All files are up to date';
  return ['Plan:', ...lines, `  ${files}${plan.tokens ? '; colours and text styles change' : ''}`];
}

function detail({ does, ours, theirs, layout }: SendStep): string {
  if (does !== 'change') return '';
  const count = (all: readonly string[], what: string): string[] =>
    all.length ? [`${all.length} ${all.length === 1 ? 'field' : 'fields'} ${what}`] : [];
  const told = [
    ...(layout ? ['new layout'] : []),
    ...count(ours, 'from the project'),
    ...count(theirs, 'edited there are kept'),
  ];
  return told.length ? `: ${told.join(', ')}` : '';
}

function quoted(text: string | undefined): string {
  if (text === undefined) return 'nothing';
  return `“${text.length > 60 ? `${text.slice(0, 59)}…` : text}”`;
}

function toldPlan({ steps, files, tokens }: Plan): object {
  return {
    items: steps.map(({ put: _, ...step }) => step),
    files: files.map(({ path, bytes }) => ({ path, bytes: bytes.length })),
    tokens,
  };
}

function sentLine({ items, files, published }: Sent, address: string, { paint }: Terminal): string {
  const what =
    items.length || files
      ? `${items.length} ${items.length === 1 ? 'item' : 'items'} and ${files} ${files === 1 ? 'file' : 'files'} sent`
      : 'Everything is up to date';
  return `${what}${published.length ? `, ${published.length} published` : ''}. Edit it at ${paint.bold(`${address}/edit`)}`;
}

async function toServer(
  project: string,
  options: Options,
  terminal: Terminal,
  setCode: (code: number) => void,
): Promise<void> {
  const { toFolder } = await import('../flow/publish/webdav.js');
  const { readSecret } = await import('../flow/publish/connection.js');
  const { plan, send } = await toFolder(
    project,
    options.to,
    readSecret(options.tokenFile, process.env['TAVRIK_TOKEN']),
  );
  if (!options.json) terminal.print(`Plan: send ${plan.put.length} files, delete ${plan.take.length}.`);
  if (plan.edited.length && options.place !== 'replace') {
    setCode(EXIT.overLimit);
    terminal.print(
      options.json
        ? JSON.stringify(plan, null, 2)
        : `Changed on the server since the last sending: ${plan.edited.join(', ')}. Nothing was sent.\nMove the changes to content/, or overwrite them with --place replace.`,
    );
    return;
  }
  if (!options.dryRun) {
    await agree(options, options.to);
    await send((file, share) => terminal.step(`${Math.round(share * 100)} % ${file}`));
    terminal.done();
  }
  terminal.print(
    options.json ? JSON.stringify(plan, null, 2) : options.dryRun ? 'Nothing was sent.' : `Sent to ${options.to}`,
  );
}

async function toGit(project: string, options: Options, terminal: Terminal): Promise<void> {
  const { toRepository } = await import('../flow/publish/repository.js');
  const { branch, folder, message } = options;
  const committing = await toRepository(project, options.to, {
    folder,
    message,
    ...(branch === undefined ? {} : { branch }),
  });
  try {
    const { changes } = committing.plan;
    if (!options.json)
      terminal.print(
        changes.length
          ? ['To be committed:', ...changes.map((change) => `  ${change}`)].join('\n')
          : 'No changes, no commit.',
      );
    let commit: string | undefined;
    if (!options.dryRun && changes.length) {
      await agree(options, options.to);
      commit = await committing.send();
    }
    if (options.json) terminal.print(JSON.stringify({ changes, ...(commit === undefined ? {} : { commit }) }, null, 2));
    else if (commit !== undefined) terminal.print(`Committed as ${commit.slice(0, 10)}`);
  } finally {
    committing.close();
  }
}
