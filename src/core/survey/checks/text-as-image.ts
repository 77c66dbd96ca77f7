import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

/** Words in the name or text of a picture that say that it shows words. */
const SAYS_WORDS = /\b(text|headline|heading|lettering|wording|slogan|quote|title|label|button)\b/i;
/** Pictures of words are wide and low. */
const WIDE = 2.5;
const LOW = 200;
/** A sign of a firm or a house is a picture rightly. */
const SIGN = /\b(logo|logotype|brand|wordmark|sign|seal|badge)\b/i;

export const textAsImage: Check = {
  code: 'text-as-image',
  severity: 'risk',
  why: 'Text in an image cannot be edited, does not scale with the page, and looks blurred on high-resolution screens.',
  find: (page) =>
    eachElement(page, ({ picture: image, name, box }) => {
      if (!image) return false;
      const words = `${fileName(image.address)} ${name} ${image.alt ?? ''}`;
      return (
        (image.lettering && !SIGN.test(words)) || (box[2] >= WIDE * box[3] && box[3] <= LOW && SAYS_WORDS.test(words))
      );
    }).map(({ place, thing }) => ({
      ...place,
      what: thing.picture?.lettering ? 'This image contains text.' : 'This image seems to contain text.',
    })),
};

function fileName(address: string): string {
  const [last = ''] = address.split(/[\\/]/).slice(-1);
  return last.replace(/[-_.]+/g, ' ');
}
