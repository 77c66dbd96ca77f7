import { defined } from '../core/data/defined.js';
import { Command } from 'commander';
import {
  beyondRest,
  CONDITION_NAME,
  differsToSee,
  findingOf,
  limitUnder,
  placeOfCondition,
} from '../core/proof/conditions.js';
import { percent } from '../core/proof/percent.js';
import type { Proof } from '../core/proof/proof.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { EXIT } from './exit.js';
import { BROWSER_OPTION, JSON_OPTION, readWidths } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options {
  readonly page?: string;
  readonly width?: string;
  readonly limit?: string;
  readonly section?: string;
  readonly quick?: boolean;
  readonly junit?: string;
  readonly signIn?: string;
  readonly browser?: string;
  readonly json?: boolean;
}

export function proofCommand(setCode: (code: number) => void): Command {
  return new Command('proof')
    .description('compare the site of a project with its source: pixels and the position of every word')
    .argument('<project>', 'project folder')
    .option('--page <name>', 'compare only this page')
    .option('--section <name>', 'report only this section')
    .option('--widths, --width <list>', 'viewport widths, px; without it those of the project')
    .option('--limit <percent>', 'largest share of differing pixels, in percent')
    .option('--quick', 'compare only: no other conditions, no sweep over all widths, no accessibility check')
    .option('--junit <file>', 'also write the result as JUnit XML')
    .option('--sign-in <file>', 'headers and cookies for an address that must be opened again')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik proof project --widths 1440,1100,390 --limit 2')
    .action(async (project: string, options: Options) => {
      const terminal = openTerminal(options.json === true);
      const [{ proof: compare }, { readSignIn }] = await Promise.all([
        import('../api.js'),
        import('../flow/source/sign-in.js'),
      ]);
      const proof = await compare(
        project,
        defined({
          page: options.page,
          widths: options.width === undefined ? undefined : readWidths(options.width),
          limit: options.limit === undefined ? undefined : readLimit(options.limit),
          browser: options.browser,
          signIn: options.signIn === undefined ? undefined : readSignIn(options.signIn),
          section: options.section,
          junit: options.junit,
          thorough: options.quick !== true,
          onProgress: terminal.step,
        }),
      );
      terminal.done();
      if (options.json) terminal.print(asJson('proof', proof));
      else {
        for (const page of proof.pages) {
          if (proof.pages.length > 1) terminal.print(terminal.paint.bold(page.page));
          showProof(page, terminal);
          showDifferences(page, terminal);
          showConditions(page, terminal);
          showControls(page, terminal);
          showFurther(page, terminal);
        }
        for (const note of proof.notes) terminal.say(terminal.paint.yellow(`note: ${note}`));
        terminal.print(`report: ${project}/proof/index.html`);
      }
      setCode(proof.over.length ? EXIT.overLimit : EXIT.fine);
    });
}

function readLimit(text: string): number {
  const value = Number(text.replace(/\s*%$/, ''));
  if (text.trim() === '' || !Number.isFinite(value) || value < 0 || value > 100)
    throw new TavrikError(`"${text}" is not a percentage.`, '--limit', 'Give a number from 0 to 100.');
  return value / 100;
}

export function showProof(proof: Proof, { print, paint }: Terminal): void {
  print(
    `${'width'.padStart(9)}${'pixel difference'.padStart(18)}${'position match'.padStart(16)}${'missing words'.padStart(15)}${'height'.padStart(10)}  worst section`,
  );
  for (const width of proof.widths) {
    const worst = [...width.sections].sort((a, b) => b.differ - a.differ)[0];
    const height = width.height.result - width.height.source;
    const cells = [
      `${width.width} px`.padStart(9),
      percent(width.differ).padStart(18),
      percent(width.words.placed).padStart(16),
      percent(width.words.missing).padStart(15),
      `${height > 0 ? '+' : ''}${height} px`.padStart(10),
    ];
    const colour =
      width.differ > proof.limits.differ || width.words.placed < proof.limits.placed ? paint.red : paint.green;
    print(`${colour(cells.join(''))}  ${worst && worst.differ > 0 ? `${worst.name} ${percent(worst.differ)}` : '–'}`);
  }
  for (const text of proof.over) print(paint.red(`over the limit: ${text}`));
}

