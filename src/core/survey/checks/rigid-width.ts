import type { Check } from '../finding.js';

export const rigidWidth: Check = {
  code: 'rigid-width',
  severity: 'fault',
  why: 'It does not fit on a phone: the page scrolls sideways or is squashed.',
  find: ({ rigid, screens }) =>
    rigid.map(({ name, path, detail, box, width }) => ({
      name,
      path,
      box,
      screen: screens.at(-1)?.width ?? width,
      what: `It is ${Math.round(width)} px wide on the narrowest screen (${detail}).`,
    })),
};
