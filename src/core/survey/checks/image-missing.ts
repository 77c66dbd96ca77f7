import { eachThing } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const pictureMissing: Check = {
  code: 'picture-missing',
  severity: 'fault',
  why: 'The result has an empty space in its place.',
  find: (page) =>
    eachThing(page, ({ picture }) => picture?.missing === true).map(({ thing, place }) => ({
      ...place,
      what: `The file of this image could not be loaded: ${thing.picture?.address ?? ''}`,
      proposal: { do: 'leave-out', at: thing.path },
    })),
};
