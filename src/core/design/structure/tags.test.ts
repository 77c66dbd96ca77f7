import { required } from '../../data/required.js';
import { arrange } from './arrange.js';
import { buildDesign } from '../emit/build-design.js';
import type { DrawnArtboard } from '../../drawing/drawing.js';
import { piecesOf } from './pieces.js';
import { artboard, box, line } from '../sample.js';
import { elements } from '../../document/walk.js';
import { tagsIn } from './tags.js';
import type { Part } from '../model/part.js';

type Items = Parameters<typeof artboard>[2][];
const WORDS = ['Moon', 'Planets', 'Tide', 'Comets tonight', 'Dome', 'Meteors', 'Rings'];

/** Tags in lines no wider than `width`, as words would run. */
function run(words: readonly string[], x: number, y: number, width: number, look?: Record<string, string>): Items {
  const items: Items = [];
  let [left, top] = [x, y];
  for (const word of words) {
    const wide = word.length * 6 + 16;
    if (left + wide > x + width && left > x) [left, top] = [x, top + 36];
    items.push(box(left, top, wide, 28, look), line(word, left + 8, top + 7, { size: 12 }));
    left += wide + 10;
  }
  return items;
}
const drawn = (width: number, ...more: Items): DrawnArtboard =>
  artboard(width, 500, line('What we show', 40, 40, { size: 30 }), ...run(WORDS, 40, 100, width - 80), ...more);
const tagged = (part: Part): Part[] => [...(part.tags ? [part] : []), ...part.parts.flatMap(tagged)];

describe('tags', () => {
  it('are boxes of one look with a word or two that run on over several lines', () => {
    const [tags] = tagged(arrange(piecesOf(drawn(400)).top));
    expect(tags?.parts).toHaveLength(WORDS.length);
    expect(tags?.reason).toBe('7 tags that wrap');
  });

  it('are not boxes of other looks or sizes, or in one line', () => {
    const top = (items: Items): Parameters<typeof tagsIn>[0] => piecesOf(artboard(400, 400, ...items)).top;
    expect(tagsIn(top(run(WORDS, 40, 40, 320)))).toHaveLength(7);
    expect(tagsIn(top(run(WORDS, 40, 40, 900)))).toBeUndefined();
    const mixed = [
      ...run(WORDS.slice(0, 4), 40, 40, 320),
      ...run(WORDS.slice(4), 40, 112, 320, { 'background-color': 'rgb(1, 2, 3)' }),
    ];
    expect(tagsIn(top(mixed))).toBeUndefined();
    expect(tagsIn(top(run(['Moon', 'Tide', 'Dome', 'Ring'], 40, 40, 120)))).toBeUndefined();
  });

  it('break by themselves where they break on every board', () => {
    const { document } = buildDesign({ name: 'p', files: ['p.svg'], boards: [drawn(500), drawn(400)] });
    const holder = [...elements(document.body)].find(({ children = [] }) => children.length === WORDS.length);
    const { rest, variants = [] } = document.styles[required(holder?.style)] ?? { rest: {} };
    expect(rest).toMatchObject({ display: 'flex', 'flex-wrap': 'wrap', 'column-gap': '10px', 'row-gap': '8px' });
    expect(variants.some(({ set }) => set['flex-wrap'] ?? set['display'])).toBe(false);
    const sizes = new Set(
      holder?.children?.map((child) => ('style' in child ? JSON.stringify(document.styles[child.style]) : '')),
    );
    expect(sizes.size).toBe(1);
  });
});
