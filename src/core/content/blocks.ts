import type { ElementNode, PageNode } from '../document/types.js';
import { LAYOUT_KINDS } from '../document/element-kinds.js';
import { isElement, isWords, textOf } from '../document/walk.js';
import { NameGiver } from '../text/words.js';
import { codeIn, languageOf } from './code.js';
import { isInText, namedRuns, type NamedRuns, type Styles } from './rich-runs.js';
import { escapedAddress, escapedStart, escapedText, inline } from './rich-says.js';

/*
 * Articles: paragraphs, headings, lists, quotes, code, rules and images one below the other, as one text in CommonMark (spec
 * 0.31, 4 and 5). What else stands between them, as a table or a form, has its place there by name, in braces: `{table}`.
 */

/** What one block of an article is: an element name, or `image`. */
export type BlockKind =
  'p' | 'h1' | 'h2' | 'h3' | 'h4' | 'h5' | 'h6' | 'ul' | 'ol' | 'li' | 'blockquote' | 'pre' | 'hr' | 'image';

const PLAIN = /^(p|h[1-6]|ul|ol|li|blockquote|pre|hr)$/;
/** Elements that are a line by themselves between blocks, as a caption is. */
const LINES = /^(span|small|em|strong|b|i|cite)$/;

/** Elements that an article holds, without white space between them; undefined where words stand bare between them. */
export function blocksIn({ children = [] }: ElementNode): readonly ElementNode[] | undefined {
  const own = children.filter((child) => isElement(child) || child.text.trim());
  return own.every(isElement) ? own : undefined;
}

/** What a block is; undefined for what CommonMark has no block for. */
export function kindOf(node: ElementNode): BlockKind | undefined {
  if (imageIn(node)) return 'image';
  if (LINES.test(node.element)) return 'p';
  return PLAIN.test(node.element) ? (node.element as BlockKind) : undefined;
}

/** An image that is a block, with the link around it and the caption below it if it has these. */
export interface ImageBlock {
  readonly image: ElementNode;
  readonly link?: ElementNode;
  readonly caption?: ElementNode;
}

/** The image that is all a block shows. */
export function imageIn(node: ElementNode): ImageBlock | undefined {
  if (node.element === 'img') return { image: node };
  const [first, caption, ...more] = blocksIn(node) ?? [];
  if (!first || more.length) return undefined;
  if (node.element === 'a') return !caption && first.element === 'img' ? { image: first, link: node } : undefined;
  const shown = /^(p|figure)$/.test(node.element) && /^(img|a)$/.test(first.element) ? imageIn(first) : undefined;
  if (!shown || !caption) return shown;
  return caption.element === 'figcaption' && isInline(caption) ? { ...shown, caption } : undefined;
}

/** Whether all that an element holds stands in a line of text. */
export function isInline({ children = [] }: ElementNode): boolean {
  return children.every((child) => isWords(child) || (isInText(child) && isInline(child)));
}

/** Whether an element, with all that is in it, can be said as a block. */
export function isBlock(node: ElementNode): boolean {
  if (node.otherwise || node.part !== undefined) return false;
  const kind = kindOf(node);
  if (kind === undefined || (kind !== 'image' && kind !== 'hr' && !textOf(node).trim())) return false;
  if (kind === 'ul' || kind === 'ol')
    return (
      (blocksIn(node) ?? []).length > 0 && (blocksIn(node) ?? []).every((item) => item.element === 'li' && isItem(item))
    );
  if (kind === 'li' || kind === 'blockquote') return isItem(node);
  return kind === 'image' || isInline(node);
}

/** Whether an element holds blocks, and no words between them. */
export function isArticle(node: ElementNode): boolean {
  return (blocksIn(node) ?? []).some((block) => PLAIN.test(block.element) && isBlock(block));
}

/** What stands in an article and cannot be said, by its name there. */
export function thingsIn(node: ElementNode, { byName }: NamedRuns): ReadonlyMap<ElementNode, string> {
  const giver = new NameGiver();
  for (const taken of byName.keys()) giver.give(taken);
  const things = (blocksIn(node) ?? []).filter((block) => !isBlock(block));
  return new Map(things.map((thing) => [thing, giver.give(LAYOUT_KINDS.has(thing.kind) ? 'part' : thing.kind)]));
}

/** The names of what is set off in the blocks of an article. */
export function runsInBlocks(node: ElementNode, styles: Styles): NamedRuns {
  return namedRuns((blocksIn(node) ?? []).filter(isBlock), styles);
}

