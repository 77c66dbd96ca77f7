/* What a brief says of the site and of its pages. */

/** What would be right, by the key that is wrong. */
export const SITE_RIGHT: Readonly<Record<string, string>> = {
  site: 'Write address (https://…), name, mark (a square image), theme (#rrggbb) or facts.',
  facts: 'Write type, telephone, mail, street, postcode, town, country, opens or profiles.',
  opens: 'Write days and times as "Fr,Sa 19:00-23:00".',
  mail: 'Write a mail address.',
  'about-pages': 'Write names of pages, each with "title", "description", "language", "picture" or "listed".',
  language: 'Write a language tag, such as en or de-AT.',
};
