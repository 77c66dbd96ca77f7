import type { ElementNode, PageNode } from '../document/types.js';
import { isElement, isWords } from '../document/walk.js';

/* Program code: one plain text with its line breaks, whatever colours its words have. */

/** Whether an element shows text as it is written, line by line (HTML, 4.4.3). */
export function isCode(node: ElementNode): boolean {
  return node.element === 'pre' && isWritten(node);
}

/** Whether an element holds words and what sets them off, and nothing that a client fills by itself. */
function isWritten({ children = [] }: ElementNode): boolean {
  return children.every((child) => isWords(child) || (ALLOWED.has(child.element) && isWritten(child)));
}

const ALLOWED = new Set(
  'a abbr b bdi br cite code data del dfn div em font i ins kbd mark q s samp small span strong sub sup time tt u var wbr'.split(
    ' ',
  ),
);

/** What is written there, with its line breaks; the one right at the beginning is not seen (HTML, 13.1.2.5). */
export function codeIn(node: ElementNode): string {
  return written(node.children ?? []).replace(/\n+$/, '');
}

function written(children: readonly PageNode[]): string {
  let said = '';
  for (const child of children) {
    if (isWords(child)) said += child.text;
    else if (child.element === 'br') said += '\n';
    /* Lines that are boxes end where the box does. */
    else
      said +=
        child.element === 'div'
          ? `${said && !said.endsWith('\n') ? '\n' : ''}${written(child.children ?? [])}\n`
          : written(child.children ?? []);
  }
  return said;
}

/** The element that the words stand in: what it holds is replaced as a whole. */
function holderOf(node: ElementNode): readonly ElementNode[] {
  const [only, ...more] = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
  const isOnly = only !== undefined && more.length === 0 && isElement(only) && /^(code|samp|kbd)$/.test(only.element);
  return isOnly ? [node, ...holderOf(only)] : [node];
}

/** An element that shows other code: in one colour, for nobody knows what its words mean. */
export function withCode(node: ElementNode, code: string): ElementNode {
  const [, ...inner] = holderOf(node);
  const within = (element: ElementNode, rest: readonly ElementNode[]): ElementNode => {
    const [next, ...after] = rest;
    return { ...element, children: [next ? within(next, after) : { kind: 'words', text: code }] };
  };
  return within(node, inner);
}

/** The language of code, as the class names of its source say it (HTML, 4.5.15: `language-…`). */
export function languageOf(node: ElementNode): string | undefined {
  return holderOf(node).flatMap(({ from }) => from?.language ?? [])[0];
}

/** Whether some code is the numbers of the lines of the code beside it. */
export function isLineNumbers(node: ElementNode): boolean {
  const lines = codeIn(node).trim().split(/\s+/);
  const first = Number(lines[0]);
  return lines.length > 1 && lines.every((line, at) => /^\d+$/.test(line) && Number(line) === first + at);
}
