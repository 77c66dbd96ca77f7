import type { ElementNode, PageDocument, PageNode } from '../page/types.js';
import { isScriptAddress } from '../page/addresses.js';
import { elements, isWords, walk } from '../page/walk.js';
import { fromMarkdown, toMarkdown } from './rich.js';

/** What fills the fields of a page: section name to field name to value. */
export type Content = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** The values that the source had, in the order of the page. */
export function originalContent(document: PageDocument): Content {
  const made: Record<string, Record<string, string>> = {
    page: { title: document.title, ...(document.description ? { description: document.description } : {}) },
  };
  const put = (field: string, value: string): void => {
    const [section, name] = splitField(field);
    (made[section] ??= {})[name] = value;
  };
  for (const node of walk(document.body)) {
    if (isWords(node)) {
      if (node.field) put(node.field, node.text.trim());
      continue;
    }
    for (const [attribute, field] of Object.entries(node.fields ?? {})) put(field, node.attributes?.[attribute] ?? '');
    if (node.rich) put(node.rich, toMarkdown(node.children, document.styles));
  }
  return made;
}

export function splitField(field: string): [section: string, name: string] {
  const at = field.indexOf('.');
  return [field.slice(0, at), field.slice(at + 1)];
}

/** Fields in the content that the page does not have. */
export function unknownFields(document: PageDocument, content: Content): string[] {
  const known = originalContent(document);
  return Object.entries(content).flatMap(([section, values]) =>
    Object.keys(values ?? {})
      .filter((name) => known[section]?.[name] === undefined)
      .map((name) => `${section}.${name}`),
  );
}

/** The page with its fields filled. Fields without a value keep the words of the source. */
export function fillPage(document: PageDocument, content: Content): PageDocument {
  const valueOf = (field: string | undefined): string | undefined => {
    if (!field) return undefined;
    const [section, name] = splitField(field);
    return content[section]?.[name];
  };
  const fill = (node: PageNode): PageNode => {
    if (isWords(node)) {
      const value = valueOf(node.field);
      return value === undefined ? node : { ...node, text: keepEdges(node.text, value) };
    }
    return fillElement(node);
  };
  const fillElement = (node: ElementNode): ElementNode => {
    const attributes = { ...node.attributes };
    for (const [attribute, field] of Object.entries(node.fields ?? {})) {
      const value = valueOf(field);
      if (value === undefined || isScriptAddress(value)) continue;
      if (attribute === 'src' && value !== attributes['src']) dropCandidates(attributes);
      attributes[attribute] = value;
    }
    const filled = { ...node, ...(node.attributes ? { attributes } : {}) };
    const rich = valueOf(node.rich);
    if (rich !== undefined && rich !== toMarkdown(node.children, document.styles))
      return fromMarkdown(filled, rich, document.styles);
    const children = node.children?.map(fill);
    return {
      ...filled,
      ...(children ? { children: node.element === 'picture' ? withoutOld(node, children) : children } : {}),
    };
  };
  return {
    ...document,
    title: content['page']?.['title'] ?? document.title,
    description: content['page']?.['description'] ?? document.description,
    body: fillElement(document.body),
  };
}

/** Other files of a picture show the picture that was there before. */
function dropCandidates(attributes: Record<string, string>): void {
  delete attributes['srcset'];
  delete attributes['sizes'];
}

/** What a picture holds, without the sources of the one that was there before. */
function withoutOld(before: ElementNode, now: readonly PageNode[]): readonly PageNode[] {
  const shown = (nodes: readonly PageNode[]): string | undefined =>
    nodes.flatMap((one) => [...elements(one)]).find(({ element }) => element === 'img')?.attributes?.['src'];
  if (shown(before.children ?? []) === shown(now)) return now;
  return now.filter((one) => isWords(one) || one.element !== 'source');
}

/** White space at the edges belongs to the line of text, not to the words that a client edits. */
function keepEdges(source: string, value: string): string {
  return `${/^\s*/.exec(source)?.[0] ?? ''}${value}${/\s*$/.exec(source)?.[0] ?? ''}`;
}
