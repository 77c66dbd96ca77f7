import { defined } from '../core/data/defined.js';
import type { DesignChoices } from '../core/design/responsive/screens.js';
import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { LANGUAGE } from '../core/content/languages.js';
import { MOVES, SCHEMES, type Reading } from '../core/source/reading.js';
import type { Converted, ConvertedPage } from '../flow/convert/convert.js';
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
import { showProof } from './proof.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options extends DrawingOptions {
  readonly out: string;
  readonly root?: string;
  readonly widths: string;
  readonly browser?: string;
  readonly proof: boolean;
  readonly tune: boolean;
  readonly keepBoxes?: boolean;
  readonly select: readonly string[];
  readonly move: readonly string[];
  readonly scheme: string;
  readonly signIn?: string;
  readonly anyway?: boolean;
  readonly page?: string;
  readonly fonts?: string;
  readonly scale?: string;
  readonly fluid?: boolean;
  readonly language?: string;
  readonly brief?: string;
  readonly explain?: boolean;
  readonly json?: boolean;
}

// eslint-disable-next-line max-lines-per-function -- the options of the command, one to a line
export function convertCommand(): Command {
  return withDrawingOptions(new Command('convert'))
    .description('convert an HTML page, an address, or SVG or PDF artboards to a project')
    .argument(
      '<source...>',
      'HTML files or folders, ZIP archives, http(s) addresses, or SVG or PDF files; one page or several',
    )
    .requiredOption('--out <folder>', 'project folder')
    .option('--root <folder>', 'folder that "/" refers to in a saved page')
    .option('--widths <list>', 'viewport widths to compare at, px; artboards have their own', '1440,820,390')
    .option('--select <css>', 'convert only what this CSS selector matches; may be given several times', gather, [])
    .option(
      '--move <where>',
      `from there go to the ${MOVES.join(', ')} element; may be given several times`,
      gather,
      [],
    )
    .option('--scheme <name>', `colour scheme of an HTML page: ${SCHEMES.join(', ')}`, 'both')
    .option('--sign-in <file>', 'headers and cookies for an address, as YAML or JSON')
    .option('--anyway', 'convert a page although its style sheets are missing')
    .option('--keep-boxes', 'keep every box of an HTML page, even those without effect')
    .option('--page <name>', 'convert only this page, if the artboards belong to several')
    .option('--fonts <folder>', 'font files (TTF, OTF, WOFF, WOFF2) that a design uses')
    .option(
      '--scale <share or file>',
      'how much of large type and distances is left on a phone that nobody drew, 0 to 1; or a file, see tavrik brief PROJECT scale',
    )
    .option('--language <code>', 'language of a design, e.g. de or pt-BR; without it, told by its words')
    .option('--fluid', 'scale type and spacing of a design fluidly between screens')
    .option('--no-fluid', 'change type and spacing at the breakpoints only')
    .option('--brief <file>', 'decisions on how to read the source; without it the brief.yaml of the project')
    .option('--explain', 'explain the layout of each section of a design, and the boxes of a page that stay')
    .option('--no-proof', 'do not compare the result with the source at the end')
    .option('--no-tune', 'do not tune the styles after the comparison')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik convert saved/index.html --out project\n  tavrik convert home-1440.svg home-834.svg home-390.svg --out project',
    )
    .action(async (sources: string[], options: Options) => {
      const terminal = openTerminal(options.json === true);
      const reading = await readReading(options);
      const { convert } = await import('../api.js');
      const converted = await convert(
        sources,
        defined({
          out: options.out,
          root: options.root,
          widths: readWidths(options.widths),
          browser: options.browser,
          proof: options.proof,
          tune: options.tune,
          keepBoxes: options.keepBoxes,
          brief: options.brief,
          page: options.page,
          design: await readChoices(options),
          fonts: options.fonts,
          drawing: readDrawingOptions(options),
          reading,
          onProgress: terminal.step,
        }),
      );
      terminal.done();
      if (options.json) terminal.print(asJson('convert', converted));
      else showConverted(converted, terminal, options.explain === true);
    });
}

function gather(value: string, before: readonly string[]): string[] {
  return [...before, value];
}

