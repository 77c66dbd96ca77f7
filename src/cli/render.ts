import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal } from './terminal.js';
import { asJson } from './outputs.js';

interface Options {
  readonly as: string;
  readonly section?: string;
  readonly page?: string;
  readonly templates?: boolean;
  readonly marks?: boolean;
  readonly anew?: boolean;
  readonly json?: boolean;
}

export function renderCommand(): Command {
  return new Command('render')
    .description('render the site of a project from its pages and content')
    .argument('<project>', 'project folder')
    .option(
      '--as <form>',
      'site: a page by itself; fragment: a part to paste into another page; templates: for a content management system',
      'site',
    )
    .option('--templates', 'the same as --as templates')
    .option('--marks', 'mark editable elements with data attributes')
    .option('--page <name>', 'with --as fragment: which page; the first without it')
    .option('--section <name>', 'with --as fragment: only this section')
    .option('--anew', 'overwrite the site even if it was edited by hand')
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik render project\n  tavrik render project --as fragment --section membership',
    )
    .action(async (project: string, options: Options) => {
      const { print, say, paint } = openTerminal(options.json === true);
      const as = oneOf(options.templates ? 'templates' : options.as, ['site', 'fragment', 'templates'], '--as');
      if (options.section !== undefined && as !== 'fragment')
        throw new TavrikError('Only a fragment can be a single section.', '--section', 'Add --as fragment.');
      if (options.page !== undefined && as !== 'fragment')
        throw new TavrikError('Only a fragment can be a single page.', '--page', 'Add --as fragment.');
      const { render } = await import('../api.js');
      const rendered = await render(project, {
        as,
        ...(options.anew ? { anew: true } : {}),
        ...(options.marks ? { marks: true } : {}),
        ...(options.page === undefined ? {} : { page: options.page }),
        ...(options.section === undefined ? {} : { section: options.section }),
      });
      for (const note of rendered.notes) say(paint.yellow(`note: ${note}`));
      print(
        options.json
          ? asJson('render', rendered)
          : `${paint.bold(rendered.pages.join(', '))} ${rendered.pages.length > 1 ? 'are' : 'is'} rendered: ${rendered.files} files in ${project}/${as}`,
      );
    });
}
