import type { PageDocument } from '../document/types.js';
import { escapeText } from './escape.js';
import { addressIn, MANIFEST } from './head.js';

/** A page of the site with the files that show it: its own, and those of its languages. */
export interface IndexedPage {
  readonly document: PageDocument;
  readonly files: readonly string[];
}

/**
 * Files of a site for search engines and browsers: `sitemap.xml` (Sitemaps 0.90) and `robots.txt` (RFC 9309) as soon as its
 * address is known, and a manifest where it has icons. By path; none where there is nothing to say.
 */
export function indexFiles(pages: readonly IndexedPage[]): Readonly<Record<string, string>> {
  const heads = pages.map(({ document }) => document.head ?? {});
  const root = heads.find((head) => head.root)?.root;
  const iconed = heads.find(({ icons }) => icons?.some(({ size }) => size !== undefined));
  return {
    ...(root === undefined
      ? {}
      : {
          'robots.txt': `User-agent: *\nAllow: /\nSitemap: ${root}sitemap.xml\n`,
          'sitemap.xml': sitemap(pages, root),
        }),
    ...(iconed ? { [MANIFEST]: manifest(iconed, pages[0]?.document.title ?? '') } : {}),
  };
}

function sitemap(pages: readonly IndexedPage[], root: string): string {
  const listed = pages.filter(({ document }) => !document.head?.unlisted).flatMap(({ files }) => files);
  const lines = listed.map((file) => `  <url><loc>${escapeText(addressIn(root, file) ?? file)}</loc></url>\n`);
  return `<?xml version="1.0" encoding="UTF-8"?>\n<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">\n${lines.join('')}</urlset>\n`;
}

function manifest({ icons = [], site, theme }: NonNullable<PageDocument['head']>, title: string): string {
  const sized = icons.filter(({ size }) => size !== undefined && size >= 192);
  const contents = {
    name: site ?? title,
    start_url: './',
    display: 'browser',
    ...(theme ? { theme_color: theme } : {}),
    icons: sized.map(({ file, size }) => ({ src: file, sizes: `${size}x${size}`, type: 'image/png' })),
  };
  return `${JSON.stringify(contents, null, 2)}\n`;
}
