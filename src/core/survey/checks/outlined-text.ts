import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const outlinedText: Check = {
  code: 'outlined-text',
  severity: 'fault',
  why: 'Text converted to outlines cannot be edited, read aloud or found; it stays an image.',
  find: (page) =>
    eachElement(page, ({ artwork: illustration }) => illustration?.outlined === true).map(({ thing, place }) => ({
      ...place,
      what: `Text is converted to outlines, in ${thing.artwork?.pieces === 1 ? 'one shape' : `${thing.artwork?.pieces ?? 0} shapes`}.`,
      proposal: { do: 'alt', at: thing.path, to: thing.name },
    })),
};
