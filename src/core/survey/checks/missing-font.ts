import type { Check } from '../finding.js';

export const missingFont: Check = {
  code: 'missing-font',
  severity: 'fault',
  why: 'Another font replaces it: words get wider or narrower, and lines break elsewhere.',
  find: ({ fonts }) =>
    fonts
      .filter(({ there }) => !there)
      .map(({ family, weights, instead }) => ({
        name: family,
        path: '',
        what: `The font "${family}" (${weights.join(', ')}) is not there${instead ? `; "${instead}" is shown` : ''}.`,
        proposal: { do: 'font', at: family, to: instead ?? '' },
      })),
};
