import { Parser, type Node } from 'commonmark';
import { required } from '../data/required.js';
import type { ElementNode } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { blocksIn, kindOf, partsOf, runsInBlocks, thingsIn, toBlocks, type BlockKind } from './blocks.js';
import { bracesIn, type Brace } from './rich-braces.js';
import type { Styles } from './rich-runs.js';

/* Blocks as CommonMark has them. */

/** Whether an article is the same when it is read from what it says. */
export function readsBackBlocks(node: ElementNode, styles: Styles): boolean {
  const things = thingsIn(node, runsInBlocks(node, styles));
  const { blocks, braces } = parsed(toBlocks(node, styles));
  return sameShape(
    blocks.map(({ node: block }) => block),
    blocksIn(node) ?? [],
    { things, braces },
  );
}

/** Whether what was read has the kinds of the source, in the same order and depth. */
function sameShape(
  read: readonly Node[],
  blocks: readonly ElementNode[],
  all: { readonly things: ReadonlyMap<ElementNode, string>; readonly braces: readonly Brace[] },
): boolean {
  return (
    read.length === blocks.length &&
    read.every((block, at) => {
      const like = required(blocks[at]);
      const thing = all.things.get(like);
      if (thing !== undefined) return thingRead(block, all.braces) === thing;
      if (kindRead(block) !== kindOf(like)) return false;
      if (block.type === 'list') return sameShape(childrenOf(block), blocksIn(like) ?? [], all);
      if (block.type !== 'item' && block.type !== 'block_quote') return true;
      const { line, below } = partsOf(like);
      const [first, ...rest] = childrenOf(block);
      const hasLine = line.some((child) => isElement(child) || child.text.trim());
      return hasLine
        ? first?.type === 'paragraph' && sameShape(rest, below, all)
        : sameShape(childrenOf(block), below, all);
    })
  );
}

/** The name in braces that is all of a paragraph; undefined for any other block. */
export function thingRead(node: Node, braces: readonly Brace[]): string | undefined {
  const only = node.type === 'paragraph' && node.firstChild?.next === null ? node.firstChild : undefined;
  const at = only?.type === 'text' ? /^\uFDD0(\d+)\uFDD1\uFDD2$/.exec(only.literal ?? '')?.[1] : undefined;
  return at === undefined ? undefined : braces[Number(at)]?.name;
}

/** A text taken apart: its blocks, each with its lines as they were written. */
export interface Parsed {
  readonly braces: readonly Brace[];
  readonly lines: readonly string[];
  readonly blocks: readonly Written[];
}

/** A block as it was written. */
export interface Written {
  readonly node: Node;
  /** Its lines, without the indentation of what it stands in. */
  readonly said: string;
}

/** Takes a text apart. */
export function parsed(value: string): Parsed {
  const { text, braces } = bracesIn(value);
  const lines = value.split(/\r\n?|\n/);
  const root = new Parser({ smart: false }).parse(text);
  return { braces, lines, blocks: writtenIn(root, lines) };
}

/** The blocks right in another one. @param lines the lines of the whole text */
export function writtenIn(parent: Node, lines: readonly string[]): Written[] {
  return childrenOf(parent).map((node) => {
    const [[from], [to]] = node.sourcepos;
    const own = lines.slice(from - 1, to).map((line) => line.trim());
    return { node, said: own.join('\n').trim() };
  });
}

/** What is right in a part of a text. */
export function childrenOf(parent: Node): Node[] {
  const found: Node[] = [];
  for (let node = parent.firstChild; node; node = node.next) found.push(node);
  return found;
}

/** What a block is that was read. */
export function kindRead(node: Node): BlockKind {
  switch (node.type) {
    case 'heading':
      return `h${node.level}` as BlockKind;
    case 'list':
      return node.listType === 'ordered' ? 'ol' : 'ul';
    case 'item':
      return 'li';
    case 'block_quote':
      return 'blockquote';
    case 'code_block':
      return 'pre';
    case 'thematic_break':
      return 'hr';
    default:
      return imageRead(node) ? 'image' : 'p';
  }
}

/** The image that is all of a paragraph, with the address of the link around it. */
export function imageRead(node: Node): { readonly image: Node; readonly href?: string } | undefined {
  const [only, ...more] = childrenOf(node);
  if (!only || more.length) return undefined;
  if (only.type === 'image') return { image: only };
  const inside = only.type === 'link' ? imageRead(only) : undefined;
  return inside && { ...inside, href: only.destination ?? '' };
}
