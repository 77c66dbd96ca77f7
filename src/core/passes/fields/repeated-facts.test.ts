import { fillPage } from '../../content/content.js';
import { originalValues } from '../../content/source-values.js';
import { nest } from '../../content/values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { textOf } from '../../document/walk.js';
import { siteFacts } from './repeated-facts.js';
import { fields } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
const link = (label: string, href: string): ElementNode =>
  element('link', `${label} ${href}`, { element: 'a', attributes: { href } }, words(label));
const text = (says: string): ElementNode => element('text', says, { element: 'p' }, words(says));
const menu = (name: string, ...labels: string[]): ElementNode =>
  element(
    'menu',
    name,
    { element: 'ul' },
    ...labels.map((label) =>
      element('item', `${name} ${label}`, { element: 'li', repeat: name }, link(label, `#${label.toLowerCase()}`)),
    ),
  );
const part = (name: string, ...inside: ElementNode[]): ElementNode =>
  element('section', name, { element: 'section', name }, ...inside);

function named(...sections: ElementNode[]): PageDocument {
  return siteFacts.run(fields.run(page({}, ...sections), nowhere), nowhere);
}

function paths(document: PageDocument): string[] {
  return [...originalValues(document).values.keys()].filter((path) => !path.startsWith('page.'));
}

describe('site-facts', () => {
  it('make one field of menus with the same entries, and both follow it', () => {
    const page = named(
      part('header', menu('one', 'Evenings', 'Hire')),
      part('footer', menu('two', 'Evenings', 'Hire')),
    );
    const { values, lists } = originalValues(page);
    expect([...lists]).toEqual([['site.menu', ['evenings', 'hire']]]);
    const filled = fillPage(
      page,
      nest({
        values: new Map(values).set('site.menu.hire.label', 'Borrow'),
        lists: new Map([['site.menu', ['hire', 'evenings']]]),
      }),
    );
    expect(textOf(filled.body)).toBe('Borrow Evenings Borrow Evenings');
  });

  it('leave menus alone that have other entries', () => {
    const page = named(
      part('header', menu('one', 'Evenings', 'Hire')),
      part('footer', menu('two', 'Evenings', 'The way')),
    );
    expect([...originalValues(page).lists.keys()].filter((list) => list.startsWith('site'))).toEqual([]);
  });

  it('make one field of telephone numbers, mail addresses and opening hours', () => {
    const contact = ['+99 170 4550', 'dome@example.org', 'Fri 19:30 – 23:00'];
    const page = named(part('contact', ...contact.map(text)), part('footer', ...contact.map(text)));
    expect(paths(page)).toEqual(['site.phone', 'site.email', 'site.opening-hours']);
  });

  it('make one field of links elsewhere that the header or the footer has too', () => {
    const club = link('Club', 'https://example.org/club');
    const page = named(part('footer', club), part('news', club));
    expect(paths(page)).toEqual(['site.club.address', 'site.club.label']);
    expect(paths(named(part('news', club), part('more', club))).filter((path) => path.startsWith('site'))).toEqual([]);
  });

  it.each([
    ['Fri 19:30 – 23:00', true],
    ['open 7 to 10 pm', true],
    ['9 am – 5 pm', true],
    ['for groups of 5 – 12', false],
    ['1990 – 2020', false],
  ])('know opening hours by a time of day: %s', (says, known) => {
    const page = named(part('contact', text(says)), part('footer', text(says)));
    expect(paths(page).includes('site.opening-hours')).toBe(known);
  });

  it('leave alone what stands once, and what says the same in one section', () => {
    expect(paths(named(part('footer', text('dome@example.org')), part('news', text('Come along')))).join()).not.toMatch(
      'site',
    );
    expect(paths(named(part('footer', text('dome@example.org'), text('dome@example.org')))).join()).not.toMatch('site');
  });
});
