import { required } from '../data/required.js';
import { sectionSlug } from '../text/slug.js';
import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { escapeAttribute, escapeText } from './escape.js';
import { headLines, type HeadPlace } from './head.js';

/** Elements without an end tag (HTML, 13.1.2 void elements). */
const VOID = new Set([
  'area',
  'base',
  'br',
  'col',
  'embed',
  'hr',
  'img',
  'input',
  'link',
  'meta',
  'source',
  'track',
  'wbr',
]);
/** Elements inside of which white space is text. */
const PRESERVED = new Set(['pre', 'textarea', 'option']);

/** The whole page as HTML. @param sheet address of its style sheet */
export function renderHtml(document: PageDocument, sheet: string, place: Omit<HeadPlace, 'sheet'> = {}): string {
  const language = document.language ? ` lang="${escapeAttribute(document.language)}"` : '';
  const direction = document.direction ? ` dir="${document.direction}"` : '';
  const look = document.rootStyle ? ` class="${classOf(document.rootStyle)}"` : '';
  const head = headLines(document, { sheet, ...place });
  const doctype = document.quirks ? '' : '<!doctype html>\n';
  return `${doctype}<html${language}${direction}${look}>\n<head>\n${head.map((line) => `  ${line}\n`).join('')}</head>\n${renderElement(document.body, 0)}\n</html>\n`;
}

/** One element of a page with all it holds, as HTML. */
export function renderMain(node: ElementNode): string {
  return renderElement(node, 0);
}

/** The class that stands for a shared style. */
export function classOf(style: string): string {
  return /^\d/.test(style) ? `s${style}` : style;
}

/** The classes of an element: its style, and what it has otherwise. */
export function classesOf({ style, difference }: ElementNode): string {
  return [style, difference].flatMap((name) => (name ? [classOf(name)] : [])).join(' ');
}

function renderElement(node: ElementNode, depth: number): string {
  if (node.markup) return renderMarkup(node);
  const open = `<${node.element}${attributesOf(node)}>`;
  if (VOID.has(node.element)) return open;
  return `${open}${renderChildren(node, depth)}</${node.element}>`;
}

function renderChildren(node: ElementNode, depth: number): string {
  const children = node.children ?? [];
  if (children.length === 0) return '';
  const broken = !PRESERVED.has(node.element) && children.every((child) => child.kind !== 'words' && !child.inline);
  if (!broken) return protectFirstLine(node, children.map((child) => renderNode(child, depth)).join(''));
  const indent = '  '.repeat(depth + 1);
  return `\n${children.map((child) => `${indent}${renderNode(child, depth + 1)}\n`).join('')}${'  '.repeat(depth)}`;
}

/** A line break right after `<pre>` or `<textarea>` is dropped by parsers (HTML, 13.1.2.5). */
function protectFirstLine(node: ElementNode, inside: string): string {
  return (node.element === 'pre' || node.element === 'textarea') && inside.startsWith('\n') ? `\n${inside}` : inside;
}

function renderNode(node: PageNode, depth: number): string {
  return node.kind === 'words' ? escapeText(node.text) : renderElement(node, depth);
}

function attributesOf(node: ElementNode): string {
  const look = node.style ? ` class="${classesOf(node)}"` : '';
  const region = node.kind === 'section' ? ` data-section="${sectionSlug(node.name)}"` : '';
  const own = Object.entries(node.attributes ?? {}).map(([name, value]) =>
    value === '' ? ` ${name}${name === 'alt' ? '=""' : ''}` : ` ${name}="${escapeAttribute(value)}"`,
  );
  return `${look}${region}${own.join('')}`;
}

function renderMarkup(node: ElementNode): string {
  const attributes = { ...(node.style ? { class: classesOf(node) } : {}), ...node.attributes };
  const text = Object.entries(attributes).map(([name, value]) => ` ${name}="${escapeAttribute(value)}"`);
  return required(node.markup).replace(/^<svg/, `<svg${text.join('')}`);
}
