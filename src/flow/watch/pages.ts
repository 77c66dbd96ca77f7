import type { Proof } from '../../core/proof/proof.js';
import type { SitePlace } from '../../core/render/site.js';
import type { WatchedPage } from '../../report/watch-state.js';

/** Most differences that are shown of one width. */
const MOST = 60;

/** What the page of a watched project shows of its proof. */
export function watchedPages(proofs: readonly Proof[], places: ReadonlyMap<string, SitePlace>): WatchedPage[] {
  return proofs.map(({ page, widths, over }) => ({
    name: page,
    file: places.get(page)?.html ?? '',
    over,
    widths: widths.map(({ width, differ, words, differences }) => ({
      width,
      differ,
      placed: words.placed,
      source: `/reference/${page}/${width}.png`,
      differences: differences.slice(0, MOST).map(({ section, name, what, remedy, wanted, box }) => ({
        section,
        name,
        what,
        ...(remedy?.value === undefined ? {} : { fix: `${remedy.property}: ${remedy.value}` }),
        ...(wanted ? { wanted } : {}),
        ...(box ? { box } : {}),
      })),
    })),
  }));
}
