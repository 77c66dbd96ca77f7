import { required } from '../data/required.js';
import fc from 'fast-check';
import { arrange } from './structure/arrange.js';
import type { DrawnArtboard, DrawnText } from '../drawing/drawing.js';
import { matchArtboards, matchedShare } from './match/match-artboards.js';
import { paragraphsOf, wordsOf } from './text/paragraphs.js';
import { piecesOf } from './structure/pieces.js';
import { art, artboard, box, line, image } from './sample.js';
import type { Part } from './model/part.js';
import { drawnBox } from './model/piece.js';

const texts = (drawnArtboard: DrawnArtboard) =>
  drawnArtboard.items.filter((item): item is DrawnText => item.type === 'text');
const paragraphs = (...items: ReturnType<typeof line>[]) => paragraphsOf(texts(artboard(1000, 1000, ...items)), 1000);

describe('paragraphs', () => {
  it('join lines of one style, edge and leading', () => {
    const found = paragraphs(
      line('Come and look through the', 100, 100),
      line('telescope on the deck', 100, 124),
      line('tonight', 100, 148),
    );
    expect(found.map(wordsOf)).toEqual(['Come and look through the telescope on the deck tonight']);
    expect(found[0]).toMatchObject({ leading: 24, align: 'left' });
  });

  it('part where the style, the edge or the leading changes', () => {
    const found = paragraphs(
      line('A heading of size', 100, 100, { size: 32 }),
      line('Some words below it here', 100, 150),
      line('and more of them', 140, 174),
      line('far away', 100, 260),
    );
    expect(found).toHaveLength(4);
  });

  it('part where the next word would have fitted', () => {
    const found = paragraphs(
      line('A line that is long enough to fill', 100, 100),
      line('Short', 100, 124),
      line('Another one', 100, 148),
    );
    expect(found.map(wordsOf)).toEqual(['A line that is long enough to fill Short', 'Another one']);
  });

  it('keep runs of another look inside a line', () => {
    const found = paragraphs(line('Members pay', 100, 100), line('half', 100 + 12 * 8, 100, { weight: '700' }));
    expect(found).toHaveLength(1);
    expect(found[0]?.lines[0]?.runs.map(({ text, look }) => [text, look.weight])).toEqual([
      ['Members pay', '400'],
      [' half', '700'],
    ]);
  });

  it('go on in a line that begins or ends with words of another font, such as code', () => {
    const code = (words: string, x: number, y: number): ReturnType<typeof line> =>
      line(words, x, y, { size: 14, family: 'Marsh Mono' });
    const found = paragraphs(
      line('The log is written by the', 100, 100),
      code('tide.log', 100, 126),
      line('script each night, and', 162, 124),
      line('kept for', 100, 148),
      code('ten years', 172, 150),
    );
    expect(found.map(wordsOf)).toEqual([
      'The log is written by the tide.log script each night, and kept for ten years',
    ]);
    expect(found[0]?.leading).toBe(24);
  });

  it('see centred lines and those that stand alone in the middle', () => {
    expect(paragraphs(line('A wide centred line', 424, 100), line('a narrow one', 452, 124))[0]?.align).toBe('center');
    expect(paragraphs(line('Middle', 476, 100))[0]?.align).toBe('center');
    expect(paragraphs(line('Right', 860, 100, { anchor: 'end' }))[0]?.align).toBe('right');
  });

  it('keep every letter exactly once, whatever the lines (words that touch are one)', () => {
    const spot = fc.record({
      text: fc.constantFrom('one', 'two three', 'four five six'),
      x: fc.integer({ min: 0, max: 900 }),
      y: fc.integer({ min: 0, max: 900 }),
      size: fc.constantFrom(14, 16, 32),
    });
    fc.assert(
      fc.property(fc.array(spot, { maxLength: 12 }), (spots) => {
        const found = paragraphs(...spots.map(({ text, x, y, size }) => line(text, x, y, { size })));
        const count = (list: string[]) => [...list.join('').replace(/\s+/g, '')].sort();
        expect(count(found.map(wordsOf))).toEqual(count(spots.map(({ text }) => text)));
      }),
    );
  });
});

