import type { CapturedHead } from '../../../core/html/head.js';

/** What a `meta` element says, by its name or (as linked data writes it) by its property. */
export function metaOf(...names: readonly string[]): string {
  for (const name of names) {
    const found = document.querySelector(`meta[name="${name}" i], meta[property="${name}" i]`)?.getAttribute('content');
    if (found?.trim()) return found.trim();
  }
  return '';
}

/** What the head of the page says to search engines, and to links to it elsewhere. */
export function captureHead(): CapturedHead {
  const image = metaOf('og:image', 'og:image:url');
  return {
    site: metaOf('og:site_name', 'application-name'),
    title: metaOf('og:title'),
    description: metaOf('og:description'),
    picture: image && URL.canParse(image, document.baseURI) ? new URL(image, document.baseURI).href : '',
    pictureAlt: metaOf('og:image:alt'),
    icons: [
      ...document.querySelectorAll<HTMLLinkElement>('link[rel~="icon" i][href], link[rel~="apple-touch-icon" i][href]'),
    ].map((link) => ({ address: link.href, sizes: link.getAttribute('sizes') ?? '', type: link.type })),
    data: [...document.querySelectorAll('script[type="application/ld+json" i]')].map((element) => element.textContent),
    unlisted: /\b(noindex|none)\b/i.test(metaOf('robots')),
    theme: metaOf('theme-color'),
  };
}
