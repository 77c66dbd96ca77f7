import { fillPage, type Content } from '../content/content.js';
import type { PageDocument } from '../page/types.js';
import { renderCss } from './css.js';
import { renderHtml } from './html.js';

/** The files of a site by path: text as it is to be written. */
export type SiteFiles = Readonly<Record<string, string>>;

export const SHEET = 'style.css';

/** Renders one page as `index.html` with its style sheet. The same input gives the same bytes. */
export function renderSite(document: PageDocument, content: Content): SiteFiles {
  const filled = fillPage(document, content);
  return { 'index.html': renderHtml(filled, SHEET), [SHEET]: renderCss(filled) };
}
