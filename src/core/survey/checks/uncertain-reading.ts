import type { Check } from '../finding.js';

export const uncertainReading: Check = {
  code: 'uncertain-reading',
  severity: 'risk',
  why: 'Wrong letters would stand in the page, where clients and search engines read them.',
  find: ({ screens }) =>
    screens.flatMap(({ width, readings = [] }) =>
      readings
        .filter(({ isCertain }) => !isCertain)
        .map(({ text, certainty, box, stays }) => ({
          name: text,
          path: '',
          screen: width,
          box,
          what: `A line of outlined text was read as “${text}” (certainty ${Math.round(certainty * 100)} %)${stays ? '; it stays drawn' : ''}.`,
          proposal: { do: 'wording', at: text, to: text },
        })),
    ),
};
