import { fillPage } from '../content/content.js';
import { documentIn, inLanguage } from '../content/languages.js';
import { withMarks } from '../content/marks.js';
import type { Content } from '../content/values.js';
import type { PageDocument } from '../page/types.js';
import { isElement, mapTree } from '../page/walk.js';
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
  return renderLanguages(document, content, new Map(), { place, marked, translated: new Map() });
}

/** A page in several languages: how it lies in the site, and which other pages have which languages. */
export interface LanguagePlaces {
  readonly place: SitePlace;
  readonly marked: boolean;
  /** Languages of each page of the site, by its file. */
  readonly translated: ReadonlyMap<string, readonly string[]>;
}

/**
 * Renders a page with its style sheet, and the same in each language: `index.html`, `index.de.html`. Links lead to the
 * same language where the other page has it.
 * @param languages content by BCP 47 tag
 */
export function renderLanguages(
  document: PageDocument,
  content: Content,
  languages: ReadonlyMap<string, Content>,
  { place, marked, translated }: LanguagePlaces,
): SiteFiles {
  const all = languages.size ? [{ language: document.language, file: place.html }, ...[...languages.keys()].map((language) => ({ language, file: fileIn(place.html, language) }))] : []; // prettier-ignore
  const html = (filled: PageDocument, file: string): string =>
    renderHtml(marked ? withMarks(filled) : filled, place.sheet, { file, alternates: all });
  const filled = fillPage(document, content);
  const others = [...languages].map(([language, words]): [string, string] => {
    const own = fillPage(documentIn(document, language), inLanguage(document, content, words));
    return [fileIn(place.html, language), html(linkedIn(own, language, translated), fileIn(place.html, language))];
  });
  return { [place.html]: html(filled, place.html), ...Object.fromEntries(others), [place.sheet]: renderCss(filled) };
}

/** All files that show a page: its own, and one for each other language. */
export function filesOf({ html }: SitePlace, languages: Iterable<string>): string[] {
  return [html, ...[...languages].map((language) => fileIn(html, language))];
}

/** `about.html` in German is `about.de.html`. */
function fileIn(file: string, language: string): string {
  return file.replace(/\.html$/, `.${language}.html`);
}

function linkedIn(document: PageDocument, language: string, translated: LanguagePlaces['translated']): PageDocument {
  const body = mapTree(document.body, (node) => {
    if (!isElement(node) || node.attributes?.['href'] === undefined) return node;
    const [, file = '', rest = ''] = /^([^?#]*)(.*)$/s.exec(node.attributes['href']) ?? [];
    if (!translated.get(file)?.includes(language)) return node;
    return { ...node, attributes: { ...node.attributes, href: `${fileIn(file, language)}${rest}` } };
  });
  return { ...document, body };
}
