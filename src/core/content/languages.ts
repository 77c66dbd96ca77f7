import type { PageDocument } from '../document/types.js';
import { wholeContent } from './content.js';
import { flatten, nest, type Content } from './values.js';

/* One page in several languages: structure, pictures and entries are those of the page, words are the language's own. */

/** A language as BCP 47 names it. */
export const LANGUAGE = /^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/;

/** Languages that are written from right to left. */
const FROM_RIGHT = new Set(['ar', 'dv', 'fa', 'he', 'ku', 'ps', 'sd', 'ug', 'ur', 'yi']);

/** The content of a page with the words of a language; what is not translated stays. */
export function inLanguage(document: PageDocument, content: Content, translated: Content): Content {
  const whole = flatten(wholeContent(document, content));
  const words = [...flatten(translated).values].filter(([path, value]) => whole.values.has(path) && value !== '');
  return nest({ values: new Map([...whole.values, ...words]), lists: whole.lists });
}

/** The page as a document of a language. */
export function documentIn(document: PageDocument, language: string): PageDocument {
  const direction = FROM_RIGHT.has(language.split('-')[0] ?? '') ? 'rtl' : 'ltr';
  const { direction: own = 'ltr', ...rest } = document;
  return { ...rest, language, ...(direction === own && document.direction === undefined ? {} : { direction }) };
}
