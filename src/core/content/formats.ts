/* What a text is, told by how it is written: so that its field says what it holds. */

const MONTHS =
  'jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sep(?:t(?:ember)?)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?|januar|februar|märz|mai|juni|juli|oktober|dezember|janvier|février|mars|avril|juin|juillet|août|septembre|octobre|novembre|décembre';
const DAYS =
  'mon(?:day)?|tue(?:s(?:day)?)?|wed(?:nesday)?|thu(?:rs(?:day)?)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?|montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag';

/** Formats, the most telling first. */
const FORMATS: readonly (readonly [name: string, format: RegExp])[] = [
  ['email', /^[\w.+-]+@[\w-]+(?:\.[\w-]+)+$/],
  [
    'price',
    /^(?:(?:[€$£¥]|EUR|USD|CHF|GBP)\s?\d[\d.,’' ]*(?:[–-]|\.?-)?|\d[\d.,’' ]*\s?(?:[€$£¥]|EUR|USD|CHF|GBP))(?:\s?\/\s?\w+)?$/,
  ],
  ['price', /^(?:from\s|ab\s|dès\s)?\d[\d.,’' ]*\s?\p{L}+\s(?:a|an|per|each|pro|je|par|al)\s\p{L}+$/iu],
  [
    'time',
    /^(?:at\s)?\d{1,2}(?:[:.]\d{2})\s?(?:[ap]\.?m\.?|h|Uhr)?(?:\s?[–-]\s?\d{1,2}[:.]\d{2}.*)?$|^\d{1,2}\s?[ap]\.?m\.?$/i,
  ],
  [
    'date',
    new RegExp(
      `^(?:(?:${DAYS})\\.?,?\\s)?(?:\\d{1,2}(?:st|nd|rd|th|\\.)?\\s(?:${MONTHS})\\.?|(?:${MONTHS})\\.?\\s\\d{1,2}(?:st|nd|rd|th)?)(?:,?\\s\\d{4})?$`,
      'i',
    ),
  ],
  ['date', /^\d{4}-\d{2}-\d{2}$|^\d{1,2}[./]\d{1,2}[./]\d{2,4}$/],
  ['month', new RegExp(`^(?:${MONTHS})\\.?$`, 'i')],
  ['day', new RegExp(`^(?:${DAYS})\\.?$`, 'i')],
  ['year', /^(?:19|20)\d{2}$/],
  ['share', /^[+-]?\d[\d.,]*\s?%$/],
  ['phone', /^(?:\+|00?)[\d ()/.-]{6,}\d$/],
  ['position', /^-?\d{1,2}\.\d{2,},\s?-?\d{1,3}\.\d{2,}$/],
  ['number', /^[+-]?\d[\d.,’']*\+?$/],
  ['copyright', /^(?:©|\(c\)|copyright)/i],
];

/** The name of the format in which a text is written; undefined for plain words. */
export function formatOf(text: string): string | undefined {
  return FORMATS.find(([, format]) => format.test(text.trim()))?.[0];
}

/** Formats that a longer text may hold as what it is about: `March 12, 2023 · 6 min read` is a date. */
const WITHIN: readonly (readonly [name: string, format: RegExp])[] = [
  [
    'date',
    new RegExp(
      `(?:^|\\s)(?:\\d{1,2}(?:st|nd|rd|th|\\.)?\\s(?:${MONTHS})\\.?|(?:${MONTHS})\\.?\\s\\d{1,4}(?:st|nd|rd|th)?)(?=$|[\\s,.])`,
      'i',
    ),
  ],
  ['price', /(?:[€$£¥]|EUR|USD|CHF|GBP)\s?\d|\d\s?(?:[€$£¥]|EUR\b|USD\b|CHF\b|GBP\b)/],
];
/** Most words of a text that is more than what it is about. */
const BRIEF = 8;

/** The name of the format that all of several texts are written in, or hold; undefined for plain words. */
export function formatIn(texts: readonly string[]): string | undefined {
  const formats = new Set(texts.map(formatOf));
  const [format] = formats;
  if (formats.size === 1 && format !== undefined) return format;
  const holds = (pattern: RegExp): boolean =>
    texts.every((text) => text.split(/\s+/).length <= BRIEF && pattern.test(text));
  return texts.length > 1 ? WITHIN.find(([, pattern]) => holds(pattern))?.[0] : undefined;
}
