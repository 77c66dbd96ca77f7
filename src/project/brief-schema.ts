import Joi from 'joi';
import { DECIDABLE_KINDS, DECISION_KINDS, FITS, PARTS, type DecisionKind } from '../core/brief/brief.js';
import { EASINGS, ENTRANCES, LONGEST_MOTION, MOMENTS } from '../core/brief/motion.js';
import { RULE_TYPES } from '../core/document/field-types.js';
import { MODERN_FORMATS } from '../core/images/offers.js';
import { NARROWEST, SCALE, WIDEST } from './settings.js';

/* What a brief may hold. These definitions check the file, and its JSON Schema is generated from them. */

const PAGE_NAME = /^[a-z0-9][a-z0-9-]*$/;

const text = Joi.string().trim().min(1);
const colour = Joi.string().pattern(/^#[0-9a-fA-F]{6}$/, 'colour');
const mail = Joi.string().email({ tlds: false });
const webAddress = Joi.string().uri({ scheme: ['http', 'https'] });
const imageWidth = Joi.number().integer().min(16).max(20000);
const element = text.description(
  'The element: its path in the source, its name, its text or its layer name. An asterisk stands for any characters.',
);
const on = Joi.boolean().default(true).description('Set to false to keep this without applying it.');

const hours = Joi.string().pattern(
  /^(Mo|Tu|We|Th|Fr|Sa|Su)([-,](Mo|Tu|We|Th|Fr|Sa|Su))*( \d\d:\d\d-\d\d:\d\d)?$/,
  'opening hours',
);

const site = Joi.object({
  address: webAddress.description('The address of the published site.'),
  name: text.description('The name of the site.'),
  mark: text.description('A square image that icons are made from, relative to the source.'),
  theme: colour.description('The colour of browser controls around the page, as #rrggbb.'),
  facts: Joi.object({
    type: Joi.string()
      .pattern(/^[A-Z][A-Za-z]+$/, 'type of schema.org')
      .description('A type of schema.org, for example Museum.'),
    telephone: Joi.string()
      .pattern(/^\+?[\d\s()./-]{5,30}$/, 'telephone number')
      .description('The telephone number.'),
    mail: mail.description('The mail address.'),
    street: text.description('The street and house number.'),
    postcode: text.description('The postcode.'),
    town: text.description('The town.'),
    country: text.description('The country, by name or two-letter code.'),
    opens: Joi.array().items(hours).min(1).description('Opening hours, for example "Fr,Sa 19:00-23:00".'),
    profiles: Joi.array().items(webAddress).min(1).description('Addresses of the same organisation on other sites.'),
  }).description('Facts about the organisation, for search engines.'),
}).description('Settings of the whole site.');

const aboutPages = Joi.object()
  .pattern(
    PAGE_NAME,
    Joi.object({
      title: text.description('The title of the page.'),
      description: text.description('The description of the page for search engines.'),
      language: Joi.string()
        .pattern(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'language tag (BCP 47)')
        .description('The language of the page as a BCP 47 tag.'),
      picture: text.description('The image shown with links to the page, relative to the source.'),
      listed: Joi.boolean().description('Whether search engines may list the page.'),
    }),
  )
  .description('Settings of pages, by page name.');

const TARGETS = ['page', 'section', 'address', 'mail', 'telephone', 'file', 'new-tab', 'whole', 'anchor'] as const;

const link = Joi.object({
  at: element.required(),
  page: Joi.string().pattern(PAGE_NAME, 'name of a page').description('Link to this page of the site.'),
  section: text.description('Link to this section or anchor.'),
  address: Joi.string()
    .pattern(/^([hH][tT][tT][pP][sS]?:\/\/|\/|[^:]*$)\S*$/, 'address')
    .min(1)
    .description('Link to this address.'),
  mail: mail.description('Write to this mail address.'),
  telephone: Joi.string()
    .pattern(/^\+?[\d\s()./-]{3,30}$/, 'telephone number')
    .description('Call this telephone number.'),
  file: Joi.string()
    .pattern(/^[^:\s]\S*$/, 'file')
    .min(1)
    .description('Link to this file, relative to the source.'),
  'new-tab': Joi.boolean().description('Whether the link opens in a new tab.'),
  whole: Joi.valid(true).description('The whole element can be clicked.'),
  anchor: Joi.string()
    .pattern(/^[A-Za-z][A-Za-z0-9-]*$/, 'anchor')
    .description('Give the element this id, so that links can lead to it.'),
  on,
})
  .or(...TARGETS)
  .oxor('page', 'address', 'mail', 'telephone', 'file')
  .oxor('section', 'address', 'mail', 'telephone', 'file');

const time = Joi.number().integer().min(0).max(LONGEST_MOTION);

const motion = Joi.object({
  at: element.required(),
  enters: Joi.valid(...ENTRANCES).description('How the element enters.'),
  when: Joi.valid(...MOMENTS).description('When it enters: as the page loads, or when it is scrolled into view.'),
  lasts: time.min(1).description('Duration, ms.'),
  after: time.description('Delay, ms.'),
  easing: Joi.valid(...EASINGS).description('The easing of CSS.'),
  each: time.description('Additional delay of each child element, ms.'),
  stays: Joi.valid(true).description('The element stays at the top of the window.'),
  scrolled: Joi.object({
    background: colour.description('The background colour, as #rrggbb.'),
    colour: colour.description('The text colour, as #rrggbb.'),
    shadow: Joi.boolean().description('Whether it casts a shadow.'),
    padding: Joi.number().min(0).max(200).description('The padding above and below, px.'),
  })
    .min(1)
    .description('How the element looks once the page has been scrolled.'),
  on,
})
  .or('enters', 'stays', 'scrolled')
  .oxor('enters', 'scrolled')
  .with('when', 'enters')
  .with('lasts', 'enters')
  .with('after', 'enters')
  .with('easing', 'enters')
  .with('each', 'enters');

const BECOMES: Readonly<Record<DecisionKind, Joi.Schema>> = {
  'leave-out': Joi.forbidden(),
  merge: Joi.forbidden(),
  kind: Joi.valid(...DECIDABLE_KINDS)
    .required()
    .description('The element kind.'),
  level: Joi.number().integer().min(1).max(6).required().description('The heading level.'),
  name: text.required().description('The name.'),
  link: text.required().description('The address.'),
  alt: Joi.string().allow('').required().description('The alternative text; empty for decoration.'),
  part: Joi.valid(...PARTS)
    .required()
    .description('The part of the site.'),
  fit: Joi.valid(...FITS)
    .required()
    .description('How the image fills its frame (object-fit).'),
  largest: imageWidth.required().description('The greatest width of the image file, px.'),
  colour: colour.required().description('The new colour, as #rrggbb.'),
  font: text.required().description('The new font family.'),
  wording: text.required().description('What the line says.'),
};

export const DECISION_SCHEMA = Joi.object({
  do: Joi.valid(...DECISION_KINDS)
    .required()
    .description('What is decided.'),
  at: element.required(),
  on,
  code: text.description('The finding of a survey that proposed this.'),
  to: Joi.when('do', { switch: DECISION_KINDS.map((deed) => ({ is: deed, then: BECOMES[deed] })) }).description(
    'The new value.',
  ),
});

const fieldPath = Joi.string().pattern(/^[a-z0-9*][a-z0-9-]*(\.(\*|[a-z0-9][a-z0-9-]*))*$/, 'path of a field');

/** What can be decided about a field. */
export const FIELD_DECISIONS = [
  'name',
  'to',
  'same-as',
  'hide',
  'lock',
  'split',
  'label',
  'help',
  'type',
  'choices',
  'required',
  'longest',
  'fewest',
  'most',
];

const fieldDecision = Joi.object({
  at: fieldPath.required().description('The path of the field; an asterisk stands for the id of any entry.'),
  name: Joi.string()
    .pattern(/^[a-z0-9][a-z0-9-]*$/, 'name of a field')
    .description('The new last name.'),
  to: fieldPath.description('The group that the field moves to.'),
  'same-as': fieldPath.description('Merge the field with this one: both show the same value.'),
  hide: Joi.valid(true).description('Clients do not see the field.'),
  lock: Joi.boolean().description('Clients see the field but cannot change it.'),
  split: Joi.valid(true).description('Turn a text with formatting into one field for each run.'),
  label: text.description('The label that clients see.'),
  help: text.description('The help text that clients see.'),
  type: Joi.valid(...RULE_TYPES).description('The field type.'),
  choices: Joi.array().items(text).min(1).unique().description('The values of a choice.'),
  required: Joi.boolean().description('Whether the field must be filled in.'),
  longest: Joi.number().integer().min(1).description('The maximum length, in characters.'),
  fewest: Joi.number().integer().min(0).description('The minimum number of entries of a list.'),
  most: Joi.number().integer().min(Joi.ref('fewest')).description('The maximum number of entries of a list.'),
  on,
})
  .or(...FIELD_DECISIONS)
  .oxor('same-as', 'name')
  .oxor('same-as', 'to')
  .with('choices', 'type');

export const BRIEF_SCHEMA = Joi.object({
  format: Joi.valid('tavrik-brief').required().description('The format of this file.'),
  version: Joi.valid(1).required().description('The version of the format.'),
  pages: Joi.object()
    .pattern(PAGE_NAME, Joi.array().items(text).min(1))
    .description('Which artboards belong to which page, by file name or layer name.'),
  breakpoints: Joi.object()
    .pattern(/^[a-z][a-z0-9-]*$/, Joi.number().integer().min(NARROWEST).max(WIDEST))
    .description('Breakpoints of a design: names, and the width in px below which each applies.'),
  scale: SCALE.description(
    'How much of large type sizes and distances remains on screens that nobody drew: a share, or shares for each screen.',
  ),
  fluid: Joi.boolean().description('Whether type sizes and distances change continuously with the width.'),
  pictures: Joi.object({
    largest: imageWidth.description('The greatest width of an image file, px.'),
    formats: Joi.array()
      .items(Joi.valid(...MODERN_FORMATS))
      .unique()
      .default(['webp'])
      .description('Formats to offer before the original one.'),
    quality: Joi.number().integer().min(1).max(100).default(80).description('The quality of compressed images.'),
    vectors: Joi.boolean().default(true).description('Whether SVG files are made smaller.'),
  }).description('Offer images in the sizes in which they are shown.'),
  'rich-from': Joi.number()
    .integer()
    .min(1)
    .description('The number of words from which a text becomes one field with formatting.'),
  site,
  'about-pages': aboutPages,
  decisions: Joi.array().items(DECISION_SCHEMA).default([]).description('Decisions about elements.'),
  links: Joi.array().items(link).description('Where links lead.'),
  motion: Joi.array().items(motion).description('How elements enter, and what stays while the page is scrolled.'),
  scrolling: Joi.valid('smooth').description('The page scrolls smoothly to the target of a link.'),
  same: Joi.array()
    .items(
      Joi.object({
        was: text.required().description('An element of the previous version, by path, name or text.'),
        is: text.required().description('The same element in the new version.'),
      }),
    )
    .description('Which elements are the same in two versions, where a revision is not sure.'),
  fields: Joi.array().items(fieldDecision).description('Decisions about fields.'),
});
