import type { Check } from '../finding.js';
import { rowsOf } from '../gaps.js';

/** Gaps in one row that differ by less are equal; by more, they are meant to differ; px. */
const LEAST = 1;
const MOST = 12;

export const unevenGutters: Check = {
  code: 'uneven-gutters',
  severity: 'risk',
  why: 'A row with unequal gaps is not a grid: an added item would stand out.',
  find: ({ screens }) =>
    screens.flatMap((screen) =>
      rowsOf(screen).flatMap(({ name, path, box, gaps }) => {
        const apart = Math.max(...gaps) - Math.min(...gaps);
        if (apart < LEAST || apart > MOST) return [];
        return [{ name, path, box, screen: screen.width, what: `The gaps in this row are ${gaps.join(', ')} px.` }];
      }),
    ),
};
