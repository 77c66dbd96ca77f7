import { element, page } from '../document/sample.js';
import { headLines } from './head.js';
import { indexFiles } from './index-files.js';

const bare = { ...page({}), title: 'Star evenings', description: 'Every Friday & Saturday', language: 'en-GB' };
const lines = (document: typeof bare, file = 'index.html'): string =>
  headLines(document, { sheet: 'style.css', file }).join('\n');

describe('the head of a page', () => {
  const root = 'https://x.example/marsh/';
  const head = {
    root,
    site: 'Observatory',
    preview: { picture: 'assets/a.jpg', width: 1200, height: 630, alt: '"Dome"' },
    icons: [
      { file: 'assets/m.svg' },
      { file: 'assets/32.png', size: 32 },
      { file: 'assets/180.png', size: 180 },
      { file: 'assets/512.png', size: 512 },
    ],
  };

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
    expect(lines({ ...bare, head: { unlisted: true } })).toContain('<meta name="robots" content="noindex">');
  });

  it('lets nothing in data end the element that it is in', () => {
    const text = lines({
      ...bare,
      head: { facts: [{ name: '</script><img src=x onerror=alert(1)>\u2028' }] },
    });
    expect(text).toContain('\\u003c/script>\\u003cimg');
    expect(text.match(/<\/script>/g)).toHaveLength(1);
  });
});

describe('files of a site for search engines', () => {
  const root = 'https://x.example/';
  const pages = [
    {
      document: {
        ...bare,
        head: {
          root,
          icons: [
            { file: 'assets/192.png', size: 192 },
            { file: 'assets/16.png', size: 16 },
          ],
        },
      },
      files: ['index.html', 'index.de.html'],
    },
    { document: { ...bare, head: { root, unlisted: true as const } }, files: ['draft.html'] },
  ];

  it('list the pages that may be listed, by their addresses', () => {
    const files = indexFiles(pages);
    expect(files['sitemap.xml']?.match(/<loc>[^<]*/g)).toEqual([`<loc>${root}`, `<loc>${root}index.de.html`]);
    expect(files['robots.txt']).toBe(`User-agent: *\nAllow: /\nSitemap: ${root}sitemap.xml\n`);
    expect(JSON.parse(files['site.webmanifest'] ?? '')).toMatchObject({
      name: 'Star evenings',
      icons: [{ src: 'assets/192.png', sizes: '192x192' }],
    });
  });

  it('are not there while the site has no address and no icons', () => {
    expect(indexFiles([{ document: { ...bare, body: element('box', 'page') }, files: ['index.html'] }])).toEqual({});
  });
});
