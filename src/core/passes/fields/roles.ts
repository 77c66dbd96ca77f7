import { isElement, textOf } from '../../page/walk.js';
import type { ElementNode, Kind } from '../../page/types.js';

/* What a text is, told by how it is written: so that its field says what it holds. */

const MONTHS = 'jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sep(?:t(?:ember)?)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?|januar|februar|märz|mai|juni|juli|oktober|dezember|janvier|février|mars|avril|juin|juillet|août|septembre|octobre|novembre|décembre'; // prettier-ignore
const DAYS = 'mon(?:day)?|tue(?:s(?:day)?)?|wed(?:nesday)?|thu(?:rs(?:day)?)?|fri(?:day)?|sat(?:urday)?|sun(?:day)?|montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag'; // prettier-ignore

/** Formats, the most telling first. */
const FORMATS: readonly (readonly [name: string, format: RegExp])[] = [
  ['email', /^[\w.+-]+@[\w-]+(?:\.[\w-]+)+$/],
  ['price', /^(?:(?:[€$£¥]|EUR|USD|CHF|GBP)\s?\d[\d.,’' ]*(?:[–-]|\.?-)?|\d[\d.,’' ]*\s?(?:[€$£¥]|EUR|USD|CHF|GBP))(?:\s?\/\s?\w+)?$/],
  ['time', /^(?:at\s)?\d{1,2}(?:[:.]\d{2})\s?(?:[ap]\.?m\.?|h|Uhr)?(?:\s?[–-]\s?\d{1,2}[:.]\d{2}.*)?$|^\d{1,2}\s?[ap]\.?m\.?$/i],
  ['date', new RegExp(`^(?:(?:${DAYS})\\.?,?\\s)?(?:\\d{1,2}(?:st|nd|rd|th|\\.)?\\s(?:${MONTHS})\\.?|(?:${MONTHS})\\.?\\s\\d{1,2}(?:st|nd|rd|th)?)(?:,?\\s\\d{4})?$`, 'i')],
  ['date', /^\d{4}-\d{2}-\d{2}$|^\d{1,2}[./]\d{1,2}[./]\d{2,4}$/],
  ['month', new RegExp(`^(?:${MONTHS})\\.?$`, 'i')],
  ['day', new RegExp(`^(?:${DAYS})\\.?$`, 'i')],
  ['year', /^(?:19|20)\d{2}$/],
  ['share', /^[+-]?\d[\d.,]*\s?%$/],
  ['phone', /^(?:\+|00?)[\d ()/.-]{6,}\d$/],
  ['number', /^[+-]?\d[\d.,’']*\+?$/],
  ['copyright', /^(?:©|\(c\)|copyright)/i],
]; // prettier-ignore

/** The name of the format in which a text is written; undefined for plain words. */
export function formatOf(text: string): string | undefined {
  return FORMATS.find(([, format]) => format.test(text.trim()))?.[0];
}

/** What the words right in an element of a kind are. */
const BY_KIND: Partial<Record<Kind, string>> = {
  heading: 'heading',
  quote: 'quote',
  button: 'label',
  link: 'label',
  toggle: 'button',
  question: 'answer',
};

/** What the words in an HTML element are (HTML, 4). */
const BY_ELEMENT: Readonly<Record<string, string>> = {
  figcaption: 'caption', caption: 'caption', cite: 'author', blockquote: 'quote', summary: 'question', legend: 'legend',
  dt: 'term', dd: 'definition', address: 'address', time: 'date', small: 'note', option: 'option', label: 'label',
}; // prettier-ignore

/** What the words right in an element are called; undefined where only their place can say it. */
export function wordFor(node: ElementNode): string | undefined {
  return BY_ELEMENT[node.element] ?? BY_KIND[node.kind];
}

/** Nothing that is said: marks and ornaments. */
export function isOrnament(text: string): boolean {
  return !/[\p{L}\p{N}€$£¥]/u.test(text);
}

/** A picture that only decorates: it says nothing, and is drawn rather than taken. */
export function isDecoration({ attributes = {}, kind }: ElementNode): boolean {
  const hidden = attributes['aria-hidden'] === 'true' || attributes['role'] === 'presentation';
  return hidden || (!attributes['alt'] && (kind === 'artwork' || (attributes['src'] ?? '').startsWith('data:')));
}

/** The first heading in a part of a page that is no entry of a list. */
export function headingsIn(node: ElementNode): ElementNode[] {
  if (node.kind === 'heading') return [node];
  return (node.children ?? []).filter(isElement).flatMap((child) => (child.repeat ? [] : headingsIn(child)));
}

/** What an entry, or a group, is known by: its heading, its first words, or what its first picture shows. */
export function titleOf(node: ElementNode): string {
  const heading = headingsIn(node)[0] ?? [...deep(node)].find(({ kind }) => kind === 'heading');
  const own = textOf(heading ?? node);
  if (own) return own;
  return (
    [...deep(node)].map(({ attributes }) => attributes?.['alt'] ?? attributes?.['aria-label'] ?? '').find(Boolean) ?? ''
  );
}

function* deep(node: ElementNode): Generator<ElementNode> {
  yield node;
  for (const child of node.children ?? []) if (isElement(child)) yield* deep(child);
}
