import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const textCut: Check = {
  code: 'text-cut',
  severity: 'fault',
  why: 'Text is cut off or overflows its box, and longer text will do so even more.',
  find: (page) =>
    eachElement(page, ({ text }) => (text?.cut ?? 0) > 0).map(({ thing, place }) => ({
      ...place,
      what: `The text needs ${Math.ceil(thing.text?.cut ?? 0)} px more than its box has.`,
    })),
};
