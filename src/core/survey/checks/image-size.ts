import { largestShown } from '../placed-elements.js';
import type { Check } from '../finding.js';

/** More than this many times the pixels of the largest screen with fine dots (two by two) are wasted. */
const WASTE = 1.5;
/** Smaller files are not worth a word, bytes. */
const LIGHT = 60 * 1024;

export const imageSize: Check = {
  code: 'image-size',
  severity: 'risk',
  why: 'The page loads slowly for pixels that no screen shows.',
  find: (page) =>
    largestShown(page).flatMap(({ thing, place, shown }) => {
      const { natural, bytes = 0 } = thing.picture ?? {};
      if (!natural || bytes < LIGHT) return [];
      const times = natural[0] / (2 * shown);
      if (times <= WASTE) return [];
      return [
        {
          ...place,
          what: `The image is ${natural[0]} px wide (${Math.round(bytes / 1024)} kB) and shown at most ${Math.round(shown)} px wide.`,
          proposal: { do: 'largest', at: place.path, to: Math.ceil(2 * shown) },
        },
      ];
    }),
};
