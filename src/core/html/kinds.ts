import type { Kind } from '../document/element-kinds.js';
import { required } from '../data/required.js';

import type { CapturedNode } from './captured.js';

const BY_TAG: Readonly<Record<string, Kind>> = {
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  h5: 'heading',
  h6: 'heading',
  p: 'text',
  figcaption: 'text',
  address: 'text',
  img: 'image',
  picture: 'image',
  svg: 'icon',
  canvas: 'image',
  ul: 'list',
  ol: 'list',
  dl: 'list',
  menu: 'list',
  li: 'item',
  dt: 'item',
  dd: 'item',
  nav: 'menu',
  form: 'form',
  input: 'field',
  select: 'field',
  textarea: 'field',
  label: 'field',
  fieldset: 'field',
  option: 'field',
  optgroup: 'field',
  legend: 'field',
  table: 'table',
  thead: 'table-part',
  tbody: 'table-part',
  tfoot: 'table-part',
  tr: 'table-part',
  td: 'table-part',
  th: 'table-part',
  caption: 'table-part',
  colgroup: 'table-part',
  col: 'table-part',
  blockquote: 'quote',
  hr: 'divider',
  video: 'video',
  audio: 'video',
  source: 'video',
  track: 'video',
  iframe: 'embed',
  object: 'embed',
  embed: 'embed',
  details: 'question',
  summary: 'question',
  br: 'break',
  wbr: 'break',
  button: 'button',
  pre: 'text',
  dialog: 'dialog',
};

const RUNS = new Set([
  'a',
  'abbr',
  'b',
  'bdi',
  'bdo',
  'big',
  'cite',
  'code',
  'del',
  'dfn',
  'em',
  'font',
  'i',
  'ins',
  'kbd',
  'mark',
  'q',
  's',
  'samp',
  'small',
  'span',
  'strike',
  'strong',
  'sub',
  'sup',
  'time',
  'tt',
  'u',
  'var',
  'label',
]);

/** Layout of an element by its display at the widest width. */
function boxKind(style: ReadonlyMap<string, string>): Kind {
  const display = style.get('display') ?? '';
  if (display.includes('grid')) return 'grid';
  if (display.includes('flex')) return (style.get('flex-direction') ?? 'row').startsWith('column') ? 'stack' : 'row';
  return 'box';
}

/** What an element is to the person who edits the page: by element, role, look and content. */
export function kindOf(node: CapturedNode, style: ReadonlyMap<string, string>, holdsOnlyText: boolean): Kind {
  const tag = required(node.tag);
  const role = node.attributes?.['role'];
  if (role === 'button' || looksLikeButton(node, style)) return 'button';
  if (tag === 'input' && /^(submit|button|reset|image)$/i.test(node.attributes?.['type'] ?? '')) return 'button';
  if (tag === 'a') return 'link';
  if (role === 'navigation') return 'menu';
  if (role === 'heading') return 'heading';
  if (role === 'dialog' || role === 'alertdialog') return 'dialog';
  const known = BY_TAG[tag];
  if (known) return known;
  if (RUNS.has(tag) && !['block', 'flex', 'grid'].includes(node.display ?? '')) return 'run';
  return holdsOnlyText ? 'text' : boxKind(style);
}

/** A link with a fill or a border around padded words is a button to everybody who sees it. */
function looksLikeButton(node: CapturedNode, style: ReadonlyMap<string, string>): boolean {
  if (node.tag !== 'a' || node.display === 'inline') return false;
  const padded = ['padding-left', 'padding-top'].every((name) => parseFloat(style.get(name) ?? '0') > 0);
  const filled =
    !/^(|transparent|initial|unset|rgba\(0, 0, 0, 0\))$/.test(style.get('background-color') ?? '') ||
    /gradient/.test(style.get('background-image') ?? '');
  const bordered =
    parseFloat(style.get('border-top-width') ?? '0') > 0 &&
    !/none|transparent/.test(`${style.get('border-top-style')} ${style.get('border-top-color')}`);
  const small = (node.box?.[3] ?? 0) < 100 && (node.box?.[2] ?? 0) < 500;
  return padded && small && (filled || bordered);
}

/** True for elements that stand in a line of text by themselves. */
export function isInline(node: CapturedNode): boolean {
  return Boolean(
    node.display?.startsWith('inline') ||
    node.display === 'contents' ||
    node.tag === 'br' ||
    node.tag === 'wbr' ||
    (node.tag === 'img' && node.display === 'inline'),
  );
}
