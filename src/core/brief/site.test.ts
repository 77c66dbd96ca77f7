import { page } from '../document/sample.js';
import { withSettings } from './site.js';

const bare = { ...page({}), title: 'Star evenings', description: 'Every Friday & Saturday' };

describe('what a person says of the site', () => {
  it('goes before what the source says, and the rest stays', () => {
    const source = { ...bare, head: { site: 'Old', theme: '#000000', unlisted: true as const } };
    const { head, title, description } = withSettings(
      source,
      { name: 'New', address: 'https://x.example' },
      { title: 'Nights', listed: true },
    );
    expect([head, title, description]).toEqual([
      { site: 'New', theme: '#000000', root: 'https://x.example/' },
      'Nights',
      'Every Friday & Saturday',
    ]);
    expect(withSettings(bare, {}, {})).toEqual(bare);
  });

  it('is told as facts in the words of schema.org', () => {
    const { head } = withSettings(
      bare,
      {
        name: 'Observatory',
        facts: { type: 'Museum', town: 'Wrackby', opens: ['Fr 19:00-23:00'], mail: 'a@b.example' },
      },
      {},
    );
    expect(head?.facts).toEqual([
      {
        '@context': 'https://schema.org',
        '@type': 'Museum',
        name: 'Observatory',
        email: 'a@b.example',
        address: { '@type': 'PostalAddress', addressLocality: 'Wrackby' },
        openingHours: ['Fr 19:00-23:00'],
      },
    ]);
  });
});
