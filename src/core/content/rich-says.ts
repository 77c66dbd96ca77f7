import type { ElementNode, PageNode } from '../document/types.js';
import { isWords, textOf } from '../document/walk.js';
import { openBrace } from './rich-braces.js';
import { markOf, namedRuns, SAYS, type Mark, type NamedRuns, type Styles } from './rich-runs.js';

/* What a text says, written as CommonMark. */

/** What a text says, as CommonMark. */
export function toMarkdown(children: readonly PageNode[] = [], styles: Styles): string {
  return escapedStart(inline(children, styles, namedRuns(children, styles)).trim());
}

/** What stands in a line of a text. @param named the names of its runs */
export function inline(children: readonly PageNode[] = [], styles: Styles, named: NamedRuns): string {
  let said = '';
  for (const child of children) {
    const next = isWords(child) ? escapedText(child.text.replace(/\s+/g, ' ')) : marked(child, styles, named);
    /* White space that meets is one space, as browsers show it. */
    said += /[ \n]$/.test(said) ? next.replace(/^ /, '') : next;
  }
  return said;
}

function marked(node: ElementNode, styles: Styles, named: NamedRuns): string {
  const mark = markOf(node, styles);
  if (mark === 'linebreak') return '\\\n';
  const written = inline(node.children, styles, named);
  if (!mark) {
    const open = openBrace(named.nameOf.get(node) ?? 'span', node.attributes?.[SAYS[node.element] ?? '']);
    return textOf(node) ? `${open}|${written}}` : `${open}}`;
  }
  const inner = written.trim();
  if (!inner) return inner;
  /* White space at the edges of a run stands outside of its marks (CommonMark, 6.2). */
  const raw = node.children?.map((child) => (isWords(child) ? child.text : 'x')).join('') ?? '';
  const edges = [/^\s/.test(raw) ? ' ' : '', /\s$/.test(raw) ? ' ' : ''] as const;
  return `${edges[0]}${around(mark, inner, node)}${edges[1]}`;
}

function around(mark: Mark, inner: string, { attributes, children = [] }: ElementNode): string {
  if (mark === 'strong') return `**${inner}**`;
  if (mark === 'emph') return `*${inner}*`;
  if (mark === 'link') return `[${inner}](<${escapedAddress(attributes?.['href'] ?? '')}>)`;
  const code = children.map((child) => (isWords(child) ? child.text : '')).join('');
  const fence = '`'.repeat(Math.max(0, ...[...code.matchAll(/`+/g)].map(([run]) => run.length)) + 1);
  return fence.length > 1 ? `${fence} ${code} ${fence}` : `${fence}${code}${fence}`;
}

/** An address between angle brackets. */
export function escapedAddress(address: string): string {
  return address.replace(/[<>\\]/g, '\\$&');
}

/** Words in which nothing is a mark. */
export function escapedText(text: string): string {
  return text.replace(/[\\`*_[\]<>&#!~|{}]/g, '\\$&');
}

/** What would begin a list, a rule or a title under a line above is no such thing, in any of the lines. */
export function escapedStart(text: string): string {
  return text.replace(/^([-+=]|\d+[.)])/gm, (sign) => `${sign.slice(0, -1)}\\${sign.slice(-1)}`);
}
