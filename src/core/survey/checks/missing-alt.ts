import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const missingAlt: Check = {
  code: 'missing-alt',
  severity: 'risk',
  why: 'People who cannot see the image do not learn what it shows (WCAG 2.2, 1.1.1).',
  find: (page) =>
    eachElement(page, ({ picture: image }) => image !== undefined && image.alt === undefined).map(
      ({ thing, place }) => ({
        ...place,
        what: 'This image has no alternative text.',
        proposal: { do: 'alt', at: thing.path, to: '' },
      }),
    ),
};
