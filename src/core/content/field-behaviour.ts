import { isScriptAddress } from '../document/addresses.js';
import type { FieldType } from '../document/field-types.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { BACKGROUND } from './backgrounds.js';
import { isArticle } from './blocks.js';
import { isCode, languageOf } from './code.js';
import { FOCUS, readFocus } from './focus.js';
import { FLAG_HELP, formattingHelp, SHORT_HELP, SWITCH_HELP } from './field-help.js';
import { formatOf } from './formats.js';
import { ICON, iconsOf } from './icons.js';
import { FLAGS, isAnswer } from './looks.js';
import { isSwitch } from './parts.js';
import type { Field } from './regions.js';
import { LOOK } from './values.js';

/** Where a field is in the page. */
export interface FieldUse {
  readonly node: ElementNode;
  readonly attribute?: string;
  readonly rich?: true;
}

/** A value of the page, in one place or in the same place of each entry of a list. */
export interface FieldValue {
  readonly name: string;
  /** What the source says in each place. */
  readonly texts: readonly string[];
  /** Each of the entries has it. */
  readonly everywhere: boolean;
  readonly use?: FieldUse;
  readonly document: PageDocument;
}

/** What is known of a field once its type is. */
export type FieldDetails = Pick<Field, 'help' | 'choices' | 'longest' | 'language'> & {
  readonly required?: boolean;
};

/** What the check of a value may look at. */
export interface CheckContext {
  readonly path: string;
  /** Whether the brief said this of the field. */
  readonly isDeclared: (what: 'type' | 'choices') => boolean;
  /** The ids of anchors in the page. */
  readonly anchors: ReadonlySet<string>;
  /** What the project has to show, as `assets/NAME`. */
  readonly files: ReadonlySet<string>;
  /** The ids of the entries of a list, now and in the source. */
  readonly entriesAt: (list: string) => readonly string[];
}

interface FieldBehaviour {
  /** The details of a value of this type; undefined if it is of another. */
  readonly recognise?: (value: FieldValue) => FieldDetails | undefined;
  /** What is wrong with a value; undefined if nothing is. */
  readonly fault?: (value: string, field: Field, context: CheckContext) => string | undefined;
  /** The type is read from what the source says: unless a person said so too, another form is no more than unusual. */
  readonly isRead?: true;
}

