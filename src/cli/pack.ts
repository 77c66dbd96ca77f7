import { Command } from 'commander';
import { PACKAGE_FORMS } from '../core/sites/manifest.js';
import { JSON_OPTION, listOf, oneOf } from './options.js';
import { openTerminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options {
  readonly as: string;
  readonly out: string;
  readonly only?: string;
  readonly json?: boolean;
}

export function packCommand(): Command {
  return new Command('pack')
    .description('pack a project into one file, and test it by installing it into a fresh site')
    .argument('<project>', 'project folder')
    .requiredOption(
      '--as <form>',
      'site: pages for any web server; templates: for a content management system; document: page documents, content, tokens',
    )
    .requiredOption('--out <file>', 'package file (.zip)')
    .option('--only <list>', 'only these pages; of documents also parts and sections, by their names')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik pack project --as document --out observatory.zip\n  tavrik pack project --as document --only membership --out membership.zip',
    )
    .action(async (project: string, options: Options) => {
      const { print, step, done, paint } = openTerminal(options.json === true);
      const as = oneOf(options.as, PACKAGE_FORMS, '--as');
      const { pack } = await import('../api.js');
      step('Packing, and installing into a fresh site');
      const packed = await pack(project, { as, out: options.out, only: listOf(options.only) });
      done();
      if (options.json) return print(asJson('pack', packed));
      print(
        `${paint.bold(packed.file)}: ${packed.files} files, ${(packed.bytes / 1e6).toFixed(2)} MB, contains ${packed.holds.join(', ')}`,
      );
      print(`Tested: installed into a fresh site; all ${packed.opened} addresses work.`);
    });
}
