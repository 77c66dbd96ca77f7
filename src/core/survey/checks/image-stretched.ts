import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const imageStretched: Check = {
  code: 'image-stretched',
  severity: 'risk',
  why: 'It looks squashed, and so will every image that replaces it.',
  find: (page) =>
    eachElement(page, ({ picture: image }) => image?.stretched === true).map(({ thing, place }) => {
      const [width, height] = thing.picture?.natural ?? [0, 0];
      return {
        ...place,
        what: `The image is shown out of proportion: ${width} × ${height} px in ${Math.round(thing.box[2])} × ${Math.round(thing.box[3])} px.`,
        proposal: { do: 'fit', at: thing.path, to: 'cover' },
      };
    }),
};
