import { required } from '../../data/required.js';
import { ELEMENT_WORDS } from '../../html-elements/element-words.js';
import { ELEMENT_KINDS } from '../../document/element-kinds.js';
import { isElement, textOf } from '../../document/walk.js';
import { markOf } from '../../content/rich-runs.js';
import type { ElementNode, PageDocument } from '../../document/types.js';

/** What the words right in an element are called; undefined where only their place can say it. */
export function wordFor(node: ElementNode): string | undefined {
  return ELEMENT_WORDS[node.element] ?? ELEMENT_KINDS[node.kind].textField;
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

/** A number, an amount or a share by itself. */
const FIGURE = /^[€$£¥]?\s?\d[\d.,’' ]*\s?[€$£¥%]?$/;
/** Most words of a text that is a figure and what it counts. */
const COUNTED = 6;

/** Whether a brief text has a figure in a look of its own, as a price on a card: a client changes that by itself. */
export function hasFigure(node: ElementNode, styles: PageDocument['styles']): boolean {
  if (textOf(node).split(/\s+/).length > COUNTED) return false;
  return (node.children ?? []).some(
    (child) =>
      isElement(child) &&
      /^(span|strong|b|big)$/.test(child.element) &&
      child.style !== undefined &&
      markOf({ ...child, element: 'span' }, styles) === undefined &&
      FIGURE.test(textOf(child)),
  );
}

/** Longest words that name an entry, letters. */
const NAME = 24;

/** What the entries of a list are known by: where that is all they say, their first words if these tell them apart. */
export function titlesOf(entries: readonly ElementNode[]): string[] {
  const titles = entries.map(titleOf);
  const first = entries.map(firstWords);
  const isLong = titles.some((title, at) => title.length > NAME && title === textOf(required(entries[at])));
  return isLong && first.every(Boolean) && new Set(first).size === first.length ? first : titles;
}

/** The first words in an element that say something. */
function firstWords(node: ElementNode): string {
  for (const child of node.children ?? []) {
    const words = isElement(child) ? (child.inline ? textOf(child) : firstWords(child)) : child.text.trim();
    if (!isOrnament(words)) return words;
  }
  return '';
}

/** What an entry, or a group, is known by: its heading, its first words, or what its first picture shows. */
function titleOf(node: ElementNode): string {
  const asked = (node.children ?? []).find((child) => isElement(child) && /^(summary|dt)$/.test(child.element));
  if (asked && isElement(asked) && textOf(asked)) return textOf(asked);
  const heading = headingsIn(node)[0] ?? [...deep(node)].find(({ kind }) => kind === 'heading');
  const own = textOf(heading ?? node);
  if (own) return own;
  const unseen = [...deep(node)].flatMap(({ attributes, from }) => [
    attributes?.['alt'] ?? attributes?.['aria-label'] ?? attributes?.['title'] ?? from?.called ?? '',
  ]);
  return unseen.find(Boolean) ?? '';
}

function* deep(node: ElementNode): Generator<ElementNode> {
  yield node;
  for (const child of node.children ?? []) if (isElement(child)) yield* deep(child);
}
