import { Command } from 'commander';
import type { FoundLink } from '../core/sites/find-links.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { EXIT } from './exit.js';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = ['list', 'check', 'set'] as const;

interface Options {
  readonly page?: string;
  readonly toPage?: string;
  readonly section?: string;
  readonly address?: string;
  readonly mail?: string;
  readonly telephone?: string;
  readonly file?: string;
  readonly json?: boolean;
}

export function linksCommand(setCode: (code: number) => void): Command {
  return new Command('links')
    .description('list, check or change the links of a project')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[link]', 'path of its field, as the list prints it')
    .option('--page <name>', 'page of the project that the links are in')
    .option('--to-page <name>', 'page that the link leads to')
    .option('--section <name>', 'section or anchor that the link leads to, on its own page or on --to-page')
    .option('--address <address>', 'address that the link leads to')
    .option('--mail <address>', 'mail address that the link opens')
    .option('--telephone <number>', 'number that the link calls')
    .option('--file <name>', 'file in the assets of the project that the link leads to')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik links project check\n  tavrik links project set hero.button --section membership',
    )
    .action(async (project: string, given: string, link: string | undefined, options: Options) => {
      const terminal = openTerminal(options.json === true);
      const action = oneOf(given, ACTIONS, 'action');
      const { setLink, linksOf } = await import('../flow/edit/links.js');
      if (action === 'set') {
        if (link === undefined)
          throw new TavrikError(
            'Which link?',
            action,
            'Give the path of its field, as tavrik links PROJECT prints it.',
          );
        const address = setLink(project, options.page, link, targetOf(options));
        return terminal.print(options.json ? asJson('links', { link, address }) : `${link} now leads to ${address}`);
      }
      const pages = linksOf(project, options.page);
      const faults = pages.flatMap(({ links }) => links.filter(({ fault }) => fault));
      if (options.json) terminal.print(asJson('links', { pages }));
      else
        for (const { page, links } of pages) {
          if (pages.length > 1) terminal.print(terminal.paint.bold(page));
          for (const foundLink of action === 'check' ? links.filter(({ fault }) => fault) : links)
            show(foundLink, terminal);
        }
      if (action === 'check' && !options.json)
        terminal.print(
          faults.length
            ? `${faults.length} of ${pages.flatMap(({ links }) => links).length} links are wrong`
            : 'All links work.',
        );
      if (action === 'check' && faults.length) setCode(EXIT.overLimit);
    });
}

/** @throws TavrikError for none or several targets */
function targetOf({ toPage, section, address, mail, telephone, file }: Options) {
  const alone = Object.entries({ address, mail, telephone, file }).filter(([, value]) => value !== undefined);
  if (alone.length > 1 || (alone.length === 1 && (toPage !== undefined || section !== undefined)))
    throw new TavrikError(
      'A link can have only one target.',
      'set',
      'Give one of --address, --mail, --telephone, --file, or --to-page and --section.',
    );
  return {
    ...(toPage === undefined ? {} : { page: toPage }),
    ...(section === undefined ? {} : { section }),
    ...Object.fromEntries(alone),
  };
}

function show({ field, id, words, address, kind, newTab, fault }: FoundLink, { print, paint }: Terminal): void {
  print(
    `${kind.padEnd(9)}  ${field ?? id}  ${words ? `“${words}”` : paint.dim('no words')}  ${address}${newTab ? paint.dim('  in a new tab') : ''}`,
  );
  if (fault) print(`           ${paint.red(fault)}`);
}
