import { Command } from 'commander';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = ['list', 'accept', 'decline', 'scale'] as const;

export function briefCommand(): Command {
  return new Command('brief')
    .description('list, accept or decline the decisions of a project (then convert again), or print its scale')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[code]', 'decisions to change: the code of a finding, or all')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik brief project\n  tavrik brief project accept missing-alt\n  tavrik brief project scale > scale.yaml',
    )
    .action(async (project: string, given: string, code: string | undefined, options: { readonly json?: boolean }) => {
      const { print, paint } = openTerminal(options.json === true);
      const action = oneOf(given, ACTIONS, 'action');
      const { listBrief, scaleOf, decideBrief } = await import('../flow/edit/brief.js');
      if (action === 'scale') {
        const scale = scaleOf(project);
        return print(options.json ? asJson('brief', { scale }) : (await import('yaml')).stringify(scale).trimEnd());
      }
      const turned = action === 'list' ? undefined : decideBrief(project, code ?? '', action === 'accept');
      const decisions = listBrief(project);
      if (options.json) return print(asJson('brief', { decisions, ...(turned === undefined ? {} : { turned }) }));
      if (turned !== undefined) {
        print(
          `${turned} ${turned === 1 ? 'decision' : 'decisions'} ${action === 'accept' ? 'accepted' : 'declined'}. Convert the source again.`,
        );
        return;
      }
      if (decisions.length === 0) print('The brief has no decisions.');
      for (const { do: deed, at, to, on, code: proposed } of decisions)
        print(
          `${on ? paint.green('on ') : paint.dim('off')} ${deed.padEnd(10)} ${at}${to === undefined ? '' : `: ${to}`}${proposed ? paint.dim(`  ${proposed}`) : ''}`,
        );
    });
}
