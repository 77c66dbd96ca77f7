import type { ElementNode, PageDocument, PageNode } from '../page/types.js';
import { elements, isElement, textOf } from '../page/walk.js';
import { buildDesign } from './build.js';
import type { DrawnBoard, DrawnBox, DrawnItem } from './drawn.js';
import { board, box, line, picture } from './sample.js';

/* What holds for every drawing, tried on boards made at random from a fixed start. */

/** Numbers from 0 to 1, the same ones each time (a linear congruential generator). */
function numbers(start: number): () => number {
  let at = start;
  return () => (at = (at * 1664525 + 1013904223) % 2 ** 32) / 2 ** 32;
}

const WORDS = ['marsh', 'dome', 'tide', 'curlew', 'lamp', 'moon', 'sluice', 'dusk', 'comet', 'tower'];

/** A page of bands: a title, then rows of cards or a picture beside a text. */
function drawn(start: number): DrawnBoard {
  const next = numbers(start);
  const pick = (most: number): number => Math.floor(next() * most);
  let count = 0;
  const phrase = (words: number): string => Array.from({ length: words }, () => `${WORDS[pick(WORDS.length)]}${(count += 1)}`).join(' '); // prettier-ignore
  const items: Parameters<typeof board>[2][] = [line(phrase(3), 100, 40, { size: 48, weight: '700' })];
  let y = 160;
  for (let band = 0; band < 3 + pick(3); band += 1) {
    const columns = 2 + pick(3);
    const width = Math.floor((1000 - (columns - 1) * 30) / columns);
    if (pick(2))
      for (let column = 0; column < columns; column += 1) {
        const x = 100 + column * (width + 30);
        items.push(box(x, y, width, 160, { 'background-color': 'rgb(230, 235, 245)' }));
        items.push(line(phrase(2), x + 20, y + 24, { size: 22, weight: '700' }), line(phrase(2), x + 20, y + 70), line(phrase(1), x + 20, y + 112)); // prettier-ignore
      }
    else {
      items.push(picture(`p${band}.jpg`, 100, y, 440, 220));
      items.push(
        line(phrase(2), 600, y + 20, { size: 28 }),
        line(phrase(4), 600, y + 80),
        line(phrase(3), 600, y + 140),
      );
    }
    y += 300 + 20 * pick(4);
  }
  return board(1200, y, ...items);
}

/** The tree of a page without names and styles. */
function shapeOf(document: PageDocument): unknown {
  const visit = (node: PageNode): unknown =>
    isElement(node) ? [node.element, node.kind, ...(node.children ?? []).map(visit)] : node.text;
  return visit(document.body);
}

const build = (one: DrawnBoard): PageDocument => buildDesign({ name: 'p', files: ['p.svg'], boards: [one] }).document;
const starts = [1, 7, 23, 42, 77, 128];

function changed(one: DrawnBoard, box: (box: DrawnBox) => DrawnBox, size: number): DrawnBoard {
  const items = one.items.map((item): DrawnItem => {
    if (item.type === 'text')
      return { ...item, box: box(item.box), words: item.words.map((word) => ({ ...word, box: box(word.box) })), look: { ...item.look, size: item.look.size * size } }; // prettier-ignore
    if (item.type === 'picture') return { ...item, box: box(item.box), whole: box(item.whole) };
    return { ...item, box: box(item.box) };
  });
  const [, , width, height] = box([0, 0, one.width, one.height]);
  return { ...one, width, height, items };
}

describe.each(starts)('a drawing made at random (%i)', (start) => {
  const one = drawn(start);
  const document = build(one);

  it('has every text of the drawing exactly once, and every picture', () => {
    const wanted = one.items.flatMap((item) => (item.type === 'text' ? item.words.map(({ text }) => text) : [])).sort();
    expect(textOf(document.body).split(' ').sort()).toEqual(wanted);
    const pictures = one.items.filter(({ type }) => type === 'picture').length;
    expect([...elements(document.body)].filter(({ kind }) => kind === 'image')).toHaveLength(pictures);
  });

  it('keeps its structure when it is drawn a little larger or smaller', () => {
    for (const scale of [0.9, 1.25]) {
      const larger = changed(
        one,
        ([x, y, width, height]) => [x * scale, y * scale, width * scale, height * scale],
        scale,
      );
      expect(shapeOf(build(larger))).toEqual(shapeOf(document));
    }
  });

  it('keeps its structure in another order of painting, boxes before what lies on them', () => {
    const next = numbers(start + 1);
    const rank = new Map(one.items.map((item) => [item, item.type === 'box' ? 0 : 1 + next()]));
    const items = [...one.items].sort((a, b) => (rank.get(a) as number) - (rank.get(b) as number));
    const shuffled = { ...one, items: items.map((item, order) => ({ ...item, order })) };
    expect(shapeOf(build(shuffled))).toEqual(shapeOf(document));
  });

  it('gives every element an id of its own', () => {
    const ids = [...elements(document.body)].map(({ id }: ElementNode) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });
});
