import { required } from '../data/required.js';
import { buildDesign } from '../design/emit/build-design.js';
import { artboard, box, line, type Item } from '../design/sample.js';
import { elements } from '../document/walk.js';
import { bottom } from '../geometry/box.js';
import type { DrawnShape } from './drawing.js';
import { withWordTables } from './word-tables.js';

const STARS = [
  ['Star', 'Constellation', 'Rises', 'Magnitude'],
  ['Vega', 'Lyra', '19:40', '0.03'],
  ['Deneb', 'Cygnus', '20:15', '1.25'],
  ['Altair', 'Aquila', '20:50', '0.77'],
  ['Arcturus', 'Bootes', '18:05', '-0.05'],
  ['Capella', 'Auriga', '22:30', '0.08'],
];
const BOLD = { weight: '700' };

/** A table of words alone, its columns at the given places; lines follow each other at a step. */
function table(rows: readonly string[][], places: readonly number[], top: number, step = 30): Item[] {
  return rows.flatMap((row, at) =>
    row.map((words, column) => line(words, required(places[column]), top + at * step, at === 0 ? BOLD : {})),
  );
}

const rowsOf = (...boards: Parameters<typeof artboard>[]): DrawnShape[][] =>
  withWordTables(boards.map((board) => artboard(...board))).map(({ items }) =>
    items.filter((item): item is DrawnShape => item.type === 'box' && item.columns !== undefined),
  );

describe('a table without lines', () => {
  const wide: Item[] = [line('Brightest tonight', 40, 40, { size: 30 }), ...table(STARS, [40, 200, 420, 520], 120)];

  it('has rows where words begin at the same places line after line', () => {
    const [rows = []] = rowsOf([1200, 400, ...wide]);
    expect(rows).toHaveLength(STARS.length);
    expect(rows[0]).toMatchObject({ columns: [40, 200, 420, 520], look: {} });
  });

  it('is known again where its cells are broken into lines', () => {
    const twoWords = STARS.map((row, at) => (at === 0 ? row : [`${row[0]} star`, ...row.slice(1)]));
    const broken = twoWords.flatMap((row, at) =>
      row.flatMap((words, column): Item[] => {
        const [x, y] = [required([10, 60, 150, 230][column]), 120 + at * 50];
        if (at === 0) return [line(words, x, y, BOLD)];
        return column === 0
          ? words.split(' ').map((word, index) => line(word, x, y + index * 22))
          : [line(words, x, y + 11)];
      }),
    );
    const [, rows = []] = rowsOf([1200, 400, ...table(twoWords, [40, 200, 420, 520], 120)], [320, 500, ...broken]);
    expect(rows).toHaveLength(STARS.length);
    expect(rows[1]?.columns).toEqual([10, 60, 150, 230]);
    expect(rows.slice(1).every(({ box }, at) => box[1] >= bottom(required(rows[at]).box))).toBe(true);
  });

  it('goes on beside a menu, and without cells that are cut off', () => {
    const menu = ['Tonight', 'Visit', 'Members'].map((words, at) => line(words, 20, 137 + at * 44));
    const beside = table(STARS, [240, 400, 620, 720], 120);
    const cut = table(STARS, [10, 120, 240, 330], 120).filter((_, at) => at % 4 < 3);
    const [wideRows, narrowRows] = rowsOf([1200, 400, ...menu, ...beside], [330, 400, ...cut]);
    expect([wideRows?.length, narrowRows?.length]).toEqual([STARS.length, STARS.length]);
  });

  it.each([
    ['columns of links', [['Visit', 'Learn', 'Join'], ...Array<string[]>(4).fill(['Hours', 'Talks', 'Members'])]],
    ['three lines', STARS.slice(0, 3)],
    ['two columns', STARS.map((row) => row.slice(0, 2))],
  ])('is not seen in %s', (_, rows) => {
    expect(rowsOf([1200, 400, ...table(rows, [40, 300, 560, 820], 120)])).toEqual([[]]);
  });

  it('is not seen where each cell has a box of its own', () => {
    const places = [40, 200, 420, 520];
    const cells = STARS.flatMap((_, at) => places.map((x) => box(x - 8, 112 + at * 30, 90, 30)));
    expect(rowsOf([1200, 400, ...cells, ...table(STARS, places, 120)])).toEqual([[]]);
  });

  it('becomes a table with its heads, and keeps cells apart that nearly touch', () => {
    const close = table(STARS, [40, 108, 216, 260], 120);
    const boards = [artboard(600, 400, line('Brightest tonight', 40, 40, { size: 30 }), ...close)];
    const { document } = buildDesign({ name: 'stars', files: ['stars.svg'], boards });
    const tags = [...elements(document.body)].map(({ element }) => element);
    expect(tags.filter((tag) => tag === 'th')).toHaveLength(4);
    expect(tags.filter((tag) => tag === 'td')).toHaveLength(4 * (STARS.length - 1));
  });
});
