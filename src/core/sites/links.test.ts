import { PAGE_SCHEME } from '../brief/links.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { linksIn } from './find-links.js';
import { resolveLinks } from './resolve-links.js';

const link = (name: string, href: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('link', `${name}${href}`, { element: 'a', inline: true, attributes: { href }, ...more }, words(name));
const section = (name: string, more: Partial<ElementNode> = {}, ...children: ElementNode[]): ElementNode =>
  element('section', name, more, element('heading', name, { element: 'h2' }, words(name)), ...children);
const hrefs = ({ body }: PageDocument): string[] =>
  [...elements(body)].flatMap(({ attributes }) => attributes?.['href'] ?? []);

describe('links to pages and sections', () => {
  const home = {
    ...page(
      {},
      section('Membership for all', { attributes: { id: 'membership-for-all' } }),
      link('a', `${PAGE_SCHEME}#membership-for-all`),
      link('b', `${PAGE_SCHEME}hire#Fees`),
      link('c', `${PAGE_SCHEME}hire`),
      link('d', `${PAGE_SCHEME}home`),
      link('e', '/x'),
    ),
    name: 'home',
  };
  const hire = {
    ...page({}, section('Fees', { attributes: { id: 'prices' } }), link('a', `${PAGE_SCHEME}home#membership-for-all`)),
    name: 'hire',
  };
  const fileOf = (name: string): string => (name === 'home' ? 'index.html' : `${name}.html`);

  it('lead to their files and anchors', () => {
    expect(resolveLinks([home, hire], fileOf).map(hrefs)).toEqual([
      ['#membership-for-all', 'hire.html#prices', 'hire.html', 'index.html', '/x'],
      ['index.html#membership-for-all'],
    ]);
  });

  it('are those of a source where it has a scheme of that name', () => {
    const odd = { ...page({}, link('a', 'page:hire#fees')), name: 'home' };
    expect(resolveLinks([odd], fileOf).map(hrefs)).toEqual([['page:hire#fees']]);
  });

  it('know sections by their own names first, in any script', () => {
    const names = ['Πρόγραμμα', 'Μέλη', 'Tides'].map((name, at) => section(name, { attributes: { id: `s${at}` } }));
    const greek = {
      ...page({}, ...names, link('a', `${PAGE_SCHEME}#Μέλη`), link('b', `${PAGE_SCHEME}#tides`)),
      name: 'home',
    };
    expect(resolveLinks([greek], fileOf).map(hrefs)).toEqual([['#s1', '#s2']]);
    expect(() =>
      resolveLinks(
        [{ ...greek, body: { ...greek.body, children: [...names, link('c', `${PAGE_SCHEME}#Ώρες`)] } }],
        fileOf,
      ),
    ).toThrow(/no section or anchor "Ώρες"/);
  });

  it('are refused for a missing page or section, with those that exist', () => {
    expect(() => resolveLinks([home], fileOf)).toThrow(/the page "hire", which does not exist/);
    const wrong = {
      ...page({}, section('Fees', { attributes: { id: 'fees' } }), link('a', `${PAGE_SCHEME}#prices`)),
      name: 'home',
    };
    expect(() => resolveLinks([wrong], fileOf)).toThrow(/page "home" has no section or anchor "prices"/);
  });
});

describe('the check of links', () => {
  const site = {
    anchors: new Map([
      ['index.html', new Set(['fees'])],
      ['hire.html', new Set(['list'])],
    ]),
    files: new Set(['assets/fees.pdf']),
  };
  const check = (href: string) => linksIn(page({}, link('Fees', href)), 'index.html', site)[0];

  it.each([
    ['#fees', 'section'],
    ['#top', 'section'],
    ['hire.html', 'page'],
    ['hire.html#list', 'page'],
    ['hire.html?x=1#list', 'page'],
    ['mailto:a@b.example', 'mail'],
    ['tel:+44 1632', 'telephone'],
    ['https://x.example/a', 'address'],
    ['assets/fees.pdf', 'file'],
  ])('finds nothing wrong with %s', (href, kind) => {
    expect(check(href)).toMatchObject({ kind, address: href });
    expect(check(href)?.fault).toBeUndefined();
  });

  it.each([
    ['#', 'nowhere', /no target/],
    ['#none', 'section', /no anchor "none"/],
    ['join.html', 'page', /no page join\.html/],
    ['hire.html#none', 'page', /hire\.html has no anchor/],
    ['mailto:nobody', 'mail', /mail address/],
    ['tel:x', 'telephone', /telephone number/],
    ['https://', 'address', /Invalid address/],
    ['assets/x.pdf', 'file', /not found/],
  ])('finds %s', (href, kind, fault) => {
    expect(check(href)).toMatchObject({ kind, fault: expect.stringMatching(fault) as unknown });
  });

  it('reads what a link says from its label or its picture, and finds those that say nothing', () => {
    const pictured = element(
      'link',
      'x',
      { element: 'a', attributes: { href: '#fees' }, fields: { href: 'a.b.address' } },
      element('image', 'i', { attributes: { alt: 'Fees' } }),
    );
    const bare = element('link', 'y', { element: 'a', attributes: { href: '#fees' } });
    const [first, second] = linksIn(page({}, pictured, bare), 'index.html', site);
    expect(first).toEqual({
      id: 'link-x',
      field: 'a.b.address',
      words: 'Fees',
      address: '#fees',
      kind: 'section',
      newTab: false,
    });
    expect(second?.fault).toMatch(/no text/);
  });
});
