import type { PageDocument } from '../document/types.js';
import { isElement, mapTree } from '../document/walk.js';

/** A page of a site: where its source was, and its file now. */
export interface LinkedPage {
  /** Address of the source; what comes after `#` or `?` does not matter. */
  readonly address: string;
  readonly file: string;
}

/**
 * The document with its links to other converted pages led to their files; what they say after `#` is kept.
 * @param own address of the page that the links stand in
 * @param root address that links count from which begin with `/`, if that is not the root of `own`
 */
export function linkPages(
  document: PageDocument,
  own: string,
  pages: readonly LinkedPage[],
  root?: string,
): PageDocument {
  const files = new Map(pages.map(({ address, file }) => [plain(address), file]));
  const change = (href: string): string => {
    const [from, to] = root !== undefined && /^\/(?!\/)/.test(href) ? [root, href.slice(1)] : [own, href];
    if (!href || href.startsWith('#') || !URL.canParse(to, from)) return href;
    const url = new URL(to, from);
    const file = plain(own) === plain(url.href) ? undefined : files.get(plain(url.href));
    return file === undefined ? href : `${file}${url.hash}`;
  };
  const body = mapTree(document.body, (node) => {
    const href = isElement(node) && node.element === 'a' ? node.attributes?.['href'] : undefined;
    return isElement(node) && href !== undefined
      ? { ...node, attributes: { ...node.attributes, href: change(href) } }
      : node;
  });
  return { ...document, body };
}

/** An address without what follows the path; a folder is its home page. */
function plain(address: string): string {
  const { origin, pathname } = new URL(address);
  return `${origin}${pathname.replace(/\/index\.x?html?$/, '/')}`;
}
