import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { TunedPage } from '../flow/proof/tune.js';
import { BROWSER_OPTION, JSON_OPTION, readWidths } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options {
  readonly page?: string;
  readonly section?: string;
  readonly widths?: string;
  readonly dryRun?: boolean;
  readonly maxTime?: string;
  readonly undo?: string | true;
  readonly browser?: string;
  readonly json?: boolean;
}

export function tuneCommand(): Command {
  return new Command('tune')
    .description('reduce the differences from the source by measured corrections, written to adjust.yaml')
    .argument('<project>', 'project folder')
    .option('--page <name>', 'only this page')
    .option('--section <name>', 'only this section')
    .option('--widths <list>', 'tune only at these widths of the project, px')
    .option('--max-time <seconds>', 'stop after so many seconds, and report what was not tried')
    .option('--dry-run', 'only show what would change')
    .option('--undo [step]', 'undo a step; the last one without a number')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExamples:\n  tavrik tune project --dry-run\n  tavrik tune project --undo 3')
    .action(async (project: string, options: Options) => {
      const terminal = openTerminal(options.json === true);
      if (options.undo !== undefined) {
        const { undoStep } = await import('../flow/edit/adjust.js');
        const undone = undoStep(project, options.undo === true ? undefined : options.undo);
        return terminal.print(options.json ? asJson('tune', { undone }) : `Step ${undone} undone.`);
      }
      const { tune } = await import('../api.js');
      const tuned = await tune(project, {
        ...(options.page === undefined ? {} : { page: options.page }),
        ...(options.section === undefined ? {} : { section: options.section }),
        ...(options.widths === undefined ? {} : { widths: readWidths(options.widths) }),
        ...(options.maxTime === undefined ? {} : { maxTime: readSeconds(options.maxTime) }),
        ...(options.dryRun ? { dryRun: true } : {}),
        ...(options.browser === undefined ? {} : { browser: options.browser }),
        onProgress: terminal.step,
      });
      terminal.done();
      if (options.json) return terminal.print(asJson('tune', { pages: tuned }));
      for (const tunedPage of tuned) showTuned(tunedPage, terminal, tuned.length > 1);
    });
}

/** @throws TavrikError for what is no number of seconds */
function readSeconds(text: string): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value <= 0)
    throw new TavrikError(`"${text}" is not a number of seconds.`, '--max-time', 'Give a number greater than 0.');
  return value * 1000;
}

/** Most of the remaining differences that are printed. */
const MOST_LEFT = 12;

/** Prints what tuning changed, by how much each change helped, and the remaining differences. */
export function showTuned(
  { page, steps, left, before, after }: TunedPage,
  { print, paint }: Terminal,
  named: boolean,
): void {
  if (named) print(paint.bold(page));
  for (const { step, adjustments, what, name, section, width, count, before: was, after: is } of steps) {
    const done = adjustments.map(({ property, value }) => `${property}: ${value}`).join('; ');
    const where = `${section ? `${section} / ` : ''}${name}${count > 1 ? ` and ${count - 1} like it` : ''}`;
    print(
      `${paint.green(`step ${step}`)}  ${width} px  ${where}: ${what} → ${done} ${paint.dim(`(${Math.round(was)} → ${Math.round(is)})`)}`,
    );
  }
  print(
    steps.length
      ? `${steps.length} ${steps.length === 1 ? 'correction' : 'corrections'}; difference score ${Math.round(before)} → ${Math.round(after)}`
      : 'No correction improved the page.',
  );
  if (left.length === 0) return;
  print(`${left.length} ${left.length === 1 ? 'difference' : 'differences'} left`);
  for (const { width, name, section, what, why } of left.slice(0, MOST_LEFT))
    print(paint.dim(`  ${width} px  ${section ? `${section} / ` : ''}${name}: ${what} (${why})`));
  if (left.length > MOST_LEFT) print(paint.dim(`  … and ${left.length - MOST_LEFT} more`));
}
