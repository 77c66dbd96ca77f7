import type { ElementNode } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { art, artboard, image, line } from '../sample.js';
import { buildDesign } from './build-design.js';
import { withSources } from './image-sources.js';

type Items = Parameters<typeof artboard>[2][];

/** The page of the same words on two boards, with an image each. */
const picturesOf = (wide: Items[number], narrow: Items[number]): ElementNode[] => {
  const words = [line('Nights on the marsh', 40, 40, { size: 32 }), line('The dome opens at dusk', 40, 100)];
  const boards = [artboard(1200, 700, ...words, wide), artboard(400, 700, ...words, narrow)];
  const { document } = buildDesign({ name: 'p', files: ['a.svg', 'b.svg'], boards });
  return [...elements(document.body)].filter(({ element }) => ['picture', 'source', 'img'].includes(element));
};

describe('an image on several artboards', () => {
  it('is one file if it was only scaled', () => {
    const found = picturesOf(art('M0 0h9v9z', 40, 160, 400, 300), art('M0 0h9v9z', 20, 160, 200, 150));
    expect(found.map(({ element }) => element)).toEqual(['img']);
  });

  it('has a source for each artboard that shows another file or another part of a drawing', () => {
    const drawn = picturesOf(art('M0 0h9v9z', 40, 160, 400, 300), art('M0 0h7v9z', 20, 160, 300, 300));
    expect(drawn.map(({ element }) => element)).toEqual(['picture', 'source', 'img']);
    const shown = picturesOf(image('wide.jpg', 40, 160, 400, 300), image('tall.jpg', 20, 160, 300, 400));
    expect(shown.map(({ attributes }) => attributes?.['srcset'] ?? attributes?.['src'])).toEqual([
      undefined,
      'tall.jpg',
      'wide.jpg',
    ]);
    expect(shown[1]?.attributes?.['media']).toMatch(/^\(width < \d+px\)$/);
  });
});

describe('sources', () => {
  const base: ElementNode = { id: 'a', kind: 'image', name: 'picture', element: 'img', attributes: { src: '1.jpg' } };
  const breakpoints = [1200, 800, 500].map((below) => ({ name: `below-${below}`, below }));
  const mediaOf = (addresses: (string | undefined)[]): (string | undefined)[] => {
    const node = withSources(base, addresses, breakpoints, () => ({ around: 'a', source: 's' }));
    return (node.children ?? []).map((child) => (child.kind === 'words' ? '' : child.attributes?.['media']));
  };

  it('have no white space in their addresses, which would end them', () => {
    const node = withSources(base, ['1.jpg', 'data:image/svg+xml,<svg a="1, 2"/>'], breakpoints, () => ({
      around: 'a',
      source: 's',
    }));
    const [source] = [...elements(node)].filter(({ element }) => element === 'source');
    expect(source?.attributes?.['srcset']).toBe('data:image/svg+xml,<svg%20a="1,%202"/>');
  });

  it('are the narrowest first, and none twice', () => {
    expect(mediaOf(['1.jpg', '2.jpg', '2.jpg', '3.jpg'])).toEqual(['(width < 500px)', '(width < 1200px)', undefined]);
    expect(mediaOf(['1.jpg', '1.jpg', undefined, '1.jpg'])).toEqual([]);
  });
});
