import { required } from '../data/required.js';
import { element, page } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { offerImages, plainImages, sizedGrounds, type Renditions } from './offer-images.js';

const image = (id: string, attributes: Record<string, string>): ElementNode =>
  element('image', id, { id, element: 'img', attributes });
const document = page(
  {
    ground: { rest: { 'background-image': 'url("assets/sky.jpg")', 'background-size': 'cover' } },
    tiled: { rest: { 'background-image': 'url("assets/tile.png")' } },
  },
  image('plain', { src: 'assets/dome.jpg', alt: 'Dome' }),
  image('chosen', { src: 'assets/deck.jpg', srcset: 'assets/deck-2.jpg 2x' }),
  image('linked', { src: 'https://example.org/far.jpg' }),
  element('image', 'p', { element: 'picture' }, image('sourced', { src: 'assets/tide.jpg' })),
);
const renditions: Renditions = {
  sizes: '400px',
  own: [
    { path: 'assets/dome-400.jpg', width: 400 },
    { path: 'assets/dome-800.jpg', width: 800 },
  ],
  others: [{ type: 'image/webp', candidates: [{ path: 'assets/dome-400.webp', width: 400 }] }],
};
const find = ({ body }: PageDocument, id: string): ElementNode | undefined =>
  [...elements(body)].find((element) => element.id === id);

describe('pictures to offer', () => {
  it('are those with one file of ours', () => {
    expect(plainImages(document.body).map(({ id }) => id)).toEqual(['plain']);
    expect(sizedGrounds(document)).toEqual(['assets/sky.jpg']);
  });

  it('have their files for each width, others first, and what they said before', () => {
    const page = offerImages(document, new Map([['plain', renditions]]));
    const around = required(find(page, 'plain-sources'));
    expect(around.children?.map((child) => 'element' in child && child.element)).toEqual(['source', 'img']);
    expect(find(page, 'plain-source-1')?.attributes).toEqual({
      type: 'image/webp',
      srcset: 'assets/dome-400.webp 400w',
      sizes: '400px',
    });
    expect(find(page, 'plain')?.attributes).toEqual({
      src: 'assets/dome-800.jpg',
      alt: 'Dome',
      srcset: 'assets/dome-400.jpg 400w, assets/dome-800.jpg 800w',
      sizes: '400px',
    });
  });

  it('take no place of their own in rows and grids', () => {
    const { styles } = offerImages(document, new Map([['plain', renditions]]));
    expect(styles['picture-sources']?.rest).toEqual({ display: 'contents' });
    expect(styles['picture-source']?.rest).toEqual({ display: 'none' });
  });

  it('stay one element without other formats, and the same document without any', () => {
    const page = offerImages(
      document,
      new Map([['plain', { ...renditions, others: [], own: renditions.own.slice(0, 1) }]]),
    );
    expect(find(page, 'plain')?.attributes).toEqual({ src: 'assets/dome-400.jpg', alt: 'Dome' });
    expect(page.styles).toBe(document.styles);
    expect(offerImages(document, new Map())).toBe(document);
  });
});
