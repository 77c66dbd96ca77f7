import { Command } from 'commander';
import { convert, type Converted } from '../flow/convert.js';
import { BROWSER_OPTION, JSON_OPTION, readWidths } from './options.js';
import { showProof } from './proof.js';
import { openTerminal, type Terminal } from './terminal.js';

interface Options {
  readonly out: string;
  readonly root?: string;
  readonly widths: string;
  readonly browser?: string;
  readonly proof: boolean;
  readonly keepBoxes?: boolean;
  readonly json?: boolean;
}

export function convertCommand(): Command {
  return new Command('convert')
    .description('make a project from an HTML page, an address, or SVG artboards')
    .argument('<source...>', 'an HTML file, an http(s) address, or SVG files of one page')
    .requiredOption('--out <folder>', 'folder of the project')
    .option('--root <folder>', 'folder that "/" stands for in a saved page')
    .option('--widths <list>', 'viewport widths to compare at, px; artboards have their own', '1440,820,390')
    .option('--keep-boxes', 'keep every box of an HTML page, also those that turn out to do nothing')
    .option('--no-proof', 'do not compare the result with the source at the end')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik convert saved/index.html --out project\n  tavrik convert home-1440.svg home-834.svg home-390.svg --out project',
    )
    .action(async (sources: string[], options: Options) => {
      const terminal = openTerminal(options.json === true);
      const made = await convert(sources, {
        out: options.out,
        root: options.root,
        widths: readWidths(options.widths),
        browser: options.browser,
        proof: options.proof,
        keepBoxes: options.keepBoxes,
        progress: terminal.step,
      });
      terminal.done();
      if (options.json) terminal.print(JSON.stringify(made, null, 2));
      else show(made, terminal);
    });
}

function show(made: Converted, terminal: Terminal): void {
  const { print, say, paint } = terminal;
  print(`${paint.bold(made.page)} is now a project in ${paint.bold(made.project)}`);
  const names = made.sections.map(({ name }) => name).join(' · ');
  print(names ? `  ${made.sections.length} sections: ${names}` : '  no sections found');
  print(
    `  ${made.elements.result} elements, ${made.styles} styles, ${Math.round(made.cssBytes / 100) / 10} kB of CSS, ${made.assets} files`,
  );
  if (made.trimmed)
    print(`  ${made.trimmed.removed} boxes taken out, ${made.trimmed.needed} tried and found to be needed`);
  print(`  breakpoints: ${made.breakpoints.length ? made.breakpoints.map((one) => `${one} px`).join(', ') : 'none'}`);
  for (const note of made.notes) say(paint.yellow(`  note: ${note}`));
  if (made.proof) showProof(made.proof, made.project, terminal);
  print(`site: ${made.project}/site/index.html`);
}
