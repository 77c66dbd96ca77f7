import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { matchPages } from './match.js';

/* Cards of a shop: all have the same button in a box, some are alike altogether. */
const card = (id: string, name: string): ElementNode =>
  element(
    'card',
    id,
    { id },
    element('heading', `${id}-h`, { id: `${id}-h`, element: 'h3' }, words(name)),
    element(
      'box',
      `${id}-b`,
      { id: `${id}-b` },
      element('button', `${id}-k`, { id: `${id}-k`, element: 'a', attributes: { href: '#' } }, words('Book it')),
    ),
  );
const shop = (...cards: ElementNode[]): PageDocument =>
  page({}, element('section', 'Hire', { id: 's', element: 'section' }, element('grid', 'g', { id: 'g' }, ...cards)));
const [eyepiece, mount, twin, camera] = [
  card('a', 'Eyepiece'),
  card('b', 'Mount'),
  card('c', 'Mount'),
  card('d', 'Camera'),
] as [ElementNode, ElementNode, ElementNode, ElementNode];
const before = shop(eyepiece, mount, twin, camera);
const wrong = (after: PageDocument): string[] => {
  const renamed = JSON.parse(JSON.stringify(after).replace(/"id":"/g, '"id":"n-')) as PageDocument;
  return matchPages(before, renamed)
    .matches.filter(({ old, now }) => now.node.id !== `n-${old.node.id}`)
    .map(({ old, now }) => `${old.node.id} is ${now.node.id}`);
};

describe('elements of which there are several alike', () => {
  it('are those of their own card, whichever goes, comes or moves', () => {
    expect(wrong(shop(mount, twin, camera))).toEqual([]);
    expect(wrong(shop(eyepiece, card('x', 'Filter'), mount, twin, camera))).toEqual([]);
    expect(wrong(shop(camera, eyepiece, mount, twin))).toEqual([]);
    expect(wrong(shop(eyepiece, mount, twin))).toEqual([]);
  });

  it('are found where all of them are called otherwise, and the boxes around them went', () => {
    const bare = ({ children = [], ...one }: ElementNode, at: number): ElementNode => ({
      ...one,
      children: [
        children[0] as ElementNode,
        element(
          'button',
          `${one.id}-k`,
          { id: `${one.id}-k`, element: 'a', attributes: { href: '#' } },
          words(`Take number ${at}`),
        ),
      ],
    });
    const after = shop(...[eyepiece, mount, twin, camera].map(bare));
    const renamed = JSON.parse(JSON.stringify(after).replace(/"id":"/g, '"id":"n-')) as PageDocument;
    const found = new Map(matchPages(before, renamed).matches.map(({ old, now }) => [old.node.id, now.node.id]));
    for (const id of ['a', 'b', 'c', 'd']) expect([id, found.get(`${id}-k`)]).toEqual([id, `n-${id}-k`]);
  });
});
