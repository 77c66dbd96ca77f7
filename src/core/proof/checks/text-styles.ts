import { about, shownBox, type ComparedPage } from '../compare-page.js';
import type { Difference } from '../difference.js';
import { distanceOnWhite } from '../../css/colours.js';
import { SAME_COLOUR } from './tolerances.js';

/** Crops and colours that differ by less are the same, as a share and of 441. */
const SAME_CROP = 0.015;

/** Pictures that are cropped otherwise, and boxes of another colour. */
export function lookDifferences({ all }: ComparedPage): Difference[] {
  return all.flatMap((compared) => {
    const [wanted, is] = [compared.wanted, compared.is];
    const [source, result] = [shownBox(wanted), shownBox(is)];
    if (!wanted || !is || !source || !result) return [];
    const place = { ...about(compared), wanted: source, box: result };
    const found: Difference[] = [];
    if (wanted.shown !== undefined && is.shown !== undefined && Math.abs(wanted.shown - is.shown) > SAME_CROP) {
      const percent = (share: number): number => Math.round((1 - share) * 100);
      found.push({
        ...place,
        fault: 'crop',
        what: `Image cropped by ${percent(is.shown)} %, ${percent(wanted.shown)} % in the source`,
        by: Math.abs(percent(is.shown) - percent(wanted.shown)),
        remedy: {
          id: compared.node.id,
          property: 'object-fit',
          value: wanted.shown > 1 - SAME_CROP ? 'contain' : 'cover',
        },
      });
    }
    const apart =
      wanted.fill === is.fill ? 0 : distanceOnWhite(is.fill ?? 'rgba(0, 0, 0, 0)', wanted.fill ?? 'rgba(0, 0, 0, 0)');
    const known = wanted.fill !== undefined || is.fill !== undefined;
    if (known && apart > SAME_COLOUR && wanted.fill !== undefined)
      found.push({
        ...place,
        fault: 'colour',
        what: `Background: ${is.fill ?? 'none'}, ${wanted.fill} in the source`,
        by: Math.round(apart),
        remedy: { id: compared.node.id, property: 'background-color', value: wanted.fill },
      });
    return found;
  });
}
