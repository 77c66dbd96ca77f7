import type { ElementNode, PageDocument } from '../document/types.js';
import { textOf } from '../document/walk.js';
import type { FLAGS } from './looks.js';
import { namedRuns, SAYS } from './rich-runs.js';

/* What a person should know before filling in a field. */

/** What an answer of yes means. */
export const SWITCH_HELP: Readonly<Record<string, string>> = {
  required: 'Whether it must be filled in before the form can be sent.',
  open: 'Whether it is open at first.',
  target: 'Whether it opens in a new window.',
};

/** How words of a text are set off, with what of it stands in braces. */
export function formattingHelp({ children = [] }: ElementNode, { styles }: PageDocument): string {
  const shown = [...namedRuns(children, styles).byName].map(([name, [model]]) => {
    const says = model?.attributes?.[SAYS[model.element] ?? ''] === undefined ? '' : '=…';
    return model && textOf(model) ? `{${name}${says}|…}` : `{${name}}`;
  });
  return `**strong**, *emphasis*, [link](<address>)${shown.length ? `; also ${shown.join(', ')}` : ''}`;
}

/** Help for the fields that say how an entry differs from the others. */
export const FLAG_HELP: Readonly<Record<(typeof FLAGS)[number], string>> = {
  flipped: 'Whether its sides are swapped.',
  highlighted: 'Whether it stands out from the others.',
};

export const SHORT_HELP = 'A shorter wording for narrow screens. If it is empty, they show the full text.';
