import { Command } from 'commander';
import { render } from '../flow/render.js';
import { JSON_OPTION } from './options.js';
import { openTerminal } from './terminal.js';

export function renderCommand(): Command {
  return new Command('render')
    .description('make the site of a project again from its page and content')
    .argument('<project>', 'folder that convert wrote')
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik render project')
    .action((project: string, options: { readonly json?: boolean }) => {
      const { print, say, paint } = openTerminal(options.json === true);
      const made = render(project);
      for (const note of made.notes) say(paint.yellow(`note: ${note}`));
      print(
        options.json
          ? JSON.stringify(made, null, 2)
          : `${paint.bold(made.page)} is rendered again: ${made.files} files in ${project}/site`,
      );
    });
}
