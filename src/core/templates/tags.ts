/*
 * Tags of the template language (Mustache, its written specification 1.4), hidden in a page while it is rendered: characters
 * of a private area stand for their braces, so that nothing else has to know of them.
 */
const OPEN = '\uE000';
const CLOSE = '\uE001';

/** The value of a field, escaped. */
export const value = (name: string): string => `${OPEN}${name}${CLOSE}`;
/** The value of a field that is HTML already. */
export const markup = (name: string): string => `${OPEN}{${name}}${CLOSE}`;
/** What follows is there if the field is, or once for each of its entries. */
export const begin = (name: string): string => `${OPEN}#${name}${CLOSE}`;
export const end = (name: string): string => `${OPEN}/${name}${CLOSE}`;

const PART = '\uE002';
const NAMED = '\uE003';
const ENDED = '\uE004';

/** What stands between these is a template of its own. */
export const beginPart = (name: string): string => `${PART}${name}${NAMED}`;
export const endPart = ENDED;

/** A template with those that are in it, by name. */
export interface Templates {
  readonly page: string;
  readonly parts: Readonly<Record<string, string>>;
}

/** Braces of the page itself: the tags of the language change for a moment (Mustache, set delimiter). */
const BRACES = `{{=<% %>=}}{{<%={{ }}=%>`;

/** A rendered page as a template, and the parts and entries in it as templates of their own. */
export function asTemplates(html: string): Templates {
  const parts: Record<string, string> = {};
  const inner = new RegExp(`${PART}([^${NAMED}]*)${NAMED}([^${PART}${ENDED}]*)${ENDED}`, 'g');
  let page = html.replaceAll('{{', () => BRACES);
  for (let before = ''; before !== page;) {
    before = page;
    page = page.replace(inner, (_, name: string, text: string) => {
      parts[name] = withTags(text);
      return `${OPEN}> ${name}${CLOSE}`;
    });
  }
  return { page: withTags(page), parts };
}

function withTags(text: string): string {
  return text.replaceAll(OPEN, '{{').replaceAll(CLOSE, '}}');
}
