import { fillPage } from '../content/content.js';
import { documentIn, inLanguage } from '../content/languages.js';
import { withMarks } from '../content/marks.js';
import type { Content } from '../content/values.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement, mapTree } from '../document/walk.js';
import { renderCss } from './css.js';
import type { Alternate } from './head.js';
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
  const all = alternatesOf(document, place, [...languages.keys()]);
  const html = (filled: PageDocument, file: string): string =>
    renderHtml(marked ? withMarks(filled) : filled, place.sheet, { file, alternates: all });
  const filled = fillPage(document, content);
  const others = [...languages].map(([language, words]): [string, string] => {
    const own = fillPage(documentIn(document, language), inLanguage(document, content, words));
    const body = linkedIn(own.body, (href) => linkIn(href, language, translated));
    return [fileIn(place.html, language), html({ ...own, body }, fileIn(place.html, language))];
  });
  return { [place.html]: html(filled, place.html), ...Object.fromEntries(others), [place.sheet]: renderCss(filled) };
}

/** A page in all its languages, its own first; none if it has but one. */
export function alternatesOf(
  { language }: PageDocument,
  { html }: SitePlace,
  languages: readonly string[],
): Alternate[] {
  if (languages.length === 0) return [];
  return [
    { language, file: html },
    ...languages.map((language) => ({ language: language, file: fileIn(html, language) })),
  ];
}

/** All files that show a page: its own, and one for each other language. */
export function filesOf({ html }: SitePlace, languages: Iterable<string>): string[] {
  return [html, ...[...languages].map((language) => fileIn(html, language))];
}

/** `about.html` in German is `about.de.html`. */
function fileIn(file: string, language: string): string {
  return file.replace(/\.html$/, `.${language}.html`);
}

/** Where a link leads in a language: to the same language, if the other page has it. */
export function linkIn(href: string, language: string, translated: LanguagePlaces['translated']): string {
  const file = pageIn(href);
  return translated.get(file)?.includes(language) ? `${fileIn(file, language)}${href.slice(file.length)}` : href;
}

/** The file that a link leads to, without a place in it. */
export function pageIn(href: string): string {
  return href.replace(/[?#].*$/s, '');
}

/** A part of a page with other addresses of its links. */
export function linkedIn(part: ElementNode, link: (href: string) => string): ElementNode {
  return mapTree(part, (node) => {
    const href = isElement(node) ? node.attributes?.['href'] : undefined;
    return isElement(node) && href !== undefined && link(href) !== href
      ? { ...node, attributes: { ...node.attributes, href: link(href) } }
      : node;
  });
}
