import { HEADING_ELEMENTS } from '../../html-elements/headings.js';

/** Attributes that a client may change, and how their field is called beside the element's own words. */
export const EDITABLE: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  a: { href: 'address' },
  area: { href: 'address', alt: 'alt' },
  img: { src: 'file', alt: 'alt' },
  video: { src: 'file', poster: 'poster' },
  source: { src: 'file' },
  input: { placeholder: 'hint' },
  textarea: { placeholder: 'hint' },
  iframe: { src: 'address' },
  form: { action: 'address', method: 'method' },
};

/** Controls that can be said to be required (HTML, 4.10). */
export const CAN_BE_REQUIRED = /^(input|textarea|select)$/;

export const NEVER_REQUIRED = /^(hidden|submit|reset|button|image|range|color)$/;

/** What a field with parts is called by what it is. */
export const NAMES: Readonly<Record<string, string>> = {
  a: 'link',
  area: 'area',
  img: 'picture',
  video: 'video',
  source: 'film',
  iframe: 'embed',
  input: 'field',
  textarea: 'field',
  select: 'field',
  label: 'field',
  button: 'button',
};

/** Elements whose words may be one text with marks in it. */
export const TEXTS = new Set<string>([
  'p',
  'li',
  'dd',
  'figcaption',
  'blockquote',
  'td',
  'th',
  'dt',
  'caption',
  'summary',
  'legend',
  'a',
  'button',
  'div',
  'address',
  ...HEADING_ELEMENTS,
  'span',
  'small',
]);
