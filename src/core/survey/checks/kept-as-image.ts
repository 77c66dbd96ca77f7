import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const keptAsImage: Check = {
  code: 'kept-as-image',
  severity: 'risk',
  why: 'It looks as it was drawn, but its parts cannot be edited, and it does not follow the width of the page.',
  find: (page) =>
    eachElement(page, ({ picture: image }) => image?.kept !== undefined).map(({ thing, place }) => ({
      ...place,
      what: `This part of the drawing is kept as an image, because ${thing.picture?.kept ?? ''}.`,
    })),
};
