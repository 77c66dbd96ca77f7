import { linkPages } from './linked-pages.js';
import { element, page, words } from '../document/sample.js';

describe('links between pages', () => {
  const pages = [
    { address: 'file:///site/index.html', file: 'index.html' },
    { address: 'file:///site/hire/list.html', file: 'hire.html' },
  ];
  const led = (href: string): string | undefined => {
    const link = element('link', 'Link', { id: 'a', element: 'a', attributes: { href } }, words('Go'));
    const { body } = linkPages(page({}, link), 'file:///site/index.html', pages, 'file:///site/');
    return (body.children?.[0] as { attributes: Record<string, string> }).attributes['href'];
  };

  it.each([
    ['hire/list.html', 'hire.html'],
    ['/hire/list.html?from=home#night', 'hire.html#night'],
    ['./', './'],
    ['#top', '#top'],
    ['tides.html', 'tides.html'],
    ['https://example.org/hire/list.html', 'https://example.org/hire/list.html'],
    ['mailto:dome@example.org', 'mailto:dome@example.org'],
    ['', ''],
  ])('%s leads to %s', (href, to) => {
    expect(led(href)).toBe(to);
  });
});
