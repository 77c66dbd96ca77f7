import { element, page, words } from '../document/sample.js';
import { commonOf, covers, knownOf, over, partContent, unknownOf, wholeOf } from './common.js';
import { flatten, type Content } from './values.js';

const link = (id: string) =>
  element(
    'item',
    id,
    { element: 'li', entry: { list: 'site.menu', id } },
    element(
      'link',
      `${id}l`,
      { element: 'a', attributes: { href: `/${id}` }, fields: { href: `site.menu.${id}.address` } },
      words(id, `site.menu.${id}.label`),
    ),
  );
const document = page(
  {},
  element('heading', 'h', {}, words('Clear nights', 'hero.heading')),
  element('text', 'p', {}, words('1', 'site.phone')),
  element('menu', 'm', { element: 'ul' }, link('hire'), link('way')),
);
const site = flatten({ site: { phone: '2', email: 'a@example.org', menu: [{ id: 'fog', label: 'Fog' }] } });
const own: Content = { hero: { heading: 'Clear nights' }, site: { phone: '1' } };

describe('what pages have in common', () => {
  it('goes before what a page says of the same, and reaches only pages that know it', () => {
    expect(wholeOf(own, flatten({}), document)).toBe(own);
    expect(wholeOf(own, site, document)).toEqual({
      hero: own['hero'],
      site: { phone: '2', menu: [{ id: 'fog', label: 'Fog' }] },
    });
    expect([...knownOf(site, document).values.keys()]).toEqual(['site.phone', 'site.menu.fog.label']);
    expect([...unknownOf(site, [document]).values.keys()]).toEqual(['site.email']);
    expect(
      ['site.phone', 'site.menu', 'site.menu.new.label', 'hero.heading'].map((path) => covers(site, path)),
    ).toEqual([true, true, true, false]);
  });

  it('is parted from the content of a page, and said once for all', () => {
    const parted = partContent({ ...own, site: { phone: '3' } }, (path) => path.startsWith('site.'));
    expect(parted).toEqual({ own: { hero: own['hero'] }, shared: { site: { phone: '3' } } });
    /* Of two pages the first has the words of the source, the second those of a client. */
    const common = commonOf(
      [{ site: { phone: '1', menu: [{ id: 'hire', label: 'hire' }] } }, parted.shared],
      [document, document],
    );
    expect([...common.values]).toEqual([
      ['site.phone', '3'],
      ['site.menu.hire.label', 'hire'],
    ]);
    expect([...common.lists]).toEqual([['site.menu', ['hire']]]);
  });

  it('lies over what was there: a list of it goes for all of the list', () => {
    const both = over(site, flatten({ site: { phone: '9', menu: [{ id: 'hire', label: 'Hire' }] } }));
    expect([...both.values]).toEqual([
      ['site.phone', '9'],
      ['site.email', 'a@example.org'],
      ['site.menu.hire.label', 'Hire'],
    ]);
    expect([...both.lists]).toEqual([['site.menu', ['hire']]]);
  });
});
