import Joi from 'joi';

/* What a brief says of the site and of its pages. */

const text = Joi.string().trim().min(1);
const address = Joi.string().uri({ scheme: ['http', 'https'] });
const language = Joi.string().pattern(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'language tag (BCP 47)');
const colour = Joi.string().pattern(/^#[0-9a-f]{6}$/i, 'colour');
const hours = Joi.string().pattern(
  /^(Mo|Tu|We|Th|Fr|Sa|Su)([-,](Mo|Tu|We|Th|Fr|Sa|Su))*( \d\d:\d\d-\d\d:\d\d)?$/,
  'opening hours',
);

const facts = Joi.object({
  type: Joi.string().pattern(/^[A-Z][A-Za-z]+$/, 'type of schema.org'),
  telephone: Joi.string().pattern(/^\+?[\d\s()./-]{5,30}$/, 'telephone number'),
  mail: Joi.string().email({ tlds: false }),
  street: text,
  postcode: text,
  town: text,
  country: text,
  opens: Joi.array().items(hours).min(1),
  profiles: Joi.array().items(address).min(1),
});

export const SITE_SCHEMA = Joi.object({ address, name: text, mark: text, theme: colour, facts });

export const PAGES_SCHEMA = Joi.object().pattern(
  /^[a-z0-9][a-z0-9-]*$/,
  Joi.object({ title: text, description: text, language, picture: text, listed: Joi.boolean() }),
);

/** What would be right, by the key that is wrong. */
export const SITE_RIGHT: Readonly<Record<string, string>> = {
  site: 'Write address (https://…), name, mark (a square image), theme (#rrggbb) or facts.',
  facts: 'Write type, telephone, mail, street, postcode, town, country, opens or profiles.',
  opens: 'Write days and times as "Fr,Sa 19:00-23:00".',
  mail: 'Write a mail address.',
  'about-pages': 'Write names of pages, each with "title", "description", "language", "picture" or "listed".',
  language: 'Write a language tag, such as en or de-AT.',
};
