import type { Check } from '../finding.js';

export const oneArtboardOnly: Check = {
  code: 'one-artboard-only',
  severity: 'note',
  why: 'It is shown on that screen only; perhaps it was forgotten on the others, or reworded.',
  find: ({ lone }) =>
    lone.map(({ screen, name, path, box }) => ({
      name,
      path,
      box,
      screen,
      what: `It is on the artboard of ${screen} px and on no other.`,
    })),
};
