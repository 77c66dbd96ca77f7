import { defined } from '../data/defined.js';
import { headFilled } from './head-filled.js';
import { matchStart } from '../document/field-rules.js';
import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { elements, isElement, isWords } from '../document/walk.js';
import { arrange } from './entries.js';
import { withParts } from './parts.js';
import { placesIn, withNewEntries } from './new-entries.js';
import { isArticle, isBlock } from './blocks.js';
import { withShortWordings } from './short-wordings.js';
import { wholeText, withWholeText } from './whole-text.js';
import { isHidden, originalValues } from './source-values.js';
import { flatten, nest, type Content, type FlatContent } from './values.js';

/** The content with the values of the source wherever a client wrote none. */
export function wholeContent(document: PageDocument, content: Content): Content {
  const [source, written] = [originalValues(document), withoutLocked(document, flatten(content))];
  const touched = [...written.lists.keys()];
  const values = [...source.values].filter(
    ([path]) => !touched.some((list) => path.startsWith(`${list}.`)) || written.values.has(path),
  );
  return nest({ values: new Map([...values, ...written.values]), lists: new Map([...source.lists, ...written.lists]) });
}

/** What is said in another form than the page has it: a list for a text, or a text for a list. */
export function misfitIn(
  document: PageDocument,
  content: Content,
): { readonly path: string; readonly wanted: string } | undefined {
  const source = originalValues(document);
  const { values, lists } = flatten(content);
  const list = [...lists.keys()].find((path) => source.values.has(path));
  if (list !== undefined) return { path: list, wanted: 'one text' };
  const text = [...values.keys()].find((path) => source.lists.has(path));
  return text === undefined ? undefined : { path: text, wanted: 'a list of entries' };
}

/** Paths in the content that the page does not have. */
export function unknownFields(document: PageDocument, content: Content): string[] {
  const written = flatten(content);
  const places = placesIn(document, written);
  const source = originalValues(document);
  const isKnown = (path: string): boolean => places.has(path) && !isHidden(document, path);
  return [
    ...[...written.values.keys()].filter((path) => !isKnown(path) && !source.values.has(path)),
    ...[...written.lists.keys()].filter((path) => !isKnown(path) && !source.lists.has(path)),
  ];
}

/** Content without what the page has no place for. */
export function placedContent(document: PageDocument, content: Content): Content {
  const strange = new Set(unknownFields(document, content));
  if (strange.size === 0) return content;
  const { values, lists } = flatten(content);
  const isPlaced = ([path]: readonly [string, unknown]): boolean => !strange.has(path);
  return nest({ values: new Map([...values].filter(isPlaced)), lists: new Map([...lists].filter(isPlaced)) });
}

/** The page with its fields filled. Fields without a value keep the words of the source. */
export function fillPage(document: PageDocument, content: Content): PageDocument {
  const { values: written, lists } = writtenFlat(document, content);
  const original = originalValues(document).values;
  const values = new Map([...original, ...written]);
  const flat = { values, lists };
  const head = headFilled(document, original, values);
  return {
    ...document,
    ...(head ? { head } : {}),
    ...defined({
      title: values.get('page.title') ?? document.title,
      description: values.get('page.description') ?? document.description,
    }),
    body: { ...document.body, ...fillElement(document.body, { document, flat }) },
  };
}

/** What is written, with all that new entries say. */
export function writtenFlat(document: PageDocument, content: Content): FlatContent {
  return withShortWordings(document, withNewEntries(document, withoutLocked(document, flatten(content))));
}

/** What is written, without what is locked: there the words of the source stay. */
export function withoutLocked({ fieldRules = {} }: PageDocument, { values, lists }: FlatContent): FlatContent {
  const locks = Object.entries(fieldRules).flatMap(([path, { locked }]) => (locked ? [path] : []));
  if (locks.length === 0) return { values, lists };
  const isFree = ([path]: readonly [string, unknown]): boolean => locks.every((lock) => !matchStart(lock, path));
  return { values: new Map([...values].filter(isFree)), lists: new Map([...lists].filter(isFree)) };
}

interface Filling {
  readonly document: PageDocument;
  readonly flat: FlatContent;
}

function fill(node: PageNode, filling: Filling): PageNode[] {
  if (isWords(node)) {
    const value = node.field === undefined ? undefined : filling.flat.values.get(node.field);
    return [value === undefined ? node : { ...node, text: keepEdges(node.text, value) }];
  }
  const filled = fillElement(node, filling);
  return isEmptied(node, filled) ? [] : [filled];
}

function fillElement(node: ElementNode, filling: Filling): ElementNode {
  const { values } = filling.flat;
  const filled = withParts(node, values, filling.document);
  const rich = node.rich === undefined ? undefined : values.get(node.rich);
  if (rich !== undefined && rich !== wholeText(node, filling.document.styles))
    return fillThings(withWholeText(filled, rich, filling.document.styles), filling);
  if (!node.children) return filled;
  const children = arrange(node, filling.flat, filling.document.styles).flatMap((child) => fill(child, filling));
  return { ...filled, children: node.element === 'picture' ? withoutOld(node, children) : children };
}

/** An article in which what stands between its blocks is filled: a table, a form. */
function fillThings(article: ElementNode, filling: Filling): ElementNode {
  if (!isArticle(article)) return article;
  const children = (article.children ?? []).flatMap((child) =>
    isElement(child) && !isBlock(child) ? fill(child, filling) : [child],
  );
  return { ...article, children };
}

/** A part of a page with its fields filled. */
export function fillPart(node: ElementNode, document: PageDocument, flat: FlatContent): ElementNode {
  return fillElement(node, { document, flat });
}

/** What is something by itself, without words. */
export const SOMETHING = new Set([
  'img',
  'svg',
  'video',
  'audio',
  'canvas',
  'iframe',
  'input',
  'select',
  'textarea',
  'button',
  'hr',
  'object',
  'embed',
]);

/** Whether a client took away all that an element said: then it goes, rather than leaving a hole. */
function isEmptied(before: ElementNode, now: ElementNode): boolean {
  if (before.element === 'img') return Boolean(before.attributes?.['src']) && now.attributes?.['src'] === '';
  if (before.kind === 'section' || SOMETHING.has(before.element) || now.markup !== undefined) return false;
  return !isBlank(before) && isBlank(now);
}

/** Whether an element says and shows nothing. */
export function isBlank(node: ElementNode): boolean {
  if (SOMETHING.has(node.element) || node.markup !== undefined) return false;
  return (node.children ?? []).every((child) => (isElement(child) ? isBlank(child) : !child.text.trim()));
}

/** What a picture holds, without the sources of the one that was there before. */
function withoutOld(before: ElementNode, now: readonly PageNode[]): readonly PageNode[] {
  const shown = (nodes: readonly PageNode[]): string | undefined =>
    nodes.flatMap((node) => [...elements(node)]).find(({ element }) => element === 'img')?.attributes?.['src'];
  if (shown(before.children ?? []) === shown(now)) return now;
  return now.filter((node) => isWords(node) || node.element !== 'source');
}

/** White space at the edges belongs to the line of text, not to the words that a client edits. */
function keepEdges(source: string, value: string): string {
  return `${/^\s*/.exec(source)?.[0] ?? ''}${value}${/\s*$/.exec(source)?.[0] ?? ''}`;
}