describe('pieces', () => {
  it('lie in the smallest box that holds them, and the board has a ground', () => {
    const { top, ground } = piecesOf(
      artboard(
        1000,
        600,
        box(0, 0, 1000, 600, { 'background-color': 'white' }),
        box(50, 50, 400, 300),
        box(80, 80, 100, 50),
        line('In', 90, 90),
        line('Out', 600, 90),
      ),
    );
    expect(ground).toEqual({ 'background-color': 'white' });
    expect(top.map(({ type }) => type)).toEqual(['box', 'text']);
    expect(top[0]?.inside[0]?.inside.map(({ type }) => type)).toEqual(['text']);
  });

  it('are one box where two lie on each other', () => {
    const { top } = piecesOf(
      artboard(1000, 600, box(50, 50, 400, 300), box(50, 50, 400, 300, { 'border-width': '1px' })),
    );
    expect(top).toHaveLength(1);
    expect(top[0]).toMatchObject({ look: { 'background-color': 'rgb(250, 250, 250)', 'border-width': '1px' } });
  });

  it('let a thick rule hold a thin one', () => {
    const { top } = piecesOf(artboard(1000, 600, box(50, 50, 52, 3), box(50, 50, 52, 1), line('Words', 50, 90)));
    expect(top.map(({ type, inside }) => [type, inside.length])).toEqual([
      ['box', 1],
      ['text', 0],
    ]);
  });

  it('rise over the end of a band that nothing follows, or lie under it', () => {
    const cardOver = piecesOf(artboard(1000, 1200, image('hero.jpg', 0, 0, 1000, 600), box(50, 540, 900, 500)));
    expect(cardOver.top.map(({ box: own, hang, rise }) => [own[1], own[3], hang, rise])).toEqual([
      [0, 600, undefined, undefined],
      [600, 440, undefined, 60],
    ]);
    const cardUnder = piecesOf(artboard(1000, 1200, box(50, 540, 900, 500), image('hero.jpg', 0, 0, 1000, 600)));
    expect(cardUnder.top.map(({ box: own, hang, rise }) => [own[1], own[3], hang, rise])).toEqual([
      [540, 500, undefined, undefined],
      [0, 540, 60, undefined],
    ]);
  });

  it('hang over the edge of a band on the side where less of them lies', () => {
    const { top } = piecesOf(
      artboard(
        1000,
        900,
        line('Words', 50, 50),
        box(0, 400, 1000, 500),
        image('a.jpg', 600, 200, 300, 260),
        image('b.jpg', 100, 360, 200, 300),
      ),
    );
    const hanging = top.find(({ type }) => type === 'picture');
    expect(hanging).toMatchObject({ box: [600, 200, 300, 200], hang: 60 });
    expect(hanging && drawnBox(hanging)).toEqual([600, 200, 300, 260]);
    expect(top.find(({ type }) => type === 'box')?.inside[0]).toMatchObject({ rise: 40 });
  });
});

/** The shape of a tree: `stack(text, row(text, text))`. */
function shape(part: Part): string {
  const own = part.piece?.type ?? part.direction;
  const inside = [...part.parts.map(shape), ...part.over.map((part) => `over ${shape(part)}`)];
  return inside.length
    ? `${own}${part.piece && part.parts.length > 1 ? ` ${part.direction}` : ''}(${inside.join(', ')})`
    : own;
}
const shapeOf = (...items: ReturnType<typeof line>[]) => shape(arrange(piecesOf(artboard(1000, 1000, ...items)).top));

