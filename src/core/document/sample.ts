import { PAGE_VERSION, type ElementNode, type PageDocument, type PageNode, type SharedStyle } from './types.js';

/** Small page documents for tests. */
export function element(
  kind: ElementNode['kind'],
  name: string,
  more: Partial<ElementNode> = {},
  ...children: PageNode[]
): ElementNode {
  return { id: `${kind}-${name}`, kind, name, element: 'div', ...more, ...(children.length ? { children } : {}) };
}

export function words(text: string, field?: string): PageNode {
  return { kind: 'words', text, ...(field ? { field } : {}) };
}

export function page(styles: Readonly<Record<string, SharedStyle>>, ...children: PageNode[]): PageDocument {
  return {
    format: 'tavrik-page',
    version: PAGE_VERSION,
    name: 'sample',
    title: 'Sample',
    language: 'en',
    source: { kind: 'html', files: ['sample.html'], widths: [1440] },
    breakpoints: [
      { name: 'below-900', below: 900 },
      { name: 'below-600', below: 600 },
    ],
    styles,
    body: element('box', 'page', { element: 'body' }, ...children),
  };
}
