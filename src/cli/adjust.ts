import { Command } from 'commander';
import type { Adjustment } from '../core/adjust/adjustment.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { BROWSER_OPTION, JSON_OPTION, oneOf } from './options.js';
import { showDifferences, showProof } from './proof.js';
import { openTerminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = ['list', 'set', 'remove'] as const;

interface Options {
  readonly page?: string;
  readonly at?: string;
  readonly state?: string;
  readonly proof: boolean;
  readonly browser?: string;
  readonly json?: boolean;
}

// eslint-disable-next-line max-lines-per-function -- the options of the command, one to a line, and what they do
export function adjustCommand(): Command {
  return new Command('adjust')
    .description('list, set or remove style corrections of a project, and compare again')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[of]', 'id, name or path of an element, or .STYLE for a shared style')
    .argument('[property]', 'CSS property')
    .argument('[value]', 'CSS value')
    .option('--page <name>', 'page of the project')
    .option('--at <list>', 'breakpoints below which it holds, or widest; at all widths without it')
    .option('--state <state>', 'state in which it applies, e.g. :hover')
    .option('--no-proof', 'do not compare with the source afterwards')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik adjust project set .hero-heading margin-top 12px --at below-600')
    .action(
      async (
        project: string,
        given: string,
        of: string | undefined,
        property: string | undefined,
        value: string | undefined,
        options: Options,
      ) => {
        const terminal = openTerminal(options.json === true);
        const { print } = terminal;
        const action = oneOf(given, ACTIONS, 'action');
        const { listAdjustments, removeAdjustments, setAdjustment } = await import('../flow/edit/adjust.js');
        if (action === 'list') {
          const adjustments = listAdjustments(project);
          if (options.json) return print(asJson('adjust', { adjustments }));
          if (adjustments.length === 0) print('No corrections.');
          for (const adjustment of adjustments) print(inWords(adjustment));
          return;
        }
        if (of === undefined)
          throw new TavrikError('Of what?', action, 'Name an element, or .STYLE for a shared style.');
        const place = {
          of,
          ...(options.page === undefined ? {} : { page: options.page }),
          ...(options.at === undefined ? {} : { at: options.at.split(',').map((name) => name.trim()) }),
          ...(options.state === undefined ? {} : { state: options.state }),
        };
        if (action === 'remove') {
          const removed = removeAdjustments(project, place, property);
          if (!options.json) print(`${removed} ${removed === 1 ? 'correction is' : 'corrections are'} removed.`);
        } else {
          if (property === undefined || value === undefined)
            throw new TavrikError('A property and its value are missing.', 'set', 'Name both, e.g. margin-top 12px.');
          const adjustments = setAdjustment(project, place, property, value);
          if (!options.json) for (const adjustment of adjustments) print(inWords(adjustment));
        }
        if (!options.proof)
          return options.json ? print(asJson('adjust', { adjustments: listAdjustments(project) })) : undefined;
        const { prove } = await import('../flow/proof/prove.js');
        const proof = await prove(project, {
          ...(options.page === undefined ? {} : { page: options.page }),
          ...(options.browser === undefined ? {} : { browser: options.browser }),
          progress: terminal.step,
        });
        terminal.done();
        if (options.json) return print(asJson('adjust', { adjustments: listAdjustments(project), proof }));
        for (const page of proof.pages) {
          showProof(page, terminal);
          showDifferences(page, terminal);
        }
      },
    );
}

function inWords({ page, element, style, at, state, property, value, step }: Adjustment): string {
  const where = `${style === undefined ? `element ${element ?? ''}` : `.${style}`}${state ?? ''}`;
  return `${where.padEnd(30)} ${property}: ${value}  ${at ? `at ${at.join(', ')}` : 'at all widths'}${page === undefined ? '' : `  ${page}`}${step === undefined ? '' : `  step ${step}`}`;
}