const NUMBER = /^[+-]?\d[\d.,’' ]*\+?$/;

/**
 * How each field type is recognised and checked. A value is of the first type that recognises it; `text` comes last and
 * recognises all.
 */
const BEHAVIOURS: Readonly<Record<FieldType, FieldBehaviour>> = {
  'yes-no': {
    recognise({ name, use }) {
      const flag = use ? undefined : FLAGS.find((text) => text === name);
      if (flag) return { help: FLAG_HELP[flag] };
      return use?.attribute !== undefined && isSwitch(use.attribute)
        ? { help: SWITCH_HELP[use.attribute] ?? '' }
        : undefined;
    },
    fault: (value) => (isAnswer(value) ? undefined : `"${value}" is no answer; write yes or no`),
  },
  choice: {
    recognise({ name, texts, use }) {
      if (name === LOOK && !use) return { choices: [...new Set(texts)], help: 'The entry whose style it uses.' };
      return use?.attribute === 'method'
        ? { choices: ['get', 'post'], help: 'How the form is sent: get puts the values into the address.' }
        : undefined;
    },
    fault(value, field, { path, isDeclared, entriesAt }) {
      if (field.name === LOOK && !isDeclared('choices'))
        return entriesAt(listOf(path)).includes(value)
          ? undefined
          : `Entry "${value}" not found: its style cannot be used`;
      return isDeclared('choices') || field.name === 'method' ? notAmong(value, field) : undefined;
    },
  },
  colour: {
    recognise: ({ use, document }) =>
      use?.attribute === BACKGROUND
        ? { choices: Object.keys(document.palette ?? {}), help: 'One of the colours of the site, by name.' }
        : undefined,
    fault: notAmong,
  },
  icon: {
    recognise: ({ use, document }) =>
      use?.attribute === ICON
        ? { choices: [...iconsOf(document).keys()], help: 'One of the icons of the page, by name.' }
        : undefined,
    fault: notAmong,
  },
  address: {
    recognise: ({ use, everywhere }) =>
      use?.attribute === 'href' ||
      use?.attribute === 'action' ||
      (use?.attribute === 'src' && use.node.element === 'iframe')
        ? { required: everywhere && use.node.attributes?.[use.attribute] !== undefined }
        : undefined,
    fault: addressFault,
  },
  file: {
    recognise: ({ use, everywhere }) =>
      use?.attribute === 'poster' || (use?.attribute === 'src' && use.node.element !== 'iframe')
        ? { required: everywhere }
        : undefined,
    fault: (value, _, { files }) =>
      value === '' || files.has(value) || /^(https?:|data:image\/)/.test(value)
        ? undefined
        : `File "${value}" not found in the project`,
  },
  focus: {
    recognise: ({ use }) =>
      use?.attribute === FOCUS
        ? { help: 'The point of the image that is always visible: from the left and from the top, as 50% 30%.' }
        : undefined,
    fault: (value) =>
      readFocus(value) === undefined ? `"${value}" is not a point of an image; write it as 50% 30%` : undefined,
  },
  code: {
    recognise({ use }) {
      if (!use?.rich || !isCode(use.node)) return undefined;
      const language = languageOf(use.node);
      return { ...(language ? { language } : {}), help: 'Plain text, shown with its line breaks.' };
    },
  },
  article: {
    recognise: ({ use, document }) =>
      use?.rich && isArticle(use.node)
        ? {
            help: `Separate paragraphs with a blank line. ## heading, - list, > quote; ${formattingHelp(use.node, document)}.`,
          }
        : undefined,
  },
  rich: {
    recognise: ({ use, document }) =>
      use?.rich ? { help: `Formatting is allowed: ${formattingHelp(use.node, document)}.` } : undefined,
  },
  number: {
    /* One number alone may be a word tomorrow: only where each of several entries has one it is to be one. */
    recognise: (value) =>
      value.texts.length > 1 && /^(number|year)$/.test(commonFormat(value) ?? '') ? wordDetails(value) : undefined,
    fault: (value) => (value === '' || NUMBER.test(value.trim()) ? undefined : `"${value}" is not a number`),
  },
  date: {
    recognise: (value) => (commonFormat(value) === 'date' ? wordDetails(value) : undefined),
    fault: (value) => (value !== '' && formatOf(value) !== 'date' ? `"${value}" is not a date` : undefined),
    isRead: true,
  },
  time: written('time', 'a time', 'Written as 19:30, or 19:30–21:00.'),
  price: written('price', 'a price', 'An amount with its currency.'),
  telephone: {
    recognise: (value) =>
      commonFormat(value) === 'phone' || (isWords(value) && value.texts.every(isDialled) && leadsTo(value, 'tel:'))
        ? wordDetails(value)
        : undefined,
    fault: (value) => (value === '' || isDialled(value) ? undefined : `"${value}" is not a telephone number`),
    isRead: true,
  },
  email: written('email', 'an e-mail address'),
  position: written('position', 'a map position', 'Latitude and longitude in degrees, as 54.1792, 7.8857.'),
  text: {
    recognise(value) {
      if (value.use?.attribute === 'alt') return { help: 'What the image shows, for people who cannot see it.' };
      const format = commonFormat(value);
      return { ...(format ? { help: `Written as ${format}.` } : {}), ...wordDetails(value) };
    },
  },
  link: {},
  picture: {},
  video: {},
  embed: {},
  form: {},
  group: {},
  list: {},
  menu: {},
};

/** A type that is told by how its values are written. @param what with its article, for messages */
function written(format: string, what: string, help?: string): FieldBehaviour {
  return {
    recognise: (value) =>
      commonFormat(value) === format ? { ...(help ? { help } : {}), ...wordDetails(value) } : undefined,
    fault: (value) => (value === '' || formatOf(value) === format ? undefined : `"${value}" is not ${what}`),
    isRead: true,
  };
}

/** Whether a text can be dialled: figures, and what groups them (RFC 3966, 5.1.1). */
function isDialled(text: string): boolean {
  return /^[+(]?[\d\s()/.-]*\d$/.test(text.trim()) && text.replace(/\D/g, '').length >= 3;
}

/** Whether a value is words that are seen. */
function isWords({ use }: FieldValue): boolean {
  return use !== undefined && use.attribute === undefined && !use.rich;
}

/** Whether the words of a value are a link of a kind. */
function leadsTo({ use }: FieldValue, scheme: string): boolean {
  return use?.node.attributes?.['href']?.startsWith(scheme) === true;
}

/** The type of a value with its details. @param isShort it is another wording of a text, for narrow screens */
export function recognised(value: FieldValue, isShort = false): FieldDetails & { readonly type: FieldType } {
  if (isShort) return { ...wordDetails(value), type: 'text', required: false, help: SHORT_HELP };
  for (const [type, { recognise }] of Object.entries(BEHAVIOURS) as [FieldType, FieldBehaviour][]) {
    const details = recognise?.(value);
    if (details) return { ...details, type };
  }
  return { type: 'text' };
}

/** What does not fit in a value of a field by its type, and whether that forbids it; undefined if all fits. */
export function typeFault(
  value: string,
  field: Field,
  context: CheckContext,
): { readonly wrong: boolean; readonly what: string } | undefined {
  const { fault, isRead } = BEHAVIOURS[field.type];
  const what = fault?.(value, field, context);
  return what === undefined ? undefined : { wrong: !isRead || context.isDeclared('type'), what };
}

/** The format in which all texts of a field are written; none in attributes and rich texts. */
function commonFormat({ texts, use }: FieldValue): string | undefined {
  if (use?.attribute !== undefined || use?.rich) return undefined;
  const formats = new Set(texts.map(formatOf));
  return formats.size === 1 ? [...formats][0] : undefined;
}

/** What is known of a field of words, whatever their format. */
function wordDetails({ name, texts, everywhere, use, document }: FieldValue): FieldDetails {
  const isCapitals = document.styles[use?.node.style ?? '']?.rest['text-transform'] === 'uppercase';
  return {
    required: everywhere && (use?.node.kind === 'heading' || name === 'label'),
    longest: Math.max(20, Math.ceil((Math.max(...texts.map(({ length }) => length)) * 2) / 10) * 10),
    ...(use && isCapitals ? { help: 'Use normal capitalisation: the page shows it in capitals.' } : {}),
  };
}

function notAmong(value: string, { choices }: Field): string | undefined {
  return choices && !choices.includes(value) ? `"${value}" is not one of ${choices.join(', ')}` : undefined;
}

/** Why an address leads nowhere, in words. */
export function addressFault(
  value: string,
  _: Field,
  { anchors, files }: Pick<CheckContext, 'anchors' | 'files'>,
): string | undefined {
  if (isScriptAddress(value)) return 'An address must not run a script';
  if (value === '#' || value === '#top') return undefined;
  if (value.startsWith('#'))
    return anchors.has(decode(value.slice(1))) ? undefined : `The page has no anchor "${value.slice(1)}"`;
  /* Of pages that were not converted nothing can be said: they are elsewhere on the site. */
  const [file = ''] = value.split(/[?#]/);
  return file.startsWith('assets/') && !files.has(file) ? `File "${file}" not found in the project` : undefined;
}

function decode(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

function listOf(path: string): string {
  return path.split('.').slice(0, -2).join('.');
}
