import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

/** A drawing of more shapes than this is heavier as a drawing than it is worth. */
const MANY = 60;

export const manyLayers: Check = {
  code: 'many-layers',
  severity: 'note',
  why: 'An illustration of many shapes is slow to show; as one image it is light.',
  find: (page) =>
    eachElement(page, ({ artwork: illustration }) => !illustration?.outlined && (illustration?.pieces ?? 0) > MANY).map(
      ({ thing, place }) => ({
        ...place,
        what: `This illustration consists of ${thing.artwork?.pieces} shapes, ${Math.round((thing.artwork?.bytes ?? 0) / 1024)} kB.`,
        proposal: { do: 'merge', at: thing.path },
      }),
    ),
};