/** @throws TavrikError for words that the options do not know */
async function readReading({ select, move, scheme, signIn, anyway }: Options): Promise<Reading> {
  if (move.length && select.length === 0)
    throw new TavrikError('It needs an element to start from.', '--move', 'Choose one with --select.');
  const moves = move.map((text) => oneOf(text, MOVES, '--move'));
  return {
    schemes: oneOf(scheme, SCHEMES, '--scheme'),
    ...(select.length ? { choice: { selectors: select, moves } } : {}),
    ...(anyway ? { anyway } : {}),
    ...(signIn === undefined ? {} : { signIn: (await import('../flow/source/sign-in.js')).readSignIn(signIn) }),
  };
}

/** @throws TavrikError for a scale or a language that is none */
async function readChoices({ scale, fluid, language }: Options): Promise<DesignChoices> {
  if (language !== undefined && !LANGUAGE.test(language))
    throw new TavrikError(`“${language}” is not a language code.`, '--language', 'Write one such as de, ar or pt-BR.');
  const { readScaleOption } = await import('../flow/convert/scale-option.js');
  return {
    ...(scale === undefined ? {} : { scale: readScaleOption(scale) }),
    ...(fluid === undefined ? {} : { fluid }),
    ...(language === undefined ? {} : { language }),
  };
}

/** Says what a conversion made. */
export function showConverted(
  { project, pages, assets, notes, pictures: images, tuned }: Converted,
  terminal: Terminal,
  explain: boolean,
): void {
  const { print, say, paint } = terminal;
  const names = pages.map(({ page }) => paint.bold(page)).join(', ');
  print(`Converted ${names} to ${paint.bold(project)} (${assets} assets)`);
  for (const page of pages) {
    if (pages.length > 1) print(paint.bold(page.page));
    showPage(page, terminal, explain);
  }
  for (const tunedPage of tuned ?? []) {
    if (tunedPage.steps.length)
      print(
        `${pages.length > 1 ? `${tunedPage.page}: ` : ''}${tunedPage.steps.length} ${tunedPage.steps.length === 1 ? 'correction' : 'corrections'} in adjust.yaml; difference score ${Math.round(tunedPage.before)} → ${Math.round(tunedPage.after)}`,
      );
  }
  if (images) {
    print(`images: ${images.files} resized, ${sizeInWords(images.before)} → at most ${sizeInWords(images.after)}`);
    for (const text of images.kept) say(paint.yellow(`  note: ${text}`));
  }
  for (const note of notes) say(paint.yellow(`  note: ${note}`));
  if (pages.some(({ proof }) => proof)) print(`report: ${project}/proof/index.html`);
  for (const { file } of pages) print(`site: ${project}/site/${file}`);
}

function showPage(convertedPage: ConvertedPage, terminal: Terminal, explain: boolean): void {
  const { print, say, paint } = terminal;
  const names = convertedPage.sections.map(({ name }) => name).join(' · ');
  print(names ? `  ${convertedPage.sections.length} sections: ${names}` : '  no sections found');
  print(
    `  ${convertedPage.elements.result} elements, ${convertedPage.styles} styles, ${Math.round(convertedPage.cssBytes / 100) / 10} kB of CSS`,
  );
  if (convertedPage.trimmed)
    print(`  ${convertedPage.trimmed.removed} boxes removed, ${convertedPage.trimmed.needed} tried and kept`);
  if (convertedPage.trimmed?.icons.drawn)
    print(`  ${convertedPage.trimmed.icons.drawn} icon font glyphs converted to icons`);
  print(
    `  breakpoints: ${convertedPage.breakpoints.length ? convertedPage.breakpoints.map((breakpoint) => `${breakpoint} px`).join(', ') : 'none'}`,
  );
  for (const note of convertedPage.notes) say(paint.yellow(`  note: ${note}`));
  if (explain) showReasons(convertedPage, terminal);
  if (convertedPage.proof) showProof(convertedPage.proof, terminal);
}

function showReasons({ reasons, trimmed }: ConvertedPage, { print, paint }: Terminal): void {
  if (trimmed?.kept.length) print(paint.bold('  Boxes around a single box, and why they are kept'));
  for (const { name, holds, path, because, tried } of trimmed?.kept ?? []) {
    print(
      `    ${name} around ${holds}: ${because.join(', ') || 'they have different roles'}${tried ? '; removing it moved something' : ''}`,
    );
    if (path) print(paint.dim(`      ${path}`));
  }
  for (const { section, lines } of reasons ?? []) {
    print(paint.bold(`  ${section}`));
    for (const line of lines) print(`    ${line}`);
  }
}
