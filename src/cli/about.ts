import { Command } from 'commander';
import type { PageFacts } from '../core/sites/page-facts.js';
import { EXIT } from './exit.js';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = ['list', 'check'] as const;

export function aboutCommand(setCode: (code: number) => void): Command {
  return new Command('about')
    .description(
      'list what search engines and screen readers learn from a project: title, preview, icons, headings, landmarks',
    )
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .option('--page <name>', 'only this page')
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik about project check')
    .action(async (project: string, given: string, options: { readonly page?: string; readonly json?: boolean }) => {
      const terminal = openTerminal(options.json === true);
      const action = oneOf(given, ACTIONS, 'action');
      const { describeProject } = await import('../flow/edit/page-facts.js');
      const pages = describeProject(project, options.page);
      const faults = pages.flatMap((page) => page.faults);
      if (options.json) terminal.print(asJson('about', { pages }));
      else
        for (const page of pages) {
          if (pages.length > 1) terminal.print(terminal.paint.bold(page.page));
          if (action === 'list') show(page, terminal);
          for (const fault of page.faults) terminal.print(`${terminal.paint.yellow('wrong')}  ${fault}`);
        }
      if (action === 'check' && faults.length === 0 && !options.json) terminal.print('No problems found.');
      if (action === 'check' && faults.length) setCode(EXIT.overLimit);
    });
}

function show(
  { title, description, language, head, headings, landmarks }: PageFacts,
  { print, paint }: Terminal,
): void {
  const line = (name: string, value: string | undefined): void =>
    print(`${name.padEnd(12)} ${value || paint.dim('–')}`);
  const { preview: { picture: image, width, height } = {}, icons = [], facts = [] } = head;
  line('title', title);
  line('description', description);
  line('language', language);
  line('site', [head.site, head.root].filter(Boolean).join(', '));
  line('preview', image && `${image}${width === undefined ? '' : `, ${width} × ${height} px`}`);
  line('icons', icons.map(({ size }) => (size === undefined ? 'drawing' : `${size} px`)).join(', '));
  line('facts', facts.map((fact) => String((fact as { '@type'?: unknown })['@type'] ?? 'data')).join(', '));
  line('listed', head.unlisted ? 'no' : 'yes');
  line('landmarks', landmarks.join(', '));
  line('headings', headings.length ? ' ' : '');
  for (const { level, words } of headings) print(`  ${'  '.repeat(level - 1)}${level} ${words}`);
}
