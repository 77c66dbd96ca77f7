import { element, page } from '../page/sample.js';
import { headLines } from '../render/head.js';
import { indexFiles } from '../render/index-files.js';
import { bestIcon, headFrom, type CapturedHead } from './captured.js';
import { withSettings } from './settings.js';

const NOTHING: CapturedHead = { site: '', title: '', description: '', picture: '', pictureAlt: '', icons: [], data: [], unlisted: false, theme: '' }; // prettier-ignore
const bare = { ...page({}), title: 'Star evenings', description: 'Every Friday & Saturday', language: 'en-GB' };
const lines = (document: typeof bare, file = 'index.html'): string => headLines(document, { sheet: 'style.css', file }).join('\n'); // prettier-ignore

describe('the head of a source', () => {
  it('is taken over; data that is no JSON and colours that are none are left out', () => {
    const head = headFrom({ ...NOTHING, site: 'Observatory', title: 'Evenings', picture: 'https://x.example/a.jpg', pictureAlt: 'Dome', unlisted: true, theme: '#1d5c74', data: ['{"@type":"Museum"}', '{no', '[{"@type":"Event"}, 3]'] }); // prettier-ignore
    expect(head).toEqual({
      site: 'Observatory',
      preview: { title: 'Evenings', picture: 'https://x.example/a.jpg', alt: 'Dome' },
      unlisted: true,
      theme: '#1d5c74',
      facts: [{ '@type': 'Museum' }, { '@type': 'Event' }],
    });
    expect(headFrom({ ...NOTHING, theme: 'red;}<' })).toEqual({});
  });

  it('has the drawing among its icons, or else the largest', () => {
    const icon = (address: string, sizes = '', type = '') => ({ address, sizes, type });
    expect(bestIcon([icon('a.png', '32x32'), icon('b.svg'), icon('c.png', '512x512')])).toBe('b.svg');
    expect(bestIcon([icon('a.png', '32x32'), icon('c.png', '512x512')])).toBe('c.png');
    expect(bestIcon([])).toBeUndefined();
  });
});

describe('what a person says of the site', () => {
  it('goes before what the source says, and the rest stays', () => {
    const source = { ...bare, head: { site: 'Old', theme: '#000000', unlisted: true as const } };
    const { head, title, description } = withSettings(source, { name: 'New', address: 'https://x.example' }, { title: 'Nights', listed: true }); // prettier-ignore
    expect([head, title, description]).toEqual([
      { site: 'New', theme: '#000000', root: 'https://x.example/' },
      'Nights',
      'Every Friday & Saturday',
    ]);
    expect(withSettings(bare, {}, {})).toEqual(bare);
  });

  it('is told as facts in the words of schema.org', () => {
    const { head } = withSettings(bare, { name: 'Observatory', facts: { type: 'Museum', town: 'Wrackby', opens: ['Fr 19:00-23:00'], mail: 'a@b.example' } }, {}); // prettier-ignore
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

describe('the head of a page', () => {
  const root = 'https://x.example/marsh/';
  const head = { root, site: 'Observatory', preview: { picture: 'assets/a.jpg', width: 1200, height: 630, alt: '"Dome"' }, icons: [{ file: 'assets/m.svg' }, { file: 'assets/32.png', size: 32 }, { file: 'assets/180.png', size: 180 }, { file: 'assets/512.png', size: 512 }] }; // prettier-ignore

  it('says where it is found and how links to it are shown, escaped', () => {
    const text = lines({ ...bare, head });
    expect(text).toContain('<link rel="canonical" href="https://x.example/marsh/">');
    expect(text).toContain('<meta property="og:description" content="Every Friday &amp; Saturday">');
    expect(text).toContain('<meta property="og:image" content="https://x.example/marsh/assets/a.jpg">');
    expect(text).toContain('<meta property="og:image:alt" content="&quot;Dome&quot;">');
    expect(text).toContain('<meta property="og:locale" content="en_GB">');
    expect(lines({ ...bare, head }, 'hire.html')).toContain('href="https://x.example/marsh/hire.html"');
  });

  it('names icons by what asks for them', () => {
    const text = lines({ ...bare, head });
    expect(text.match(/<link rel="[^"]*(?:icon|manifest)"[^>]*>/g)).toEqual([
      '<link rel="icon" href="assets/m.svg" type="image/svg+xml" sizes="any">',
      '<link rel="icon" href="assets/32.png" type="image/png" sizes="32x32">',
      '<link rel="apple-touch-icon" href="assets/180.png">',
      '<link rel="manifest" href="site.webmanifest">',
    ]);
  });

  it('says nothing that is not known', () => {
    const text = lines(bare);
    expect(text).not.toMatch(/canonical|og:|icon|robots|ld\+json/);
    expect(lines({ ...bare, head: { unlisted: true } } as typeof bare)).toContain('<meta name="robots" content="noindex">'); // prettier-ignore
  });

  it('lets nothing in data end the element that it is in', () => {
    const text = lines({ ...bare, head: { facts: [{ name: '</script><img src=x onerror=alert(1)>\u2028' }] } } as typeof bare); // prettier-ignore
    expect(text).toContain('\\u003c/script>\\u003cimg');
    expect(text.match(/<\/script>/g)).toHaveLength(1);
  });
});

describe('files of a site for search engines', () => {
  const root = 'https://x.example/';
  const pages = [
    { document: { ...bare, head: { root, icons: [{ file: 'assets/192.png', size: 192 }, { file: 'assets/16.png', size: 16 }] } }, files: ['index.html', 'index.de.html'] }, // prettier-ignore
    { document: { ...bare, head: { root, unlisted: true as const } }, files: ['draft.html'] },
  ];

  it('list the pages that may be listed, by their addresses', () => {
    const files = indexFiles(pages);
    expect(files['sitemap.xml']?.match(/<loc>[^<]*/g)).toEqual([`<loc>${root}`, `<loc>${root}index.de.html`]);
    expect(files['robots.txt']).toBe(`User-agent: *\nAllow: /\nSitemap: ${root}sitemap.xml\n`);
    expect(JSON.parse(files['site.webmanifest'] ?? '')).toMatchObject({ name: 'Star evenings', icons: [{ src: 'assets/192.png', sizes: '192x192' }] }); // prettier-ignore
  });

  it('are not there while the site has no address and no icons', () => {
    expect(indexFiles([{ document: { ...bare, body: element('box', 'page') }, files: ['index.html'] }])).toEqual({});
  });
});
