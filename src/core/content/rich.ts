import { Parser, type Node } from 'commonmark';
import { isScriptAddress } from '../document/addresses.js';
import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';
import { isWords, textOf } from '../document/walk.js';

/** Texts in which a client may set words off, as CommonMark (spec 0.31): strong, emphasis, code, links, line breaks. */

type Mark = 'strong' | 'emph' | 'code' | 'link' | 'linebreak';

const BY_ELEMENT: Readonly<Record<string, Mark>> = {
  strong: 'strong',
  b: 'strong',
  em: 'emph',
  i: 'emph',
  code: 'code',
  a: 'link',
  br: 'linebreak',
};
const ELEMENT: Readonly<Record<Mark, string>> = {
  strong: 'strong',
  emph: 'em',
  code: 'code',
  link: 'a',
  linebreak: 'br',
};

type Styles = Readonly<Record<string, SharedStyle>>;

/** What an element in a text is in CommonMark; undefined for what that cannot say, as a run in another colour. */
function markOf(node: ElementNode, styles: Styles): Mark | undefined {
  const known = BY_ELEMENT[node.element];
  if (known || node.element !== 'span' || node.difference) return known;
  const style = styles[node.style ?? ''];
  const [only, more] = Object.entries(style?.rest ?? {});
  if (!only || more || style?.variants?.length) return undefined;
  const [name, value] = only;
  if (name === 'font-weight' && (value === 'bold' || Number(value) >= 600)) return 'strong';
  return name === 'font-style' && value === 'italic' ? 'emph' : undefined;
}

/** Whether all that a text holds can be said in CommonMark. */
export function canBeRich({ children = [] }: ElementNode, styles: Styles): boolean {
  return children.every((child) => isWords(child) || (markOf(child, styles) !== undefined && canBeRich(child, styles)));
}

/** What a text says, as CommonMark. */
export function toMarkdown(children: readonly PageNode[] = [], styles: Styles): string {
  return escapedStart(inline(children, styles).trim());
}

/** Whether a text is the same again when it is read from what it says. */
export function readsBack(node: ElementNode, styles: Styles): boolean {
  const value = toMarkdown(node.children, styles);
  const again = fromMarkdown(node, value, styles);
  return textOf(again) === textOf(node) && toMarkdown(again.children, styles) === value;
}

function inline(children: readonly PageNode[] = [], styles: Styles): string {
  return children
    .map((child) => (isWords(child) ? escapedText(child.text.replace(/\s+/g, ' ')) : marked(child, styles)))
    .join('');
}

function marked(node: ElementNode, styles: Styles): string {
  const mark = markOf(node, styles);
  if (mark === 'linebreak') return '\\\n';
  const inner = inline(node.children, styles).trim();
  if (!inner || !mark) return inner;
  /* White space at the edges of a run stands outside of its marks (CommonMark, 6.2). */
  const raw = node.children?.map((child) => (isWords(child) ? child.text : 'x')).join('') ?? '';
  const edges = [/^\s/.test(raw) ? ' ' : '', /\s$/.test(raw) ? ' ' : ''] as const;
  return `${edges[0]}${around(mark, inner, node)}${edges[1]}`;
}

function around(mark: Mark, inner: string, { attributes, children = [] }: ElementNode): string {
  if (mark === 'strong') return `**${inner}**`;
  if (mark === 'emph') return `*${inner}*`;
  if (mark === 'link') return `[${inner}](<${(attributes?.['href'] ?? '').replace(/[<>\\]/g, '\\$&')}>)`;
  const code = children.map((child) => (isWords(child) ? child.text : '')).join('');
  const fence = '`'.repeat(Math.max(0, ...[...code.matchAll(/`+/g)].map(([run]) => run.length)) + 1);
  return fence.length > 1 ? `${fence} ${code} ${fence}` : `${fence}${code}${fence}`;
}

/** Words in which nothing is a mark. */
export function escapedText(text: string): string {
  return text.replace(/[\\`*_[\]<>&#!~|]/g, '\\$&');
}

/** What would begin a list, a rule or a title under a line above is no such thing. */
function escapedStart(text: string): string {
  return text.replace(/^([-+=]|\d+[.)])/, (sign) => `${sign.slice(0, -1)}\\${sign.slice(-1)}`);
}

/**
 * A text with what its field says now. What is set off looks as the same did in the source; HTML is text.
 * @param value CommonMark; several paragraphs become lines of one
 */
// eslint-disable-next-line max-lines-per-function -- one walk over the parsed text, whose steps share the runs of the page
export function fromMarkdown(node: ElementNode, value: string, styles: Styles): ElementNode {
  const models = new Map<Mark, ElementNode>();
  const collect = (node: PageNode): void => {
    if (isWords(node)) return;
    const mark = markOf(node, styles);
    if (mark && !models.has(mark)) models.set(mark, node);
    node.children?.forEach(collect);
  };
  node.children?.forEach(collect);
  let result = 0;
  const run = (mark: Mark, children: readonly PageNode[], href?: string): ElementNode => {
    const model = models.get(mark);
    result += 1;
    const attributes = { ...model?.attributes, ...(href === undefined ? {} : { href }) };
    return {
      kind: mark === 'link' ? 'link' : mark === 'linebreak' ? 'break' : 'run',
      name: mark === 'link' ? 'link' : 'text',
      element: ELEMENT[mark],
      ...model,
      id: `${node.id}-run-${result}`,
      inline: true,
      ...(Object.keys(attributes).length ? { attributes } : {}),
      ...(mark === 'linebreak' ? {} : { children }),
    };
  };
  const read = (parent: Node): PageNode[] => {
    const found: PageNode[] = [];
    for (let node = parent.firstChild; node; node = node.next) found.push(...readOne(node));
    return oneByOne(found);
  };
  const readOne = (node: Node): PageNode[] => {
    switch (node.type) {
      case 'text':
      case 'html_inline':
      case 'html_block':
        return [{ kind: 'words', text: node.literal ?? '' }];
      case 'softbreak':
        return [{ kind: 'words', text: ' ' }];
      case 'code':
        return [run('code', [{ kind: 'words', text: node.literal ?? '' }])];
      case 'code_block':
        return [{ kind: 'words', text: (node.literal ?? '').trimEnd() }];
      case 'linebreak':
      case 'thematic_break':
        return [run('linebreak', [])];
      case 'strong':
      case 'emph':
        return [run(node.type, read(node))];
      case 'link': {
        const href = node.destination ?? '';
        return isScriptAddress(href) ? read(node) : [run('link', read(node), href)];
      }
      default:
        return read(node);
    }
  };
  const blocks: PageNode[] = [];
  for (let block = new Parser({ smart: false }).parse(value).firstChild; block; block = block.next) {
    if (blocks.length) blocks.push(run('linebreak', []));
    blocks.push(...readOne(block));
  }
  return { ...node, children: oneByOne(blocks) };
}

/** Words that follow each other as one. */
function oneByOne(nodes: readonly PageNode[]): PageNode[] {
  const result: PageNode[] = [];
  for (const node of nodes) {
    const last = result.at(-1);
    if (last && isWords(last) && isWords(node)) result[result.length - 1] = { ...last, text: last.text + node.text };
    else result.push(node);
  }
  return result;
}
