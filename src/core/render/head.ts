import type { PageDocument } from '../document/types.js';
import { escapeAttribute, escapeText } from './escape.js';

/** The same page in another language. */
export interface Alternate {
  /** BCP 47 */
  readonly language: string;
  readonly file: string;
}

/** Where a page lies in its site, and in which languages it is to be had. */
export interface HeadPlace {
  readonly sheet: string;
  /** File of the page; without it, the page is not said to have an address. */
  readonly file?: string;
  readonly alternates?: readonly Alternate[];
  /** Language and country for previews; without it what the language of the page says. */
  readonly locale?: string;
  /** Linked data as text; without it, that of the page. */
  readonly facts?: readonly string[];
}

/** File that tells browsers how the site is called and which icons it has (Web Application Manifest). */
export const MANIFEST = 'site.webmanifest';

/** The lines of the head of a page (filled), without the `head` element. */
export function headLines(
  document: PageDocument,
  { sheet, file, alternates = [], locale = localeOf(document.language), facts = factTexts(document) }: HeadPlace,
): string[] {
  const { head = {}, description, title } = document;
  const attribute = escapeAttribute;
  const meta = (name: string, content: string | undefined): string[] =>
    content ? [`<meta name="${name}" content="${attribute(content)}">`] : [];
  const address = file === undefined ? undefined : addressIn(head.root, file);
  return [
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escapeText(title)}</title>`,
    ...meta('description', description),
    ...meta('robots', head.unlisted ? 'noindex' : undefined),
    ...meta('theme-color', head.theme),
    ...(address ? [`<link rel="canonical" href="${attribute(address)}">`] : []),
    ...alternates.map(
      ({ language, file: other }) =>
        `<link rel="alternate" hreflang="${attribute(language)}" href="${attribute(addressIn(head.root, other) ?? other)}">`,
    ),
    ...iconLines(document),
    ...previewLines(document, address, locale),
    ...facts.map((fact) => `<script type="application/ld+json">${fact}</script>`),
    `<link rel="stylesheet" href="${attribute(sheet)}">`,
  ];
}

/** A language with its country as previews name it; empty if it says no country. */
export function localeOf(language: string): string {
  return /^[a-z]{2}-[A-Z]{2}$/.test(language) ? language.replace('-', '_') : '';
}

/** Where a file of the site is found; undefined if the site has no address yet. The home page is the folder itself. */
export function addressIn(root: string | undefined, file: string): string | undefined {
  return root === undefined ? undefined : `${root}${addressedAs(file)}`;
}

/** How a file is called in addresses: the home page is its folder. */
export function addressedAs(file: string): string {
  return file === 'index.html' ? '' : file;
}

function iconLines({ head = {} }: PageDocument): string[] {
  const { icons = [] } = head;
  const lines = icons.flatMap(({ file, size }) => {
    if (size === 180) return [`<link rel="apple-touch-icon" href="${escapeAttribute(file)}">`];
    if (size !== undefined && size > 180) return [];
    const about =
      size === undefined
        ? file.endsWith('.svg')
          ? ' type="image/svg+xml" sizes="any"'
          : ''
        : ` type="image/png" sizes="${size}x${size}"`;
    return [`<link rel="icon" href="${escapeAttribute(file)}"${about}>`];
  });
  return icons.some(({ size }) => size !== undefined) ? [...lines, `<link rel="manifest" href="${MANIFEST}">`] : lines;
}

/** What links to the page are shown with elsewhere (The Open Graph protocol). */
function previewLines(
  { head, title, description }: PageDocument,
  address: string | undefined,
  locale: string,
): string[] {
  if (!head) return [];
  const { preview = {}, root, site } = head;
  const property = (name: string, content: string | undefined): string[] =>
    content ? [`<meta property="og:${name}" content="${escapeAttribute(content)}">`] : [];
  const { picture: image, width, height } = preview;
  return [
    ...property('type', 'website'),
    ...property('title', preview.title ?? title),
    ...property('description', preview.description ?? description),
    ...property('url', address),
    ...property('site_name', site),
    ...property('locale', locale),
    ...property('image', image && (addressIn(root, image) ?? image)),
    ...property('image:width', width === undefined ? undefined : String(width)),
    ...property('image:height', height === undefined ? undefined : String(height)),
    ...property('image:alt', image && (preview.alt ?? preview.title ?? title)),
  ];
}

/** The linked data of a page (filled), as it stands in its head. */
export function factTexts({ head = {} }: PageDocument): string[] {
  return (head.facts ?? []).map(dataText);
}

/** JSON inside of an element: nothing in it can end the element (HTML, 4.12.1.3). */
function dataText(value: object): string {
  return JSON.stringify(value)
    .replace(/</g, '\\u003c')
    .replace(/\u2028/g, '\\u2028')
    .replace(/\u2029/g, '\\u2029');
}