/** Whether a list item, or a quote, holds a line of text, perhaps with a list below it, or blocks. */
function isItem(node: ElementNode): boolean {
  const { line, below } = partsOf(node);
  return isInline({ ...node, children: line }) && below.every(isBlock) && textOf(node).trim() !== '';
}

/** The line of text that an item begins with, and the blocks below it. */
export function partsOf({ children = [] }: ElementNode): {
  readonly line: readonly PageNode[];
  readonly below: readonly ElementNode[];
} {
  const first = children.findIndex((child) => isElement(child) && kindOf(child) !== undefined);
  const [line, rest] = first < 0 ? [children, []] : [children.slice(0, first), children.slice(first)];
  const below = rest.filter((child) => isElement(child) || child.text.trim());
  /* Words behind a block are said by none: such an item is no block. */
  return below.every(isElement) ? { line, below } : { line: children, below: [] };
}

/** What an article says. */
export function toBlocks(node: ElementNode, styles: Styles): string {
  const named = runsInBlocks(node, styles);
  return saidBelow(blocksIn(node) ?? [], { styles, named, things: thingsIn(node, named) });
}

interface Saying {
  readonly styles: Styles;
  readonly named: NamedRuns;
  readonly things: ReadonlyMap<ElementNode, string>;
}

function saidBelow(blocks: readonly ElementNode[], how: Saying, between = '\n\n'): string {
  let before: { readonly element: string; readonly sign: number } | undefined;
  return blocks
    .map((block) => {
      /* Two lists of a kind, one right below the other, would be one: the second has another sign. */
      const sign: number = before?.element === block.element ? 1 - before.sign : 0;
      before = { element: block.element, sign };
      return said(block, how, sign);
    })
    .join(between);
}

function said(node: ElementNode, how: Saying, sign: number): string {
  const thing = how.things.get(node);
  if (thing !== undefined) return `{${thing}}`;
  const kind = kindOf(node);
  if (kind === 'image') return saidImage(node);
  if (kind === 'hr') return '---';
  if (kind === 'pre') return fenced(codeIn(node), languageOf(node));
  if (kind === 'ul' || kind === 'ol') return saidList(node, how, sign);
  if (kind === 'blockquote')
    return saidItem(node, how)
      .replace(/^(?=.)/gm, '> ')
      .replace(/^$/gm, '>');
  const line = saidLine(node.children, how);
  return kind === 'p' || kind === undefined
    ? line
    : `${'#'.repeat(Number(kind.slice(1)))} ${line.replace(/(#+)$/, '\\$1')}`;
}

function saidLine(children: readonly PageNode[] | undefined, { styles, named }: Saying): string {
  return escapedStart(inline(children, styles, named).trim());
}

function saidList(node: ElementNode, how: Saying, sign: number): string {
  const start = Number(node.attributes?.['start'] ?? 1);
  const items = (blocksIn(node) ?? []).map((item, at) => {
    const mark = node.element === 'ol' ? `${start + at}${'.)'[sign]} ` : `${'-*'[sign]} `;
    return `${mark}${saidItem(item, how).replace(/\n(?=.)/g, `\n${' '.repeat(mark.length)}`)}`;
  });
  const isLoose = (blocksIn(node) ?? []).some((item) =>
    partsOf(item).line.every((child) => isWords(child) && !child.text.trim()),
  );
  return items.join(isLoose ? '\n\n' : '\n');
}

function saidItem(node: ElementNode, how: Saying): string {
  const { line, below } = partsOf(node);
  const first = saidLine(line, how);
  const isList = below.every((block) => /^[uo]l$/.test(block.element));
  return [...(first ? [first] : []), ...(below.length ? [saidBelow(below, how)] : [])].join(isList ? '\n' : '\n\n');
}

function saidImage(node: ElementNode): string {
  const { image, link, caption } = imageIn(node) ?? {};
  const { src = '', alt = '' } = image?.attributes ?? {};
  const title = caption ? ` "${textOf(caption).replace(/[\\"]/g, '\\$&')}"` : '';
  const shown = `![${escapedText(alt)}](<${escapedAddress(src)}>${title})`;
  return link ? `[${shown}](<${escapedAddress(link.attributes?.['href'] ?? '')}>)` : shown;
}

function fenced(code: string, language: string | undefined): string {
  const fence = '`'.repeat(Math.max(3, ...[...code.matchAll(/`+/g)].map(([run]) => run.length + 1)));
  return `${fence}${language ?? ''}\n${code.replace(/\n$/, '')}\n${fence}`;
}
