import type { ComparedPage } from '../compare-page.js';
import type { Difference } from '../difference.js';
import { coverDifferences } from './covers.js';
import { lookDifferences } from './text-styles.js';
import { placeDifferences } from './places.js';
import { presenceDifferences } from './presence.js';
import { textDifferences } from './texts.js';

/** The checks of a proof, what matters most first. */
const CHECKS: readonly ((page: ComparedPage) => Difference[])[] = [
  presenceDifferences,
  coverDifferences,
  textDifferences,
  lookDifferences,
  placeDifferences,
];

/** Most differences that are told of one page at one width. */
const MOST = 200;

/** All differences from the source, the largest of each check first; what is wrong itself before what follows from it. */
export function differencesOf(page: ComparedPage): Difference[] {
  const weight = ({ fault, by }: Difference): number => (fault === 'order' ? Infinity : by);
  return CHECKS.flatMap((check) => check(page).sort((a, b) => weight(b) - weight(a) || 0)).slice(0, MOST);
}
