import { artboard, box, image, line } from '../design/sample.js';
import type { DrawnItem, DrawnShape } from './drawing.js';
import { withCellGrids } from './cell-grids.js';

type Items = Parameters<typeof artboard>[2][];

const GROUND = { 'background-color': 'rgb(255, 255, 255)', 'border-width': '0 0 1px 0', 'border-style': 'solid' };
const FRAMED = { 'border-width': '1px', 'border-style': 'solid', 'border-color': 'rgb(0, 0, 0)' };
const STARTS = [100, 350, 600];

const read = (...items: Items): readonly DrawnItem[] => withCellGrids(artboard(1000, 800, ...items)).items;
const rowsIn = (items: readonly DrawnItem[]): DrawnShape[] =>
  items.flatMap((item) => (item.type === 'box' && item.columns ? [item] : []));
const row = (y: number, look: Record<string, string>, words: readonly string[], lap = 0): Items =>
  words.flatMap((word, at) => [
    box(STARTS[at] ?? 0, y, 250 + lap, 50 + lap, look),
    line(word, (STARTS[at] ?? 0) + 16, y + 16),
  ]);
const nights = (look: Record<string, string>, lap = 0): Items => [
  ...row(200, look, ['Night', 'Object', 'Places'], lap),
  ...row(250, look, ['Saturday', 'Saturn', 'Twelve'], lap),
  ...row(300, look, ['Sunday', 'The Moon', 'Four'], lap),
];

describe('cells drawn as boxes', () => {
  it('are rows of a table, which have their ground and their lines if all look alike', () => {
    const items = read(...nights(GROUND));
    expect(rowsIn(items)).toMatchObject(
      [200, 250, 300].map((y) => ({ box: [100, y, 750, 50], columns: STARTS, look: GROUND })),
    );
    expect(items.filter(({ type }) => type === 'box')).toHaveLength(3);
  });

  it('stay boxes in their row if they have borders all around, which may lie on each other', () => {
    const items = read(...nights(FRAMED, 1));
    expect(rowsIn(items)).toHaveLength(3);
    expect(items.filter(({ type }) => type === 'box')).toHaveLength(12);
    expect(items.map(({ order }) => order)).toEqual([...items.map(({ order }) => order)].sort((a, b) => a - b));
  });

  it('may reach over two columns', () => {
    const wide = [box(100, 350, 500, 50, GROUND), line('Cloudy', 116, 366), box(600, 350, 250, 50, GROUND)];
    expect(rowsIn(read(...nights(GROUND), ...wide)).map(({ columns }) => columns)).toEqual(Array(4).fill(STARTS));
  });

  it('are no table if they hold no words, stand apart, are two rows, or part at other places', () => {
    const gallery = [200, 250, 300].flatMap((y) =>
      STARTS.flatMap((x) => [box(x, y, 250, 50, GROUND), image('dome.jpg', x + 10, y + 5, 60, 40)]),
    );
    expect(rowsIn(read(...gallery))).toEqual([]);
    expect(rowsIn(read(...row(200, GROUND, ['a', 'b', 'c']), ...row(260, GROUND, ['d', 'e', 'f'])))).toEqual([]);
    expect(rowsIn(read(...nights(GROUND).slice(0, 12)))).toEqual([]);
    const other = [box(100, 300, 400, 50, GROUND), line('Four', 116, 316), box(500, 300, 350, 50, GROUND)];
    expect(rowsIn(read(...nights(GROUND).slice(0, 12), ...other))).toEqual([]);
  });
});
