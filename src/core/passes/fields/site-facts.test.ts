import { required } from '../../data/required.js';
import { originalValues } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { factsAcross, sharedContent } from './site-facts.js';
import { mapFields } from './paths.js';
import { siteFacts } from './repeated-facts.js';
import { fields } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
const link = (label: string, href: string, style?: string): ElementNode =>
  element(
    'link',
    `${label} ${href}`,
    { element: 'a', attributes: { href }, ...(style ? { style } : {}) },
    words(label),
  );
const text = (says: string): ElementNode => element('text', says, { element: 'p' }, words(says));
const menu = (current: string, ...labels: string[]): ElementNode =>
  element(
    'menu',
    'menu',
    { element: 'ul' },
    ...labels.map((label) =>
      element(
        'item',
        label,
        { element: 'li', repeat: 'menu' },
        link(label, `${label.toLowerCase()}.html`, label === current ? 'bright' : 'plain'),
      ),
    ),
  );
const part = (name: string, ...inside: ElementNode[]): ElementNode =>
  element('section', name, { element: 'section', name }, ...inside);
const named = (...sections: ElementNode[]): PageDocument =>
  siteFacts.run(
    fields.run(page({ plain: { rest: {} }, bright: { rest: { color: 'red' } } }, ...sections), nowhere),
    nowhere,
  );
const pathsOf = (document: PageDocument | undefined): string[] => {
  const { values, lists } = originalValues(required(document));
  return [...values.keys(), ...lists.keys()].filter((path) => path.startsWith('site.'));
};

describe('facts of several pages', () => {
  it('are one field each: the menu, of which every page has an entry of its own that stands out', () => {
    const labels = ['Evenings', 'Hire', 'Way'];
    const pages = factsAcross([
      named(part('header', menu('Hire', ...labels))),
      named(part('header', menu('Way', ...labels))),
    ]);
    for (const page of pages)
      expect(pathsOf(page)).toEqual([
        ...labels.flatMap((label) => ['address', 'label'].map((name) => `site.menu.${label.toLowerCase()}.${name}`)),
        'site.menu',
      ]);
    expect([...sharedContent(pages).lists]).toEqual([['site.menu', ['evenings', 'hire', 'way']]]);
  });

  it('are told apart by what they say, and have one name on all pages', () => {
    const [element, other] = ['+99 170 4550', '+99 170 4551'].map(text) as [ElementNode, ElementNode];
    /* The first page says a number twice that the second does not have. */
    const pages = factsAcross([
      named(part('header', element), part('footer', element), part('hire', other)),
      named(part('footer', other), part('news', text('dome@example.org'))),
      named(part('news', text('dome@example.org'))),
    ]);
    expect(pages.map(pathsOf)).toEqual([
      ['site.phone', 'site.phone-2'],
      ['site.phone-2', 'site.email'],
      ['site.email'],
    ]);
    expect([...sharedContent(pages).values.keys()]).toEqual(['site.phone-2', 'site.email']);
  });

  it('keep the names and the rules that a person gave them, and share nothing that they say otherwise', () => {
    const called = (says: string, name: string): PageDocument => ({
      ...mapFields(named(part('news', text(says))), (path) => (path.startsWith('news.') ? `site.${name}` : path)),
      fieldRules: { [`site.${name}`]: { label: 'Ring us' } },
    });
    const pages = factsAcross([
      called('+99 170 4550', 'office'),
      called('+99 170 4551', 'office'),
      named(part('news', text('+99 170 4550'))),
    ]);
    expect(pages.map(pathsOf)).toEqual([['site.office'], ['site.office-2'], ['site.office']]);
    expect(pages.map(({ fieldRules = {} }) => Object.keys(fieldRules))).toEqual([
      ['site.office'],
      ['site.office-2'],
      [],
    ]);
    const words = [called('We are open.', 'note'), called('We are shut.', 'note')];
    expect(sharedContent(factsAcross(words)).values.size).toBe(0);
    expect(factsAcross([...words, named(part('a', text('dome@example.org')))]).map(pathsOf)).toEqual([
      ['site.note'],
      ['site.note'],
      [],
    ]);
  });

  it('leave menus alone that have other entries, and pages that stand alone', () => {
    const [first, second] = [
      named(part('header', menu('', 'Evenings', 'Hire'))),
      named(part('header', menu('', 'Evenings', 'Way'))),
    ];
    expect(factsAcross([first, second])).toEqual([first, second]);
    expect(factsAcross([first])).toEqual([first]);
  });
});
