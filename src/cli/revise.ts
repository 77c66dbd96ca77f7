import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { countText } from '../core/revise/changes.js';
import { bySection, changeLine } from '../core/revise/words.js';
import type { RevisedPage } from '../core/revise/revised.js';
import type { Revised } from '../flow/revise/revise.js';
import { BROWSER_OPTION, JSON_OPTION } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson, asJsonLine } from './outputs.js';

interface Options {
  readonly dryRun?: boolean;
  readonly undo?: boolean;
  readonly anyway?: boolean;
  readonly take: string[];
  readonly browser?: string;
  readonly json?: boolean;
}

export function reviseCommand(): Command {
  const several = (text: string, all: string[]): string[] => [...all, text];
  return new Command('revise')
    .description('take in a new version of the source, keeping decisions, content and corrections')
    .argument('<project>', 'project folder')
    .argument('[sources...]', 'the new version, as for convert')
    .option('--dry-run', 'only show what would change')
    .option('--undo', 'undo the last revision')
    .option(
      '--take <field>',
      'a field changed on both sides, as home:membership.heading: use the new version',
      several,
      [],
    )
    .option('--anyway', 'continue although few elements were found again, or artboards are missing')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik revise project new-version/index.html --dry-run\n  tavrik revise project --undo',
    )
    .action(async (project: string, sources: readonly string[], options: Options) => {
      const terminal = openTerminal(options.json === true);
      const [{ revise }, { undoRevision }] = await Promise.all([
        import('../api.js'),
        import('../flow/revise/write.js'),
      ]);
      if (options.undo) {
        if (sources.length) throw new TavrikError('--undo takes no source.', '--undo', 'Leave the sources out.');
        undoRevision(project);
        return terminal.print(options.json ? asJsonLine('revise', { undone: true }) : 'The last revision was undone.');
      }
      if (sources.length === 0)
        throw new TavrikError('The new version is missing.', 'revise', 'Name its files, as for convert.', 'not-found');
      const revised = await revise(project, sources, {
        dryRun: options.dryRun === true,
        anyway: options.anyway === true,
        take: options.take,
        onProgress: terminal.step,
        ...(options.browser === undefined ? {} : { browser: options.browser }),
      });
      terminal.done();
      if (options.json) return terminal.print(asJson('revise', revised));
      for (const line of linesOf(revised, options.dryRun === true, terminal)) terminal.print(line);
    });
}

function linesOf(
  { pages, same, addedPages, removedPages, notes, project, report }: Revised,
  isTrial: boolean,
  { paint }: Terminal,
): string[] {
  if (same) return ['Nothing has changed: the project stays the same, byte for byte.'];
  const end = isTrial
    ? 'Nothing was changed.'
    : `Taken in: prove it anew with ${paint.bold(`tavrik proof ${project}`)}. ${paint.bold(`tavrik revise ${project} --undo`)} takes it back.`;
  return [
    ...pages.flatMap((page) => pageLines(page, paint)),
    ...addedPages.map((name) => `New page: ${name}`),
    ...removedPages.map((name) => `Removed page: ${name}`),
    ...notes.map((note) => paint.yellow(note)),
    ...(report === undefined ? [] : [`Before and after: ${report}`]),
    end,
  ];
}

function pageLines(page: RevisedPage, paint: Terminal['paint']): string[] {
  const { changes, conflicts, parked, returned, newFields, doubts, elements } = page;
  const count = (all: readonly unknown[] | number, text: string, many: string): string => {
    const n = typeof all === 'number' ? all : all.length;
    return `${n} ${n === 1 ? text : many}`;
  };
  return [
    `${paint.bold(page.page)}: ${countText(changes)} (${elements.matched} of ${elements.old} elements found again)`,
    ...[...bySection(changes)].flatMap(([section, own]) => [
      `  ${paint.cyan(section || 'page')}`,
      ...own.map((change) => `    ${changeLine(change)}`),
    ]),
    ...(newFields.length
      ? [
          `  ${count(newFields, 'new field', 'new fields')}: ${newFields.slice(0, 6).join(', ')}${newFields.length > 6 ? ' …' : ''}`,
        ]
      : []),
    ...(returned.length ? [`  ${count(returned, 'value is', 'values are')} restored: ${returned.join(', ')}`] : []),
    ...Object.entries(parked).map(
      ([path, value]) => `  ${paint.yellow('kept aside')} ${path}: “${value.slice(0, 60)}”`,
    ),
    ...conflicts.flatMap(({ path, before, ours, theirs }) => [
      `  ${paint.yellow('both changed')} ${path}; what was written stays`,
      `    before    “${before ?? ''}”`,
      `    new       “${ours ?? ''}”`,
      `    written   “${theirs ?? ''}”`,
    ]),
    ...doubts.map((doubt) => `  ${paint.yellow('not sure')} “${doubt.old}” is now “${doubt.now}” or “${doubt.or}”`),
    ...(page.adjustments
      ? [
          `  ${paint.yellow(`${count(page.adjustments, 'correction', 'corrections')} of adjust.yaml ${page.adjustments === 1 ? 'means' : 'mean'} nothing now; they stay in the file`)}`,
        ]
      : []),
  ];
}
