import { blocksIn, isArticle, isBlock, kindOf } from '../../content/blocks.js';
import { readsBackBlocks } from '../../content/blocks-parse.js';
import { required } from '../../data/required.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';

/** Elements that articles stand in. */
const HOLDERS = /^(article|aside|dd|div|main|section|td)$/;
/** A paragraph of so many words is prose; a briefer one may be a label, a date or a price. */
const PROSE = 8;
/** An article of so many blocks is long. */
const LONG = 6;

/**
 * Whether a client writes what an element holds in one go: more than a heading with its texts, one below the other, and blocks
 * of a kind look alike. Where they do not, each has a part of its own in the design.
 */
export function isWrittenInOne(node: ElementNode, { styles }: PageDocument): boolean {
  if (!HOLDERS.test(node.element) || !isArticle(node) || isBeside(node, styles)) return false;
  const all = blocksIn(node) ?? [];
  const blocks = all.filter(isBlock);
  const isOwn = blocks.some((block) => [...elements(block)].some(({ kind }) => kind === 'menu' || kind === 'button'));
  if (isOwn || !isAlike(blocks)) return false;
  const headings = blocks.filter((block) => block.kind === 'heading');
  const prose = blocks.filter((block) => kindOf(block) === 'p' && textOf(block).trim().split(/\s+/).length >= PROSE);
  const [least, leastProse] = fewest(headings.length, blocks[0] === headings[0]);
  /* What cannot be said has a place in a long text; beside a brief one it is a part of the design. */
  const things = all.length - blocks.length;
  if (things && (blocks.length < LONG || things > blocks.length / 3)) return false;
  return blocks.length >= least && prose.length >= leastProse && readsBackBlocks(node, styles);
}

/** How many blocks, and paragraphs, an article has at least: under one heading, so many that this is a title above it. */
function fewest(headings: number, beginsWithOne: boolean): readonly [number, number] {
  if (headings === 0) return [3, 3];
  return headings === 1 && beginsWithOne ? [5, 3] : [6, 3];
}

/** Whether what an element holds stands side by side. */
function isBeside({ style, difference }: ElementNode, styles: PageDocument['styles']): boolean {
  return [style, difference].some((name) => {
    const rest = styles[name ?? '']?.rest ?? {};
    if (/grid/.test(rest['display'] ?? '')) return true;
    return /flex/.test(rest['display'] ?? '') && !/column/.test(rest['flex-direction'] ?? '');
  });
}

/** Whether blocks of a kind look alike: the first and the last one may be set off from the others, and what is below an image. */
function isAlike(blocks: readonly ElementNode[]): boolean {
  const looks = new Map<string, string>();
  return blocks.slice(1, -1).every((block, at) => {
    const kind = kindOf(block) ?? '';
    if (kind === 'image' || kindOf(required(blocks[at])) === 'image') return true;
    const look = `${block.style} ${block.difference}`;
    const known = looks.get(kind) ?? look;
    looks.set(kind, known);
    return known === look;
  });
}
