import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Asker } from '../flow/start/start.js';
import { showConverted } from './convert.js';
import { BROWSER_OPTION, readWidths } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';

export function startCommand(): Command {
  return new Command('start')
    .description('guide you through a first conversion, step by step')
    .option(...BROWSER_OPTION)
    .action(async ({ browser }: { readonly browser?: string }) => {
      if (!process.stdin.isTTY || !process.stderr.isTTY)
        throw new TavrikError(
          'A terminal is required.',
          'start',
          'Run it on a terminal, or use tavrik convert (see tavrik convert --help).',
        );
      const terminal = openTerminal(false);
      const { start } = await import('../flow/start/start.js');
      const { commands, made } = await start(await openAsker(terminal), {
        ...(browser === undefined ? {} : { browser }),
        progress: terminal.step,
        readWidths,
      });
      terminal.done();
      if (made) showConverted(made, terminal, false);
      else terminal.print('Nothing was written.');
      terminal.print(
        terminal.paint.dim(`\nThe same without questions:\n${commands.map((command) => `  ${command}`).join('\n')}`),
      );
    });
}

/** Questions on stderr, so that what is printed at the end can be kept. */
async function openAsker(terminal: Terminal): Promise<Asker> {
  const { checkbox, confirm, input } = await import('@inquirer/prompts');
  const context = { output: process.stderr };
  const asked = async <Answer>(question: Promise<Answer>): Promise<Answer> => {
    try {
      return await question;
    } catch (error) {
      if ((error as Error).name === 'ExitPromptError')
        throw new TavrikError('It was stopped; nothing was written.', 'start', 'Start again at any time.');
      throw error;
    }
  };
  return {
    text: (message, usual, check) => {
      terminal.done();
      return asked(
        input({ message, ...(usual ? { default: usual } : {}), validate: (answer) => check(answer) ?? true }, context),
      );
    },
    pick: (message, choices) => {
      terminal.done();
      return asked(
        checkbox({ message, choices: choices.map(({ value, words }) => ({ value, name: words })) }, context),
      );
    },
    confirm: (message) => {
      terminal.done();
      return asked(confirm({ message }, context));
    },
    say: terminal.say,
  };
}
