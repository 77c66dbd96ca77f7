import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const imageMissing: Check = {
  code: 'image-missing',
  severity: 'fault',
  why: 'The result has an empty space in its place.',
  find: (page) =>
    eachElement(page, ({ picture: image }) => image?.missing === true).map(({ thing, place }) => ({
      ...place,
      what: `The file of this image could not be loaded: ${thing.picture?.address ?? ''}`,
      proposal: { do: 'leave-out', at: thing.path },
    })),
};
