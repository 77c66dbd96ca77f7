import fc from 'fast-check';
import { element, page, words } from '../page/sample.js';
import { textOf } from '../page/walk.js';
import { fillPage, originalContent, splitField, unknownFields } from './content.js';

const document = page(
  {},
  element('heading', 'h', { element: 'h1' }, words(' Star evenings ', 'hero.heading')),
  element(
    'link',
    'l',
    { element: 'a', attributes: { href: '/book' }, fields: { href: 'hero.link-address' } },
    words('Book', 'hero.link'),
  ),
  element('text', 'p', { element: 'p' }, words('fixed')),
);

describe('content', () => {
  it('is what the source says, by section', () => {
    expect(originalContent(document)).toEqual({
      page: { title: 'Sample' },
      hero: { heading: 'Star evenings', 'link-address': '/book', link: 'Book' },
    });
  });

  it('changes nothing when it is what it was', () => {
    expect(textOf(fillPage(document, originalContent(document)).body)).toBe(textOf(document.body));
    expect(fillPage(document, {}).body).toEqual(document.body);
  });

  it('fills words and attributes, and only these', () => {
    const filled = fillPage(document, {
      page: { title: 'New' },
      hero: { heading: 'Moon evenings', 'link-address': '/moon' },
    });
    expect(filled.title).toBe('New');
    expect(textOf(filled.body)).toBe('Moon evenings Book fixed');
    expect(filled.body.children?.[1]).toMatchObject({ attributes: { href: '/moon' } });
  });

  it('keeps the white space around words that belongs to the line', () => {
    fc.assert(
      fc.property(fc.string(), (value) => {
        const [heading] = fillPage(document, { hero: { heading: value } }).body.children ?? [];
        expect(heading).toMatchObject({ children: [{ text: ` ${value} ` }] });
      }),
    );
  });

  it('names fields that the page does not have', () => {
    expect(unknownFields(document, { hero: { heading: 'x', gone: 'y' }, old: { a: 'b' } })).toEqual([
      'hero.gone',
      'old.a',
    ]);
    expect(splitField('hero.a.b')).toEqual(['hero', 'a.b']);
  });
});
