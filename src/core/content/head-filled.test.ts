import { page } from '../document/sample.js';
import type { PageHead } from '../document/types.js';
import { headFilled } from './head-filled.js';

const facts = [
  {
    '@type': 'Museum',
    name: 'Marsh Observatory',
    telephone: '+44 1632 960 417',
    email: 'keeper@marsh.example',
    address: { '@type': 'PostalAddress', addressLocality: 'Wrackby' },
    sameAs: ['https://elsewhere.example/marsh'],
  },
];
const original = new Map([
  ['page.title', 'Marsh Observatory'],
  ['footer.phone.address', 'tel:+441632960417'],
  ['footer.phone.label', '01632 960417'],
  ['footer.email.address', 'mailto:keeper@marsh.example'],
  ['footer.town', 'Wrackby'],
  ['footer.elsewhere.address', 'https://elsewhere.example/marsh'],
  ['footer.kind', 'Museum'],
]);
const filled = (changes: Readonly<Record<string, string>>, head: PageHead = { facts }): PageHead | undefined =>
  headFilled({ ...page({}), head }, original, new Map([...original, ...Object.entries(changes)]));

describe('what a page tells search engines', () => {
  it('is as the source has it while nothing is changed', () => {
    expect(filled({})).toEqual({ facts });
    expect(filled({ 'footer.phone.address': 'tel:+44-1632-960417' })).toEqual({ facts });
  });

  it('follows the fields that said the same', () => {
    const changes = {
      'page.title': 'Hollin Observatory',
      'footer.phone.address': 'tel:+441632960500',
      'footer.email.address': 'mailto:dome@marsh.example',
      'footer.town': 'Saltby',
      'footer.elsewhere.address': 'https://elsewhere.example/hollin',
    };
    expect(filled(changes)?.facts).toEqual([
      {
        '@type': 'Museum',
        name: 'Hollin Observatory',
        telephone: '+441632960500',
        email: 'dome@marsh.example',
        address: { '@type': 'PostalAddress', addressLocality: 'Saltby' },
        sameAs: ['https://elsewhere.example/hollin'],
      },
    ]);
  });

  it('says what things are as before, and keeps what a field leaves empty', () => {
    expect(filled({ 'footer.kind': 'Gallery', 'footer.town': ' ' })).toEqual({ facts });
  });

  it('does not follow mere numbers and short words, which are said of many things', () => {
    const rated = [{ '@type': 'Rating', ratingValue: '5', reviewCount: '2026', addressCountry: 'no' }];
    const counts = new Map([
      ['list.number', '5'],
      ['list.year', '2026'],
      ['list.highlighted', 'no'],
    ]);
    const now = new Map([
      ['list.number', '6'],
      ['list.year', '2027'],
      ['list.highlighted', 'yes'],
    ]);
    expect(headFilled({ ...page({}), head: { facts: rated } }, counts, now)).toEqual({ facts: rated });
  });

  it('stays where two fields said the same and no longer do', () => {
    const twice = new Map([...original, ['contact.town', 'Wrackby']]);
    const own = headFilled({ ...page({}), head: { facts } }, twice, new Map([...twice, ['contact.town', 'Saltby']]));
    expect(own).toEqual({ facts });
  });

  it('goes for previews too, but not for their pictures', () => {
    const preview = { title: 'Marsh Observatory', description: 'Its own words', picture: 'Wrackby', alt: 'Wrackby' };
    expect(filled({ 'page.title': 'Dome', 'footer.town': 'Saltby' }, { preview })).toEqual({
      preview: { title: 'Dome', description: 'Its own words', picture: 'Wrackby', alt: 'Saltby' },
    });
    expect(filled({}, { site: 'Marsh' })).toEqual({ site: 'Marsh' });
  });
});
