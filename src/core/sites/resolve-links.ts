import { required } from '../data/required.js';
import { TavrikError } from '../errors/tavrik-error.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements, isElement, mapTree } from '../document/walk.js';
import { sectionSlug, slug } from '../text/slug.js';
import { PAGE_SCHEME } from '../brief/links.js';

/**
 * Pages with their links to pages and sections led to files and anchors.
 * @param fileOf the file of a page by its name
 * @throws TavrikError for a page, a section or an anchor that does not exist
 */
export function resolveLinks(documents: readonly PageDocument[], fileOf: (page: string) => string): PageDocument[] {
  const resolved = (href: string, own: PageDocument): string => {
    const [name, section] = href.slice(PAGE_SCHEME.length).split('#');
    const page = name ? documents.find((page) => page.name === name) : own;
    if (!page)
      throw new TavrikError(
        `A link leads to the page "${name}", which does not exist.`,
        'brief.yaml',
        `Give one of ${documents.map((page) => page.name).join(', ')}.`,
        'not-found',
      );
    const anchor = section === undefined ? '' : `#${anchorIn(page, section, 'brief.yaml')}`;
    return page === own && anchor ? anchor : `${fileOf(page.name)}${anchor}`;
  };
  return documents.map((document) => {
    const change = (node: ElementNode): ElementNode => {
      const href = node.attributes?.['href'];
      if (!href?.startsWith(PAGE_SCHEME)) return node;
      return { ...node, attributes: { ...node.attributes, href: resolved(href, document) } };
    };
    return { ...document, body: mapTree(document.body, (node) => (isElement(node) ? change(node) : node)) };
  });
}

/** The anchor of what a page calls so: an anchor itself, or a section. @param where it is said @throws TavrikError if there is none */
export function anchorIn(document: PageDocument, wanted: string, where: string): string {
  const all = [...elements(document.body)];
  if (all.some(({ attributes }) => attributes?.['id'] === wanted)) return wanted;
  const sections = all.filter(({ kind, attributes }) => kind === 'section' && attributes?.['id']);
  const named = slug(wanted, 40);
  const section =
    sections.find(({ name }) => name === wanted) ??
    sections.find(({ name }) => named !== '' && sectionSlug(name) === named);
  if (section) return required(section.attributes?.['id']);
  throw new TavrikError(
    `The page "${document.name}" has no section or anchor "${wanted}".`,
    where,
    `Give one of ${sections.map(({ name }) => sectionSlug(name)).join(', ')}.`,
    'not-found',
  );
}
