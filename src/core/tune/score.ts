import type { ComparedPage } from '../proof/compare-page.js';
import type { Difference } from '../proof/difference.js';

/** A word farther off than this is wrong and no more, px; so is one that is missing. */
const FAR = 40;
/** What each thing that stands otherwise counts besides how far it is off. */
const EACH = 4;
/** A share of how far a thing is off counts, as its words count too. */
const OFF = 0.5;

/** How far a page is from its source at one width: 0 is none. Words count by their way, things by how far they are off. */
export function scoreOf({ pairs }: ComparedPage, differences: readonly Difference[]): number {
  let score = 0;
  for (const { wanted, is } of pairs) {
    if (wanted && is) score += Math.min(FAR, Math.abs(wanted.x - is.x) + Math.abs(wanted.y - is.y));
    else score += wanted ? FAR : FAR / 2;
  }
  for (const { by } of differences) score += EACH + OFF * Math.min(FAR, by);
  return score;
}
