import fc from 'fast-check';
import { element, page, words } from '../document/sample.js';
import { elements, textOf } from '../document/walk.js';
import { fillPage, unknownFields } from './content.js';
import { originalContent } from './source-values.js';
import { threeWay } from './three-way.js';
import { flatten, nest, type Content } from './values.js';

const document = page(
  {},
  element('heading', 'h', { element: 'h1' }, words(' Star evenings ', 'hero.heading')),
  element(
    'link',
    'l',
    { element: 'a', attributes: { href: '/book' }, fields: { href: 'hero.link.address' } },
    words('Book', 'hero.link.label'),
  ),
  element('text', 'p', { element: 'p' }, words('fixed')),
);

describe('content', () => {
  it('is what the source says, by section', () => {
    expect(originalContent(document)).toEqual({
      page: { title: 'Sample' },
      hero: { heading: 'Star evenings', link: { address: '/book', label: 'Book' } },
    });
  });

  it('changes nothing when it is what it was', () => {
    expect(textOf(fillPage(document, originalContent(document)).body)).toBe(textOf(document.body));
    expect(fillPage(document, {}).body).toEqual({
      ...document.body,
      children: [
        expect.objectContaining({ children: [words(' Star evenings ', 'hero.heading')] }),
        ...(document.body.children?.slice(1) ?? []),
      ],
    });
  });

  it('fills words and attributes, and only these', () => {
    const filled = fillPage(document, {
      page: { title: 'New' },
      hero: { heading: 'Moon evenings', link: { address: '/moon' } },
    });
    expect(filled.title).toBe('New');
    expect(textOf(filled.body)).toBe('Moon evenings Book fixed');
    expect(filled.body.children?.[1]).toMatchObject({ attributes: { href: '/moon' } });
  });

  it('keeps the white space around words that belongs to the line', () => {
    fc.assert(
      fc.property(
        fc.string().filter((value) => value.trim() !== ''),
        (value) => {
          const [heading] = fillPage(document, { hero: { heading: value } }).body.children ?? [];
          expect(heading).toMatchObject({ children: [{ text: ` ${value} ` }] });
        },
      ),
    );
  });

  it('lets go of an element of which a client took all words away', () => {
    expect(textOf(fillPage(document, { hero: { link: { label: '' } } }).body)).toBe('Star evenings fixed');
    expect([...elements(fillPage(document, { hero: { heading: ' ' } }).body)].map(({ element: tag }) => tag)).toEqual([
      'body',
      'a',
      'p',
    ]);
  });

  it('names fields that the page does not have', () => {
    expect(unknownFields(document, { hero: { heading: 'x', gone: 'y' }, old: { a: 'b' } })).toEqual([
      'hero.gone',
      'old.a',
    ]);
  });
});

describe('content by paths', () => {
  const name = fc.stringMatching(/^[a-z]{1,6}$/).filter((text) => text !== 'id');
  const text = fc.string();
  const group = fc.dictionary(name, text, { minKeys: 1, maxKeys: 4 });
  const list = fc
    .uniqueArray(name, { minLength: 1, maxLength: 4 })
    .chain((ids) => fc.tuple(...ids.map((id) => group.map((record) => ({ id, ...record })))));

  it('says the same as content by sections', () => {
    const content = fc.dictionary(
      name,
      fc.dictionary(name, fc.oneof(text, group, list, fc.array(text, { minLength: 1 })), { minKeys: 1 }),
    );
    fc.assert(fc.property(content, (record) => expect(nest(flatten(record as Content))).toEqual({ ...record })));
  });
});

describe('what a client wrote', () => {
  const before = flatten({
    s: {
      a: 'old',
      b: 'b',
      list: [
        { id: 'x', t: '1' },
        { id: 'y', t: '2' },
      ],
    },
  });
  const now = flatten({
    s: {
      a: 'new',
      b: 'newer',
      list: [
        { id: 'x', t: '1' },
        { id: 'y', t: 'two' },
        { id: 'z', t: '3' },
      ],
    },
  });

  it('stays, and what nobody touched is as the source says now', () => {
    const written = flatten({
      s: {
        a: 'mine',
        b: 'b',
        list: [
          { id: 'x', t: 'one' },
          { id: 'y', t: '2' },
        ],
      },
    });
    expect(nest(threeWay(before, now, written).content)).toEqual({
      s: {
        a: 'mine',
        b: 'newer',
        list: [
          { id: 'x', t: 'one' },
          { id: 'y', t: 'two' },
          { id: 'z', t: '3' },
        ],
      },
    });
    expect(nest(threeWay(before, now, before).content)).toEqual(nest(now));
  });

  it('keeps a list whose entries were changed, with what the source has more', () => {
    const written = flatten({
      s: {
        list: [
          { id: 'y', t: '2' },
          { id: 'own', t: 'mine' },
        ],
      },
    });
    expect(nest(threeWay(before, now, written).content)['s']?.['list']).toEqual([
      { id: 'y', t: 'two' },
      { id: 'own', t: 'mine' },
      { id: 'z', t: '3' },
    ]);
  });
});
