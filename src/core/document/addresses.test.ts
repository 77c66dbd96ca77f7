import { assetAddresses, mapAssets } from './addresses.js';
import { element, page, words } from './sample.js';
import { elements } from './walk.js';

const link = (href: string) => element('link', href, { element: 'a', attributes: { href } }, words(href));
const hrefs = (document: ReturnType<typeof page>) =>
  [...elements(document.body)].flatMap(({ attributes }) => attributes?.['href'] ?? []);

describe('files of a page', () => {
  it('are those that it shows, those that its links lead to, and those of its head', () => {
    const document = {
      ...page(
        { a: { rest: { 'background-image': 'url("ground.png")' } } },
        element('image', 'i', { element: 'img', attributes: { src: 'dome.jpg', srcset: 'dome-2.jpg 2x' } }),
        link('papers/fees.pdf#page=2'),
        link('hire.html'),
        link('https://x.example/fees.pdf'),
        link('//x.example/a.pdf'),
        link('#fees'),
      ),
      head: { preview: { picture: 'preview.jpg' }, icons: [{ file: 'mark.svg' }] },
    };
    expect(assetAddresses(document)).toEqual([
      'ground.png',
      'dome.jpg',
      'dome-2.jpg',
      'papers/fees.pdf#page=2',
      'preview.jpg',
      'mark.svg',
    ]);
    expect(assetAddresses(document, false)).not.toContain('papers/fees.pdf#page=2');
  });

  it('that are not there leave links as they are, and no preview and no icon', () => {
    const document = {
      ...page({}, link('fees.pdf')),
      head: { site: 'Marsh', preview: { title: 'Tides', picture: 'a.jpg' }, icons: [{ file: 'mark.svg' }] },
    };
    for (const instead of [undefined, 'data:image/svg+xml,x']) {
      const page = mapAssets(document, (address) =>
        address === 'a.jpg' || address === 'mark.svg' ? undefined : instead,
      );
      expect(hrefs(page)).toEqual(['fees.pdf']);
      expect(page.head).toEqual({ site: 'Marsh', preview: { title: 'Tides' }, icons: [] });
    }
  });
});
