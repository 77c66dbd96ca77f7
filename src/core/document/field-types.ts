/** What a field takes. */
export type FieldType =
  | 'text'
  | 'rich'
  | 'article'
  | 'code'
  | 'number'
  | 'date'
  | 'time'
  | 'price'
  | 'telephone'
  | 'email'
  | 'position'
  | 'yes-no'
  | 'choice'
  | 'colour'
  | 'address'
  | 'file'
  | 'focus'
  | 'icon'
  | 'link'
  | 'picture'
  | 'video'
  | 'embed'
  | 'form'
  | 'group'
  | 'list'
  | 'menu';

/** What all code needs to know of a field type. */
export interface FieldTypeFacts {
  readonly description: string;
  /** One value, other fields, or entries that can be added, removed and moved. */
  readonly holds: 'value' | 'fields' | 'entries';
  /** Its value is in a language: each translation of the page has its own. */
  readonly translated?: true;
  /** The brief may declare a field with one value to be of this type. */
  readonly declarable?: true;
}

/**
 * Every field type with its facts: the first place to add one. How a type is recognised and checked is in
 * `core/content/field-behaviour.ts`, how it is filled in on a page for editing in `host/edit/inputs.ts`.
 */
export const FIELD_TYPES = {
  text: { description: 'Plain text.', holds: 'value', translated: true, declarable: true },
  rich: { description: 'Text in CommonMark.', holds: 'value', translated: true, declarable: true },
  article: { description: 'Paragraphs, headings and lists in CommonMark.', holds: 'value', translated: true },
  code: { description: 'Program code, as it is written.', holds: 'value' },
  number: { description: 'A number.', holds: 'value', declarable: true },
  date: { description: 'A date.', holds: 'value', translated: true, declarable: true },
  time: { description: 'A time of day, or from when to when.', holds: 'value', translated: true, declarable: true },
  price: { description: 'An amount of money.', holds: 'value', translated: true, declarable: true },
  telephone: { description: 'A telephone number.', holds: 'value', declarable: true },
  email: { description: 'An e-mail address.', holds: 'value', declarable: true },
  position: { description: 'A place on the map: latitude and longitude.', holds: 'value', declarable: true },
  'yes-no': { description: '"yes" or "no".', holds: 'value' },
  choice: { description: 'One of a few values.', holds: 'value', declarable: true },
  colour: { description: 'A colour of the site, by name.', holds: 'value' },
  address: { description: 'Where a link, a form or an embedded page leads.', holds: 'value' },
  file: { description: 'An image, a video or a sound recording of the project.', holds: 'value' },
  focus: { description: 'The point of an image that stays visible when it is cropped.', holds: 'value' },
  icon: { description: 'An icon of the page, by name.', holds: 'value' },
  link: { description: 'An address with its label.', holds: 'fields' },
  picture: { description: 'A file with its description.', holds: 'fields' },
  video: { description: 'A video or a sound recording, with the image shown before it plays.', holds: 'fields' },
  embed: { description: 'Another page inside this one.', holds: 'fields' },
  form: { description: 'A form: where it is sent, and its controls.', holds: 'fields' },
  group: { description: 'Fields that belong together.', holds: 'fields' },
  list: { description: 'Entries of equal structure.', holds: 'entries' },
  menu: { description: 'The links of a navigation menu.', holds: 'entries' },
} as const satisfies Readonly<Record<FieldType, FieldTypeFacts>>;

/** Types that the brief may declare. */
export type RuleType = {
  [Type in FieldType]: (typeof FIELD_TYPES)[Type] extends { readonly declarable: true } ? Type : never;
}[FieldType];

function isDeclarable(type: FieldType): type is RuleType {
  const facts: FieldTypeFacts = FIELD_TYPES[type];
  return facts.declarable === true;
}

export const RULE_TYPES: readonly RuleType[] = (Object.keys(FIELD_TYPES) as FieldType[]).filter(isDeclarable);

/** Whether a field of a type holds entries. */
export function holdsEntries({ type }: { readonly type: FieldType }): boolean {
  return FIELD_TYPES[type].holds === 'entries';
}

/** Whether a field of a type holds other fields, and is no list. */
export function holdsFields({ type }: { readonly type: FieldType }): boolean {
  return FIELD_TYPES[type].holds === 'fields';
}

/** Whether the values of a type are words of a language. */
export function isTranslated({ type }: { readonly type: FieldType }): boolean {
  const facts: FieldTypeFacts = FIELD_TYPES[type];
  return facts.translated === true;
}
