import type { Check } from '../finding.js';

export const ownItemStyles: Check = {
  code: 'per-item-styles',
  severity: 'note',
  why: 'Each item has rules of its own, so a further one has none; the conversion gives them one style.',
  find: ({ items }) =>
    items.map(({ name, path, count, by, box }) => ({
      name,
      path,
      box,
      what: `${count} similar items are styled by their ${by === 'id' ? 'ids' : 'positions'}.`,
    })),
};
