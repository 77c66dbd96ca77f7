import { fillPage } from '../content/content.js';
import { withMarks } from '../content/marks.js';
import type { Content } from '../content/values.js';
import type { PageDocument } from '../page/types.js';
import { renderCss } from './css.js';
import { renderHtml } from './html.js';

/** The files of a site by path: text as it is to be written. */
export type SiteFiles = Readonly<Record<string, string>>;

/** Where a page and its style sheet lie in the site. */
export interface SitePlace {
  readonly html: string;
  readonly sheet: string;
}

const HOME: SitePlace = { html: 'index.html', sheet: 'style.css' };

/** Names of files that the site (and a report) has for itself. */
const TAKEN: ReadonlySet<string> = new Set(['index', 'style']);

/** The name of a page's own files, without ending. */
export function fileNameOf(page: string): string {
  return TAKEN.has(page) ? `${page}-page` : page;
}

/** The places of pages, by name: the one called "home", or else the first, is what the site shows by itself. */
export function placesOf(names: readonly string[]): ReadonlyMap<string, SitePlace> {
  const home = names.includes('home') ? 'home' : names[0];
  return new Map(
    names.map((name) => {
      const own = fileNameOf(name);
      return [name, name === home ? HOME : { html: `${own}.html`, sheet: `${own}.css` }];
    }),
  );
}

/** Renders one page with its style sheet. The same input gives the same bytes. @param marked whether editable places are marked */
export function renderSite(
  document: PageDocument,
  content: Content,
  place: SitePlace = HOME,
  marked = false,
): SiteFiles {
  const filled = fillPage(document, content);
  return {
    [place.html]: renderHtml(marked ? withMarks(filled) : filled, place.sheet),
    [place.sheet]: renderCss(filled),
  };
}
