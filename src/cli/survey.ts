import { Command } from 'commander';
import type { Severity } from '../core/survey/finding.js';
import type { PageSurvey } from '../core/survey/summary.js';
import { percent } from '../core/proof/percent.js';
import { sizeInWords } from '../core/text/words.js';
import {
  BROWSER_OPTION,
  JSON_OPTION,
  oneOf,
  readDrawingOptions,
  readWidths,
  withDrawingOptions,
  type DrawingOptions,
} from './options.js';
import { SCHEMES } from '../core/source/reading.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options extends DrawingOptions {
  readonly out?: string;
  readonly root?: string;
  readonly widths: string;
  readonly scheme: string;
  readonly signIn?: string;
  readonly fonts?: string;
  readonly writeBrief?: string;
  readonly browser?: string;
  readonly json?: boolean;
}

export function surveyCommand(): Command {
  return withDrawingOptions(new Command('survey'))
    .description('inspect a source before converting it: contents and likely problems')
    .argument(
      '<source...>',
      'HTML files or folders, ZIP archives, http(s) addresses, or SVG or PDF files; one page or several',
    )
    .option('--out <folder>', 'folder for a report with screenshots of all screens')
    .option('--root <folder>', 'folder that "/" refers to in a saved page')
    .option('--widths <list>', 'viewport widths to look at, px; artboards have their own', '1440,820,390')
    .option('--scheme <name>', `colour scheme of an HTML page: ${SCHEMES.join(', ')}`, 'both')
    .option('--sign-in <file>', 'headers and cookies for an address, as YAML or JSON')
    .option('--fonts <folder>', 'font files (TTF, OTF, WOFF, WOFF2) that a design uses')
    .option('--write-brief <file>', 'write the proposals to a brief, all declined')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik survey home-1440.svg home-390.svg --out survey')
    .action(async (sources: string[], options: Options) => {
      const terminal = openTerminal(options.json === true);
      const [{ survey }, { readSignIn }] = await Promise.all([
        import('../api.js'),
        import('../flow/source/sign-in.js'),
      ]);
      const { pages } = await survey(sources, {
        widths: readWidths(options.widths),
        reading: {
          schemes: oneOf(options.scheme, SCHEMES, '--scheme'),
          ...(options.signIn === undefined ? {} : { signIn: readSignIn(options.signIn) }),
        },
        drawing: readDrawingOptions(options),
        ...(options.root === undefined ? {} : { root: options.root }),
        ...(options.fonts === undefined ? {} : { fonts: options.fonts }),
        ...(options.writeBrief === undefined ? {} : { brief: options.writeBrief }),
        ...(options.browser === undefined ? {} : { browser: options.browser }),
        ...(options.out === undefined ? {} : { out: options.out }),
        onProgress: terminal.step,
      });
      terminal.done();
      if (options.json) return terminal.print(asJson('survey', { pages }));
      for (const page of pages) show(page, terminal);
      if (options.writeBrief !== undefined) terminal.print(`brief: ${options.writeBrief}`);
      if (options.out !== undefined) terminal.print(`report: ${options.out}/index.html`);
    });
}

/** Findings of one kind that are printed; the report has them all. */
const MOST = 4;
/** Values of a kind that are printed. */
const FEW = 6;

function show(page: PageSurvey, terminal: Terminal): void {
  const { print, paint } = terminal;
  const line = (name: string, words: string): void => {
    if (words) print(`  ${name.padEnd(15)}${words}`);
  };
  print(`${paint.bold(page.page)} ${page.title ? `“${page.title}”` : 'has no title'}`);
  line('screens', page.screens.map(({ width, height }) => `${width} × ${height} px`).join(', '));
  line(
    'kept as drawn',
    page.screens
      .flatMap(({ width, drawnShare }) => (drawnShare === undefined ? [] : `${percent(drawnShare)} of ${width} px`))
      .join(', '),
  );
  line('sections', (page.screens[0]?.sections ?? []).map(({ name }) => name).join(' · '));
  line(
    'elements',
    Object.entries(page.kinds)
      .map(([kind, count]) => `${count} ${kind}`)
      .join(', '),
  );
  line(
    'fonts',
    page.fonts
      .map(({ family, weights, there }) => `${family} (${weights.join(', ')})${there ? '' : ' missing'}`)
      .join(', '),
  );
  line('colours', used(page.colours.map(({ value, count }) => `${value} ${count} ×`)));
  line('text styles', used(page.textStyles.map(({ value, count }) => `${value} ${count} ×`)));
  line('spacing', used(page.spacings.map(({ value, count }) => `${value} px ${count} ×`)));
  const bytes = page.pictures.reduce((sum, image) => sum + (image.bytes ?? 0), 0);
  line('images', page.pictures.length ? `${page.pictures.length}, ${sizeInWords(bytes)}` : '');
  line('illustrations', page.artwork.count ? `${page.artwork.count}, of ${page.artwork.pieces} shapes` : '');
  line('forms', page.forms.map(({ name, fields }) => `${name || 'form'} (${fields.join(', ')})`).join('; '));
  const { behaviours } = page;
  const dead = behaviours.filter(
    ({ means, reason, kind }) => means === undefined && reason !== undefined && kind !== 'steps',
  );
  line(
    'controls',
    behaviours.length
      ? `${behaviours.length} that scripts answer${dead.length ? `; without a script these do nothing: ${used(dead.map(({ name }) => `“${name}”`))}` : ', all work without a script'}`
      : '',
  );
  if (page.findings.length === 0) print(paint.green('  no findings that need a decision'));
  showFindings(page, terminal);
}

function used(values: readonly string[]): string {
  const more = values.length - FEW;
  return values.slice(0, FEW).join(', ') + (more > 0 ? `, ${more} more` : '');
}

function showFindings({ findings }: PageSurvey, { print, paint }: Terminal): void {
  const colours: Readonly<Record<Severity, (text: string) => string>> = {
    fault: paint.red,
    risk: paint.yellow,
    note: paint.dim,
  };
  const counts = new Map<string, number>();
  for (const { severity, code, name, what, screen } of findings) {
    const count = (counts.get(`${severity}${code}`) ?? 0) + 1;
    counts.set(`${severity}${code}`, count);
    if (count > MOST) continue;
    const at = screen === undefined ? '' : paint.dim(` (${screen} px)`);
    print(`  ${colours[severity](`${severity} ${code}`.padEnd(26))} ${name}${at}: ${what}`);
  }
  const rest = [...counts].filter(([, count]) => count > MOST).reduce((sum, [, count]) => sum + count - MOST, 0);
  if (rest) print(`  and ${rest} more of these kinds`);
}
