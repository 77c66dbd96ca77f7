import { Command } from 'commander';
import { PACKAGE_FORMS } from '../core/sites/manifest.js';
import { JSON_OPTION, listOf, oneOf } from './options.js';
import { openTerminal } from './terminal.js';

interface Options {
  readonly as: string;
  readonly out: string;
  readonly only?: string;
  readonly json?: boolean;
}

export function packCommand(): Command {
  return new Command('pack')
    .description('pack a project into one file, and try it: it is installed into a fresh site before it is done')
    .argument('<project>', 'folder that convert wrote')
    .requiredOption(
      '--as <form>',
      'site: pages for any web server; templates: for a content management system; document: page documents, content, tokens',
    )
    .requiredOption('--out <file>', 'the package, a ZIP archive')
    .option('--only <list>', 'only these pages; of documents also parts and sections, by their names')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik pack project --as document --out observatory.zip\n  tavrik pack project --as document --only membership --out membership.zip',
    )
    .action(async (project: string, options: Options) => {
      const { print, step, done, paint } = openTerminal(options.json === true);
      const as = oneOf(options.as, PACKAGE_FORMS, '--as');
      const { pack } = await import('../flow/package/pack.js');
      step('Packing, and installing it into a fresh site');
      const packed = await pack(project, { as, out: options.out, only: listOf(options.only) });
      done();
      if (options.json) return print(JSON.stringify(packed, null, 2));
      print(
        `${paint.bold(packed.file)}: ${packed.files} files, ${(packed.bytes / 1e6).toFixed(2)} MB, with ${packed.holds.join(', ')}`,
      );
      print(`Tried: installed into a fresh site, where ${packed.opened} addresses were opened and all were there.`);
    });
}
