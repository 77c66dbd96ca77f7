import { required } from '../data/required.js';
import fc from 'fast-check';
import type { PageDocument, PageNode } from '../document/types.js';
import { elements, isElement, textOf } from '../document/walk.js';
import { buildDesign } from './emit/build-design.js';
import type { DrawnArtboard, DrawnBox, DrawnItem } from '../drawing/drawing.js';
import { artboard, box, line, image } from './sample.js';

/* What holds for every drawing: pages of bands, each with cards or with a picture beside a text. */

interface Band {
  readonly columns: number;
  readonly cards: boolean;
  readonly gap: number;
}

const bands = fc.array(
  fc.record({ columns: fc.integer({ min: 2, max: 4 }), cards: fc.boolean(), gap: fc.integer({ min: 0, max: 3 }) }),
  { minLength: 2, maxLength: 5 },
);
const WORDS = ['marsh', 'dome', 'tide', 'curlew', 'lamp', 'moon', 'sluice', 'dusk', 'comet', 'tower'];

function drawn(list: readonly Band[]): DrawnArtboard {
  let count = 0;
  const phrase = (words: number): string =>
    Array.from({ length: words }, () => `${WORDS[count % WORDS.length]}${(count += 1)}`).join(' ');
  const items: Parameters<typeof artboard>[2][] = [line(phrase(3), 100, 40, { size: 48, weight: '700' })];
  let y = 160;
  list.forEach(({ columns, cards, gap }, band) => {
    const width = Math.floor((1000 - (columns - 1) * 30) / columns);
    if (cards)
      for (let column = 0; column < columns; column += 1) {
        const x = 100 + column * (width + 30);
        items.push(box(x, y, width, 160, { 'background-color': 'rgb(230, 235, 245)' }));
        items.push(
          line(phrase(2), x + 20, y + 24, { size: 22, weight: '700' }),
          line(phrase(2), x + 20, y + 70),
          line(phrase(1), x + 20, y + 112),
        );
      }
    else {
      items.push(image(`p${band}.jpg`, 100, y, 440, 220));
      items.push(
        line(phrase(2), 600, y + 20, { size: 28 }),
        line(phrase(4), 600, y + 80),
        line(phrase(3), 600, y + 140),
      );
    }
    y += 300 + 20 * gap;
  });
  return artboard(1200, y, ...items);
}

/** The tree of a page without names and styles. */
function shapeOf(document: PageDocument): unknown {
  const visit = (node: PageNode): unknown =>
    isElement(node) ? [node.element, node.kind, ...(node.children ?? []).map(visit)] : node.text;
  return visit(document.body);
}

const build = (drawnArtboard: DrawnArtboard): PageDocument =>
  buildDesign({ name: 'p', files: ['p.svg'], boards: [drawnArtboard] }).document;

function changed(drawnArtboard: DrawnArtboard, box: (box: DrawnBox) => DrawnBox, size: number): DrawnArtboard {
  const items = drawnArtboard.items.map((item): DrawnItem => {
    if (item.type === 'text')
      return {
        ...item,
        box: box(item.box),
        words: item.words.map((word) => ({ ...word, box: box(word.box) })),
        look: { ...item.look, size: item.look.size * size },
      };
    if (item.type === 'picture') return { ...item, box: box(item.box), whole: box(item.whole) };
    return { ...item, box: box(item.box) };
  });
  const [, , width, height] = box([0, 0, drawnArtboard.width, drawnArtboard.height]);
  return { ...drawnArtboard, width, height, items };
}

describe('a drawing, whatever is on it,', () => {
  it('has every text exactly once, every picture, and an id for each element', () => {
    fc.assert(
      fc.property(bands, (list) => {
        const drawnArtboard = drawn(list);
        const { body } = build(drawnArtboard);
        const wanted = drawnArtboard.items.flatMap((item) =>
          item.type === 'text' ? item.words.map(({ text }) => text) : [],
        );
        expect(textOf(body).split(' ').sort()).toEqual(wanted.sort());
        const all = [...elements(body)];
        const images = drawnArtboard.items.filter(({ type }) => type === 'picture').length;
        expect(all.filter(({ kind }) => kind === 'image')).toHaveLength(images);
        expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
      }),
      { numRuns: 60, seed: 41 },
    );
  });

  it('keeps its structure when it is drawn a little larger or smaller', () => {
    fc.assert(
      fc.property(bands, fc.constantFrom(0.9, 1.1, 1.25), (list, scale) => {
        const drawnArtboard = drawn(list);
        const scaled = changed(drawnArtboard, (own) => own.map((value) => value * scale) as unknown as DrawnBox, scale);
        expect(shapeOf(build(scaled))).toEqual(shapeOf(build(drawnArtboard)));
      }),
      { numRuns: 60, seed: 41 },
    );
  });

  it('keeps its structure in another order of painting, boxes before what lies on them', () => {
    fc.assert(
      fc.property(bands, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (list, ranks) => {
        const drawnArtboard = drawn(list);
        const rank = new Map(
          drawnArtboard.items.map((item) => [item, item.type === 'box' ? -1 : (ranks.next().value as number)]),
        );
        const items = [...drawnArtboard.items].sort((a, b) => required(rank.get(a)) - required(rank.get(b)));
        const shuffled = { ...drawnArtboard, items: items.map((item, order) => ({ ...item, order })) };
        expect(shapeOf(build(shuffled))).toEqual(shapeOf(build(drawnArtboard)));
      }),
      { numRuns: 60, seed: 41 },
    );
  });
});