describe('cuts', () => {
  const columns = (y: number) =>
    [100, 400, 700].flatMap((x, index) => [
      art(`M${index}`, x, y, 40, 40),
      line('Title', x, y + 60, { size: 22 }),
      line('Words of it', x, y + 100),
    ]);

  it('find rows of a stack', () => {
    expect(shapeOf(line('One', 100, 100), line('Two', 300, 180))).toBe('stack(text, text)');
  });

  it('find columns, though their parts stand at the same heights', () => {
    expect(shapeOf(...columns(100))).toBe(
      'row(stack(art, text, text), stack(art, text, text), stack(art, text, text))',
    );
  });

  it('find a heading above columns', () => {
    expect(shapeOf(line('What to expect from it', 279, 40, { size: 30 }), ...columns(140))).toBe(
      'stack(text, row(stack(art, text, text), stack(art, text, text), stack(art, text, text)))',
    );
  });

  it('find a grid of boxes, in reading order', () => {
    const cards = [0, 1, 2, 3].map((index) =>
      box(100 + (index % 2) * 420, 100 + Math.floor(index / 2) * 220, 400, 200),
    );
    expect(shapeOf(...cards)).toBe('row(box, box, box, box)');
  });

  it('find a grid of things without boxes', () => {
    const cells = [0, 1, 2, 3].flatMap((index) => [
      image(`${index}.jpg`, 100 + (index % 2) * 420, 100 + Math.floor(index / 2) * 400, 400, 200),
      line(`Name ${index}`, 100 + (index % 2) * 420, 320 + Math.floor(index / 2) * 400),
    ]);
    expect(shapeOf(...cells)).toBe(
      'row(stack(picture, text), stack(picture, text), stack(picture, text), stack(picture, text))',
    );
  });

  it('lay what overlaps over the rest', () => {
    expect(shapeOf(box(100, 100, 400, 300), box(350, 250, 300, 300), line('On it', 420, 500))).toContain('over');
  });

  it('do not change when the board is moved, or drawn in another order', () => {
    const items = [
      line('What to expect from it', 279, 40, { size: 30 }),
      ...columns(140),
      box(100, 400, 300, 100),
      line('In', 150, 440),
    ];
    const expected = shapeOf(...items);
    const moved = artboard(1000, 1000, ...items).items.map((item) => ({
      ...item,
      box: [item.box[0] + 37, item.box[1] + 211, item.box[2], item.box[3]] as const,
      ...(item.type === 'text'
        ? {
            words: item.words.map((word) => ({
              ...word,
              box: [word.box[0] + 37, word.box[1] + 211, word.box[2], word.box[3]] as const,
            })),
          }
        : {}),
    }));
    expect(shape(arrange(piecesOf({ ...artboard(1000, 1000), items: moved }).top))).toBe(expected);
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2], { minLength: 3 }), (order) => {
        const groups = order.map((index) => columns(140).slice(index * 3, index * 3 + 3));
        expect(shapeOf(required(items[0]), ...groups.flat(), ...items.slice(10))).toBe(expected);
      }),
    );
  });
});

describe('matching boards', () => {
  const wide = piecesOf(
    artboard(
      1000,
      600,
      line('Star evenings', 100, 20),
      line('Star evenings', 100, 100, { size: 60 }),
      line('Book a place', 100, 300),
      box(500, 200, 300, 200),
      line('Saturn', 520, 220),
      line('Book a place', 520, 300),
    ),
  );
  const narrow = piecesOf(
    artboard(
      400,
      900,
      line('Star evenings', 20, 80, { size: 40 }),
      box(20, 300, 360, 200),
      line('Saturn', 40, 320),
      line('Book a place', 40, 400),
      line('Menu', 300, 20),
    ),
  );
  const match = matchArtboards(wide, narrow);
  const partner = (index: number) => match.pairs.get(wide.all[index] as never);

  it('pairs equal words by how they are set', () => {
    expect(partner(1)).toBe(narrow.all[0]);
    expect(partner(0)).toBeUndefined();
  });

  it('pairs equal words by what stands beside them', () => {
    expect(partner(5)).toMatchObject({ box: [40, 400, 96, expect.any(Number)] });
    expect(partner(2)).toBeUndefined();
  });

  it('pairs boxes by what they hold', () => {
    expect(partner(3)).toMatchObject({ type: 'box', box: [20, 300, 360, 200] });
  });

  it('says what is on one board only, and how much is shared', () => {
    expect(match.extra.map((piece) => (piece.type === 'text' ? wordsOf(piece.text) : piece.type))).toEqual(['Menu']);
    expect(matchedShare(wide, match)).toBeCloseTo(3 / 5);
    expect(matchedShare(wide, matchArtboards(wide, wide))).toBe(1);
  });
});
