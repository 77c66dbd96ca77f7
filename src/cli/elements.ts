import { Command } from 'commander';
import type { Component } from '../core/sites/components.js';
import type { Declarations } from '../core/document/types.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { JSON_OPTION, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJson } from './outputs.js';

const ACTIONS = ['list', 'show'] as const;

export function elementsCommand(): Command {
  return new Command('elements')
    .description('list the components of a project: uses, variants and states')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[name]', 'name of a component, as the list prints it')
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExamples:\n  tavrik elements project\n  tavrik elements project show button')
    .action(async (project: string, given: string, name: string | undefined, options: { readonly json?: boolean }) => {
      const terminal = openTerminal(options.json === true);
      const action = oneOf(given, ACTIONS, 'action');
      const { findComponent, listComponents } = await import('../flow/edit/components.js');
      if (action === 'list') {
        const elements = listComponents(project);
        if (options.json) return terminal.print(asJson('elements', { elements }));
        for (const element of elements) summary(element, terminal);
        return;
      }
      if (name === undefined)
        throw new TavrikError('Which element?', action, 'Give its name, as tavrik elements PROJECT prints it.');
      const element = findComponent(project, name);
      if (options.json) return terminal.print(asJson('elements', { element }));
      const { print, paint } = terminal;
      summary(element, terminal);
      print(`  ${inWords(element.look.rest)}`);
      for (const { at, when, state, part, set } of element.look.variants ?? [])
        print(`  ${paint.dim([at, when, state, part].filter(Boolean).join(' '))}  ${inWords(set)}`);
      for (const { name: variant, differs } of element.variants) print(`  ${paint.bold(variant)}  ${inWords(differs)}`);
      for (const { page, section, name: use, variant } of element.uses)
        print(`  used  ${[page, section, use].filter(Boolean).join(' / ')}${variant ? paint.dim(`  ${variant}`) : ''}`);
    });
}

function summary({ name, kind, uses, variants, states, otherwiseOn }: Component, { print, paint }: Terminal): void {
  const looks = variants.map((variant) => `${variant.name} (${variant.uses})`).join(', ');
  print(
    `${paint.bold(name)}  ${kind}, ${uses.length} uses${looks ? `; variants: ${looks}` : ''}${states.length ? `; states: ${states.join(' ')}` : ''}`,
  );
  if (otherwiseOn.length) print(paint.yellow(`  defined differently on ${otherwiseOn.join(', ')}`));
}

function inWords(set: Declarations): string {
  return (
    Object.entries(set)
      .map(([property, value]) => `${property}: ${value}`)
      .join('; ') || 'nothing'
  );
}
