import { element, page } from '../document/sample.js';
import type { Content } from '../content/values.js';
import type { PageDocument, WordsNode } from '../document/types.js';
import { renderLanguages } from './site.js';

const message = (text: string, field: string): WordsNode => ({ kind: 'words', text, field });
const link = element(
  'link',
  'more',
  { element: 'a', attributes: { href: 'about.html#us' } },
  message('More', 'hero.link'),
);
const item = (id: string, says: string) =>
  element('item', id, { element: 'li', entry: { list: 'hero.ways', id } }, message(says, `hero.ways.${id}`));
const document: PageDocument = {
  ...page(
    {},
    element(
      'section',
      'hero',
      {},
      message('Clear nights', 'hero.heading'),
      link,
      element('list', 'ways', { element: 'ul' }, item('1', 'Friday'), item('2', 'Sunday')),
    ),
  ),
  language: 'en',
};
const place = { html: 'index.html', sheet: 'style.css' };

describe('a page in several languages', () => {
  const files = renderLanguages(
    document,
    {},
    new Map<string, Content>([
      ['de', { hero: { heading: 'Klare Nächte', ways: ['Freitag'] } }],
      ['ar', {}],
    ]),
    { place, marked: false, translated: new Map([['about.html', ['de']]]) },
  );

  it('is a file for each, with one style sheet', () => {
    expect(Object.keys(files)).toEqual(['index.html', 'index.de.html', 'index.ar.html', 'style.css']);
    for (const name of ['index.html', 'index.de.html'])
      expect(files[name]).toContain('<link rel="alternate" hreflang="de" href="index.de.html">');
  });

  it('has the words of the language, and what is not translated as it is', () => {
    expect(files['index.de.html']).toContain('<html lang="de">');
    expect(files['index.de.html']).toMatch(/Klare Nächte[^]*More[^]*Freitag[^]*Sunday/);
    expect(files['index.html']).toMatch(/Clear nights[^]*Friday/);
  });

  it('leads to the same language where the other page has it', () => {
    expect(files['index.de.html']).toContain('href="about.de.html#us"');
    expect(files['index.ar.html']).toContain('href="about.html#us"');
    expect(files['index.html']).toContain('href="about.html#us"');
  });

  it('is written from right to left where the language is', () => {
    expect(files['index.ar.html']).toContain('<html lang="ar" dir="rtl">');
  });

  it('is as it was without languages', () => {
    const alone = renderLanguages(document, {}, new Map(), { place, marked: false, translated: new Map() });
    expect(alone['index.html']).not.toContain('alternate');
  });
});
