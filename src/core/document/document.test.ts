import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { assetAddresses, mapAssets } from './addresses.js';
import { checkDocument, readDocument } from './check.js';
import { TavrikError } from '../errors/tavrik-error.js';
import { element, page, words } from './sample.js';
import { PAGE_SCHEMA } from './schema.js';
import { elements, mapTree, textOf, walk } from './walk.js';
import { slug } from '../text/slug.js';
import { firstWords, NameGiver } from '../text/words.js';

describe('walking a page', () => {
  const tree = element(
    'box',
    'a',
    {},
    element('text', 'b', {}, words('One '), element('run', 'c', { inline: true }, words('two'))),
    element('text', 'd', {}, words('three')),
  );

  it('visits parents before children, in order', () => {
    expect([...walk(tree)].map((node) => (node.kind === 'words' ? node.text : node.name))).toEqual([
      'a',
      'b',
      'One ',
      'c',
      'two',
      'd',
      'three',
    ]);
    expect([...elements(tree)]).toHaveLength(4);
  });

  it('reads words, those of different blocks apart', () => {
    expect(textOf(tree)).toBe('One two three');
  });

  it('replaces, unfolds and drops nodes', () => {
    const flat = mapTree(tree, (node) =>
      node.kind === 'run' ? (node.children ?? []) : node.kind === 'words' && node.text === 'three' ? [] : node,
    );
    expect([...walk(flat)].map(({ kind }) => kind)).toEqual(['box', 'text', 'words', 'words', 'text']);
    expect(() => mapTree(tree, () => [])).toThrow('one element');
  });
});

describe('names', () => {
  it.each([
    ['Star evenings in June', 'star-evenings-in-june'],
    ['Über die Straße', 'uber-die-strasse'],
    ["What's on?", 'whats-on'],
    ['  ', ''],
    ['A very long heading that goes on and on', 'a-very-long-heading-that-goes-on'],
    ['观星之夜', 'guan-xing-zhi-ye'],
  ])('%j becomes %j', (text, expected) => {
    expect(slug(text)).toBe(expected);
  });

  it('are never given twice', () => {
    const giver = new NameGiver();
    expect(['text', 'text-2', 'text', 'text'].map((name) => giver.give(name))).toEqual([
      'text',
      'text-2',
      'text-3',
      'text-4',
    ]);
  });

  it('are the first words of a text', () => {
    expect(firstWords('one two three four five six')).toBe('one two three four five …');
    expect(firstWords('one')).toBe('one');
  });
});

describe('readDocument', () => {
  it('reads documents of version 1, in which designs were of the kind "svg"', () => {
    const now = page({}, element('text', 'x'));
    const old = { ...now, version: 1, source: { ...now.source, kind: 'svg' } };
    expect(readDocument(old, 'f')).toEqual({ ...now, source: { ...now.source, kind: 'design' } });
    expect(readDocument({ ...now, version: 1 }, 'f')).toEqual(now);
  });

  it.each([[null], ['text'], [{ version: 1 }], [{ ...page({}), source: { ...page({}).source, kind: 'svg' } }]])(
    'refuses %j',
    (value) => {
      expect(() => readDocument(value, 'f')).toThrow(/not a page document/);
    },
  );
});

describe('checkDocument', () => {
  it('takes a page document', () => {
    expect(() => checkDocument(page({ a: { rest: {} } }, element('text', 'x', { style: 'a' })), 'f')).not.toThrow();
  });

  it.each([
    ['another format', { ...page({}), format: 'x' }, /not a page document/],
    ['an unknown member', { ...page({}), extra: 1 }, /not a page document/],
    ['an unknown kind', page({}, { ...element('text', 'x'), kind: 'blink' as never }), /not a page document/],
    ['a style that is not there', page({}, element('text', 'x', { style: 'gone' })), /uses the style "gone"/],
    [
      'a breakpoint that is not there',
      page({ a: { rest: {}, variants: [{ at: 'below-1', set: {} }] } }),
      /uses the breakpoint "below-1"/,
    ],
    [
      'a host that is not there',
      page({ a: { rest: {}, variants: [{ within: { style: 'z', state: ':hover' }, set: {} }] } }),
      /refers to the style "z"/,
    ],
  ])('refuses %s', (_, document, message) => {
    expect(() => checkDocument(document, 'pages/x.json')).toThrow(message);
    expect(() => checkDocument(document, 'pages/x.json')).toThrow(TavrikError);
  });

  it('checks against the schema that is published', () => {
    const published: unknown = JSON.parse(readFileSync(join(__dirname, '../../../schema/page.schema.json'), 'utf8'));
    expect(published).toEqual(JSON.parse(JSON.stringify(PAGE_SCHEMA)));
  });
});

describe('assets of a page', () => {
  const document = {
    ...page(
      {
        a: {
          rest: { 'background-image': 'url("http://x/b.jpg")' },
          variants: [{ at: 'below-600', set: { 'background-image': 'url(http://x/c.jpg)' } }],
        },
      },
      element('image', 'p', {
        element: 'img',
        attributes: { src: 'http://x/p.jpg', srcset: 'http://x/p.jpg 1x, http://x/p2.jpg 2x', alt: '' },
      }),
      element('link', 'l', { element: 'a', attributes: { href: 'other.html' } }),
      element('icon', 'i', { element: 'svg', markup: '<svg><image href="http://x/i.png"/><use href="#a"/></svg>' }),
    ),
    fonts: [
      {
        family: 'F',
        descriptors: {
          'font-family': 'F',
          src: 'url("http://x/f.ttf") format("truetype"), url("http://x/f.woff2") format("woff2")',
        },
      },
    ],
  };

  it('are found once each, links left alone', () => {
    expect(assetAddresses(document)).toEqual([
      'http://x/b.jpg',
      'http://x/c.jpg',
      'http://x/p.jpg',
      'http://x/p2.jpg',
      'http://x/i.png',
      'http://x/f.woff2',
    ]);
  });

  it('are replaced everywhere; what is missing leaves its space', () => {
    const mapped = mapAssets(document, (address) =>
      address.includes('p2') || address.includes('c.jpg') ? undefined : address.replace('http://x/', 'assets/'),
    );
    expect(mapped.styles['a']?.rest['background-image']).toBe('url("assets/b.jpg")');
    expect(mapped.styles['a']?.variants?.[0]?.set['background-image']).toBe('url("")');
    expect(mapped.body.children?.[0]).toMatchObject({ attributes: { src: 'assets/p.jpg', srcset: 'assets/p.jpg 1x' } });
    expect(mapped.fonts?.[0]?.descriptors['src']).toBe('url("assets/f.woff2") format("woff2")');
    expect(JSON.stringify(mapped)).not.toContain('http://x');
  });
});
