import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const imageMasked: Check = {
  code: 'image-masked',
  severity: 'risk',
  why: 'CSS crops images to rectangles and ellipses. In any other shape an image is kept as a drawing, which nobody can replace with another image.',
  find: (page) =>
    eachElement(page, ({ picture: image, artwork }) => image?.masked === true || artwork?.masked === true).map(
      ({ thing, place }) => ({
        ...place,
        what: 'This image is clipped to a shape that is neither a rectangle nor an ellipse.',
        proposal: { do: 'merge', at: thing.path },
      }),
    ),
};
