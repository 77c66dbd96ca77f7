import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { BROWSER_OPTION, JSON_OPTION, oneOf } from './options.js';
import { TOKEN_ACTIONS, type TokenOptions, type TokenResult } from './token-actions.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = Object.keys(TOKEN_ACTIONS) as (keyof typeof TOKEN_ACTIONS)[];

export function tokensCommand(): Command {
  return new Command('tokens')
    .description('list, set, rename, merge and match the design tokens of a project')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[path]', 'path of a token, as tokens lists it; or a file')
    .argument('[values...]', 'its new value or name; the tokens that go into it')
    .option('--in <places>', 'split: styles or properties that use the new token, e.g. .card,border-color')
    .option('--dark', 'set: its value in the dark scheme')
    .option('--near <distance>', 'gather: largest distance of colours to merge, as far as the proof allows', '2')
    .option('--within <distance>', 'match: take colours this near; 0 takes the same only', '0')
    .option('--dry-run', 'match: only list near tokens')
    .option('--format <name>', 'export: json or css', 'json')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik tokens project\n  tavrik tokens project set color.accent "#1d5c74"\n  tavrik tokens project split color.line table-line --in .programme-row\n  tavrik tokens project match brand.tokens.json --dry-run',
    )
    .action(
      async (project: string, given: string, path: string | undefined, values: string[], options: TokenOptions) => {
        const terminal = openTerminal(options.json === true);
        const done = await perform(project, oneOf(given, ACTIONS, 'action'), path, values, options, terminal);
        terminal.done();
        if (options.json) terminal.print(asJson('tokens', done.result));
        else done.words();
      },
    );
}

async function perform(
  project: string,
  action: keyof typeof TOKEN_ACTIONS,
  path: string | undefined,
  values: readonly string[],
  options: TokenOptions,
  { print, step, paint }: Terminal,
): Promise<TokenResult> {
  const flow = await import('../flow/edit/tokens.js');
  const need = (what: string | undefined, called: string): string => {
    if (what !== undefined) return what;
    throw new TavrikError(`The ${called} is missing.`, action, 'See tavrik tokens --help.');
  };
  return TOKEN_ACTIONS[action]({ project, path, values, options, flow, print, step, paint, need });
}
