import { formatOf } from '../../content/formats.js';
import { ELEMENT_WORDS } from '../../html-elements/element-words.js';
import { LAYOUT_KINDS } from '../../document/element-kinds.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';

/** An element that wears a style, and the elements around it, the nearest first. */
export interface Wearer {
  readonly node: ElementNode;
  readonly around: readonly ElementNode[];
}

/** A text of at most so many words before a heading announces it. */
const KICKER_WORDS = 6;

const OTHER_WORDS: Readonly<Record<string, string>> = {
  break: 'line-break',
  artwork: 'drawing',
};

/** What the parts of a form, and other elements of HTML, are called (HTML, 4). */
const BY_ELEMENT: Readonly<Record<string, string>> = {
  ...ELEMENT_WORDS,
  html: 'root',
  main: 'main',
  aside: 'aside',
  nav: 'menu',
  figure: 'figure',
  summary: 'summary',
  input: 'field',
  textarea: 'text-area',
  select: 'choice',
  fieldset: 'field-group',
  tr: 'table-row',
  td: 'cell',
  th: 'head-cell',
  thead: 'table-head',
  tbody: 'table-body',
  pre: 'code',
  code: 'code',
  em: 'emphasis',
  i: 'emphasis',
  strong: 'strong',
  b: 'strong',
  sup: 'superscript',
  sub: 'subscript',
};

/** What an element is to the part of the page that it is in: `title`, `lead`, `actions`, `cards`. */
export function roleOf({ node, around }: Wearer, document: PageDocument): string {
  if (node === document.body) return 'page';
  if (node.kind === 'section') return 'section';
  const { type } = node.attributes ?? {};
  if (node.element === 'input' && (type === 'checkbox' || type === 'radio')) return type;
  if (node.element === 'input' && type === 'submit') return 'button';
  const named = BY_ELEMENT[node.element];
  if (named) return named;
  if (node.kind === 'heading') return headingRole(node, around);
  if (node.kind === 'text') return textRole(node, around);
  if (node.attributes?.['aria-hidden'] === 'true' && node.element === 'span') return 'icon';
  if (node.kind === 'run') return runRole(node, document);
  if (LAYOUT_KINDS.has(node.kind)) return boxRole(node, around);
  return OTHER_WORDS[node.kind] ?? node.kind;
}

/** The part of the page that an element belongs to: the card, the entry of a list or the section that it is in. */
export function partAround(around: readonly ElementNode[]): ElementNode | undefined {
  return around.find(
    ({ kind, element, repeat }) =>
      kind === 'section' || kind === 'card' || element === 'details' || repeat !== undefined,
  );
}

function headingsOf(part: ElementNode): ElementNode[] {
  return [...elements(part)].filter(({ kind }) => kind === 'heading');
}

function headingRole(node: ElementNode, around: readonly ElementNode[]): string {
  const part = partAround(around);
  const [first] = part ? headingsOf(part) : [];
  if (node.element === 'h1' || !first || first.id === node.id) return 'title';
  return node.element > first.element ? 'subheading' : 'heading';
}

function textRole(node: ElementNode, around: readonly ElementNode[]): string {
  const text = textOf(node);
  const format = formatOf(text);
  if (format) return format;
  const part = partAround(around);
  if (!part) return 'text';
  const inOrder = [...elements(part)].filter(({ kind }) => kind === 'heading' || kind === 'text');
  const at = inOrder.findIndex(({ id }) => id === node.id);
  const title = inOrder.findIndex(({ kind }) => kind === 'heading');
  if (title > at && text.split(/\s+/).length <= KICKER_WORDS) return 'kicker';
  return part.kind === 'section' && title >= 0 && at === title + 1 && text.split(/\s+/).length > KICKER_WORDS
    ? 'lead'
    : 'text';
}

/** Words in a text that are set off from it, by how. */
function runRole(node: ElementNode, { styles }: PageDocument): string {
  const { rest = {} } = styles[node.style ?? ''] ?? {};
  if ((parseFloat(rest['font-weight'] ?? '') || 0) >= 600) return 'strong';
  if (rest['font-style'] === 'italic') return 'emphasis';
  return rest['color'] === undefined ? 'words' : 'accent';
}

/** What a box is by what it holds. */
function boxRole(node: ElementNode, around: readonly ElementNode[]): string {
  const inside = (node.children ?? []).filter(isElement);
  const all = (kinds: readonly string[]): boolean =>
    inside.length > 0 && inside.every(({ kind, element }) => kinds.includes(kind) || kinds.includes(element));
  const entries = inside.filter(({ repeat }) => repeat !== undefined);
  if (around[0]?.kind === 'question') return 'answer';
  if (node.repeat !== undefined) return node.kind === 'column' || isCell(around) ? 'column' : 'entry';
  if (all(['question', 'divider'])) return 'questions';
  if (entries.length > 1) return entries.every(({ kind }) => kind === 'card') ? 'cards' : manyOf(entries);
  if (all(['button'])) return inside.length > 1 ? 'actions' : 'action';
  if (all(['link', 'button'])) return inside.length > 1 ? 'links' : 'link-box';
  if (all(['image', 'artwork'])) return inside.length > 1 ? 'images' : 'image-box';
  if (all(['icon'])) return inside.length > 1 ? 'icons' : 'icon-box';
  if (inside.some(({ element }) => /^(input|select|textarea)$/.test(element))) return 'field-box';
  if (all(['heading', 'text'])) return 'words';
  if (all(['icon', 'image', 'text', 'heading', 'run']) && inside.length === 2) return 'line';
  if (inside.length === 0) return node.children?.length ? 'text' : 'shape';
  const [outer] = around;
  if (isCell(around)) return 'column';
  if (inside.length > 1 && inside.every((child) => LAYOUT_KINDS.has(child.kind)))
    return node.kind === 'stack' ? 'rows' : 'columns';
  return outer?.kind === 'section' || node.element === 'main' ? 'content' : 'group';
}

/** Whether a box is one of several side by side. */
function isCell([outer]: readonly ElementNode[]): boolean {
  return (
    outer !== undefined &&
    (outer.kind === 'row' || outer.kind === 'grid') &&
    (outer.children ?? []).filter(isElement).filter(({ kind }) => LAYOUT_KINDS.has(kind)).length > 1
  );
}

function manyOf(entries: readonly ElementNode[]): string {
  const kinds = new Set(entries.map(({ kind }) => kind));
  const [kind = ''] = kinds;
  if (kinds.size > 1 || LAYOUT_KINDS.has(entries[0]?.kind ?? 'box')) return 'entries';
  return kind.endsWith('x') ? `${kind}es` : `${kind}s`;
}
