import type { ElementNode } from '../document/types.js';
import { isArticle, toBlocks } from './blocks.js';
import { fromBlocks } from './blocks-read.js';
import { codeIn, isCode, withCode } from './code.js';
import type { Styles } from './rich-runs.js';
import { toMarkdown } from './rich-says.js';
import { fromMarkdown } from './rich.js';

/* An element whose words are one field (`rich`): a line of text, an article of several blocks, or code. */

/** What it says: CommonMark, or code as it is written. */
export function wholeText(node: ElementNode, styles: Styles): string {
  if (isCode(node)) return codeIn(node);
  return isArticle(node) ? toBlocks(node, styles) : toMarkdown(node.children, styles);
}

/** The element with another text. */
export function withWholeText(node: ElementNode, value: string, styles: Styles): ElementNode {
  if (isCode(node)) return withCode(node, value);
  return isArticle(node) ? fromBlocks(node, value, styles) : fromMarkdown(node, value, styles);
}
