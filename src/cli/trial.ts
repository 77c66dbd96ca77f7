import { Command } from 'commander';
import type { TriedPage } from '../core/edit-test/apply-fixes.js';
import { EXIT } from './exit.js';
import { BROWSER_OPTION, JSON_OPTION } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options {
  readonly page?: string;
  readonly fix?: boolean;
  readonly browser?: string;
  readonly json?: boolean;
}

export function trialCommand(setCode: (code: number) => void): Command {
  return new Command('trial')
    .description('run the edit test: realistic and extreme edits, and what they break')
    .argument('<project>', 'project folder')
    .option('--page <name>', 'only this page')
    .option('--fix', 'write fixes that leave the page unchanged to adjust.yaml')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik trial project --fix')
    .action(async (project: string, options: Options) => {
      const terminal = openTerminal(options.json === true);
      const { trial } = await import('../api.js');
      const pages = await trial(project, {
        ...(options.page === undefined ? {} : { page: options.page }),
        ...(options.fix ? { fix: true } : {}),
        ...(options.browser === undefined ? {} : { browser: options.browser }),
        onProgress: terminal.step,
      });
      terminal.done();
      if (options.json) terminal.print(asJson('trial', { pages }));
      else {
        for (const page of pages) showTried(page, terminal, pages.length > 1);
        terminal.print(`report: ${project}/trial/index.html`);
      }
      setCode(pages.some(({ cases }) => cases.some(({ faults }) => faults.length)) ? EXIT.overLimit : EXIT.fine);
    });
}

/** Most faults that are printed of one edit. */
const MOST = 4;

function showTried({ page, cases, fixes, limits, fixed }: TriedPage, { print, paint }: Terminal, named: boolean): void {
  if (named) print(paint.bold(page));
  for (const { what, faults } of cases) {
    print(
      `${faults.length ? paint.red('breaks') : paint.green('fine  ')}  ${what}${faults.length ? `: ${faults.length}` : ''}`,
    );
    for (const fault of faults.slice(0, MOST))
      print(
        paint.dim(
          `          ${fault.width ? `${fault.width} px  ` : ''}${[fault.section, fault.name].filter(Boolean).join(' / ')}: ${fault.what}${fault.path ? ` (${fault.path})` : ''}`,
        ),
      );
  }
  for (const { path, longest, faults } of limits)
    print(
      `${fixed ? paint.green('limited') : paint.yellow('would limit')}  ${path}: at most ${longest} letters (${faults} faults fewer)`,
    );
  for (const { why, adjustments, faults } of fixes) {
    const done = adjustments.map(
      ({ style, element, property, value }) =>
        `${style === undefined ? `element ${element ?? ''}` : `.${style}`} ${property}: ${value}`,
    );
    print(
      `${fixed ? paint.green('fixed') : paint.yellow('would fix')}  ${why}: ${done.join('; ')} (${faults === 0 ? 'scrolls less' : `${faults} fewer`})`,
    );
  }
}
