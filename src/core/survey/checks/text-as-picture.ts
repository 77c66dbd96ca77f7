import { eachThing } from '../each.js';
import type { Check } from '../finding.js';

/** Words in the name or text of a picture that say that it shows words. */
const SAYS_WORDS = /\b(text|headline|heading|lettering|wording|slogan|quote|title|label|button)\b/i;
/** Pictures of words are wide and low. */
const WIDE = 2.5;
const LOW = 200;

export const textAsPicture: Check = {
  code: 'text-as-picture',
  severity: 'risk',
  why: 'Words in a picture cannot be edited, do not grow with the page, and are blurred on fine screens.',
  find: (page) =>
    eachThing(page, ({ picture, name, box }) => {
      const file =
        picture?.address
          .split(/[\\/]/)
          .pop()
          ?.replace(/[-_.]+/g, ' ') ?? '';
      return picture !== undefined && box[2] >= WIDE * box[3] && box[3] <= LOW && SAYS_WORDS.test(`${file} ${name}`);
    }).map(({ place }) => ({ ...place, what: 'This picture seems to show words.' })),
};
