import { eachThing } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const textCut: Check = {
  code: 'text-cut',
  severity: 'fault',
  why: 'Words are cut off or stand outside their box, and longer ones will be the more.',
  find: (page) =>
    eachThing(page, ({ text }) => (text?.cut ?? 0) > 0).map(({ thing, place }) => ({
      ...place,
      what: `The text needs ${Math.ceil(thing.text?.cut ?? 0)} px more than its box has.`,
    })),
};