/** Most differences that are printed of one width. */
const MOST_PRINTED = 12;

/** Prints the differences, element by element. */
export function showDifferences(proof: Proof, { print, paint }: Terminal): void {
  for (const { width, differences } of proof.widths) {
    if (differences.length === 0) continue;
    print(paint.bold(`${width} px: ${differences.length} ${differences.length === 1 ? 'difference' : 'differences'}`));
    for (const { what, name, section, remedy } of differences.slice(0, MOST_PRINTED)) {
      const fix = remedy
        ? paint.dim(` [${remedy.property}${remedy.value === undefined ? '' : `: ${remedy.value}`}]`)
        : '';
      print(`  ${section ? `${section} / ` : ''}${name}: ${what}${fix}`);
    }
    if (differences.length > MOST_PRINTED)
      print(paint.dim(`  … and ${differences.length - MOST_PRINTED} more in the report`));
  }
}

/** Prints how the page stands under conditions; those with nothing to see in one line. */
function showConditions({ conditions, limits }: Proof, { print, paint }: Terminal): void {
  if (!conditions) return;
  const seen = conditions.filter(differsToSee);
  const fine = [...new Set(conditions.filter((proof) => !seen.includes(proof)).map(({ condition }) => condition))];
  const same = fine.filter((condition) => !seen.some((proof) => proof.condition === condition));
  if (seen.length)
    print(paint.bold(`Under other conditions: ${seen.length} of ${conditions.length} comparisons differ`));
  for (const proof of seen) {
    const colour = beyondRest(proof).differ > limitUnder(proof.condition, limits) ? paint.red : paint.yellow;
    const figures = `${percent(proof.differ)} of the pixels differ, ${percent(proof.words.placed)} of the words in position`;
    print(`  ${colour(`${placeOfCondition(proof)}: ${figures}`)}  ${findingOf(proof)}`);
    for (const { name } of proof.controls?.unlike.slice(0, MOST_NAMED) ?? []) print(paint.dim(`    ${name}`));
  }
  if (same.length)
    print(paint.green(`As in the source: ${same.map((condition) => CONDITION_NAME[condition]).join(', ')}`));
}

/** Prints how many of the controls that scripts answered work without one, and which do not. */
function showControls({ behaviours = [] }: Proof, { print, paint }: Terminal): void {
  if (behaviours.length === 0) return;
  const dead = behaviours.filter(({ state }) => state !== 'works');
  const told = `Controls that scripts answered: ${behaviours.length - dead.length} of ${behaviours.length} work without a script`;
  print(dead.length ? paint.bold(told) : paint.green(told));
  for (const { name, kind, reason } of dead.slice(0, MOST_PRINTED))
    print(`  ${name}: ${[kind, reason].filter(Boolean).join(', but ')}`);
}

/** So many controls that look different are printed of one comparison. */
const MOST_NAMED = 5;

/** Prints the faults at other widths, and accessibility violations. */
function showFurther({ sweep, barriers }: Proof, { print, paint }: Terminal): void {
  if (sweep)
    print(
      sweep.length
        ? paint.bold(`Between the widths: ${sweep.length} faults`)
        : paint.green('Between the widths: no faults from 320 to 1920 px'),
    );
  for (const { from, to, what, name, section } of (sweep ?? []).slice(0, MOST_PRINTED)) {
    const where = [section, name].filter(Boolean).join(' / ');
    print(`  ${from === to ? from : `${from} to ${to}`} px${where ? `  ${where}` : ''}: ${what}`);
  }
  if (!barriers) return;
  const { result, source, worse } = barriers;
  if (worse.length) print(paint.bold(`Accessibility: ${worse.length} more violations than in the source`));
  else
    print(
      `Accessibility: ${source ? 'no more violations than in the source' : 'the source cannot be checked'}, ${result.length} violations`,
    );
  for (const { what, count, first } of source ? worse : result) print(`  ${what} (${count}, first ${first})`);
}
