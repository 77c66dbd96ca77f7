import { required } from '../../data/required.js';
import type { Piece } from '../model/piece.js';
import { artboard, art, box, image, line } from '../sample.js';
import { wordsOf } from '../text/paragraphs.js';
import { cutsOf } from './cuts.js';
import { piecesOf } from './pieces.js';

type Items = Parameters<typeof artboard>[2][];

const said = (piece: Piece): string => (piece.type === 'text' ? wordsOf(piece.text) : piece.type);

/** How things on a board of 1,000 px are cut first: the direction, and what each group holds. */
function firstCut(...items: Items): string {
  const [cut] = cutsOf(piecesOf(artboard(1000, 900, ...items)).top);
  const groups = required(cut).groups.map((group) => group.map(said).join(' + '));
  return `${required(cut).direction}: ${groups.join(' | ')}`;
}

describe('things that could be rows or columns', () => {
  it('are rows where the sign at the end stands in the middle of one line', () => {
    expect(
      firstCut(
        line('Is the platform heated', 100, 100),
        art('M0 8h16', 860, 101, 16, 16),
        line('Only the tea is, and the', 100, 134, { size: 13 }),
      ),
    ).toBe('stack: art + Is the platform heated | Only the tea is, and the');
    expect(
      firstCut(line('€ 12', 100, 128), line('With tea', 100, 90, { size: 13 }), art('M0 8h16', 640, 117, 40, 40)),
    ).toMatch(/^stack: /);
  });

  it('are a title, a line and the grid below, which has nothing of these in its cells', () => {
    const shots = [0, 1].flatMap((row) =>
      [0, 1, 2].map((at) => image(`${row}${at}.png`, 60 + 300 * at, 180 + 250 * row, 260, 200)),
    );
    expect(firstCut(line('Shots', 460, 80), box(440, 120, 56, 3), box(510, 120, 56, 3), ...shots)).toBe(
      `stack: Shots | box + box | ${Array(6).fill('picture').join(' + ')}`,
    );
  });

  it('are columns where the sign stands beside all of them', () => {
    expect(firstCut(line('Tides', 100, 100), line('Low at six', 100, 140), art('M0 8h16', 800, 100, 54, 58))).toBe(
      'row: Tides + Low at six | art',
    );
  });

  it('are rows where each begins with a box to tick', () => {
    const tick = (y: number): Items[number] => box(100, y, 18, 18, { 'border-width': '1px' });
    expect(
      firstCut(
        tick(100),
        line('Gulls', 130, 100),
        line('12', 400, 100),
        tick(134),
        line('Herons', 130, 134),
        line('6', 400, 134),
      ),
    ).toBe('stack: box + Gulls + 12 | box + Herons + 6');
  });

  it('are columns of words without signs', () => {
    expect(
      firstCut(
        line('Visit', 100, 100, { size: 20 }),
        line('Tides', 600, 100, { size: 20 }),
        line('Nights', 100, 134),
        line('Moon', 600, 134),
      ),
    ).toBe('row: Visit + Nights | Tides + Moon');
  });
});

describe('a bar of tools above a grid with a column beside it', () => {
  const card = (x: number, y: number, name: string): Items => [
    image(`${name}.jpg`, x, y, 180, 140),
    line(name, x, y + 156),
  ];
  const grid: Items = [
    ...card(300, 160, 'Dusk'),
    ...card(520, 160, 'Moon'),
    ...card(740, 160, 'Tide'),
    ...card(300, 420, 'Hide'),
    ...card(520, 420, 'Dome'),
    ...card(740, 420, 'Reed'),
  ];
  const beside: Items = [line('Seasons', 80, 170), line('Spring and autumn', 80, 210), line('Winter', 80, 250)];

  it('is a row of its own', () => {
    expect(
      firstCut(line('6 nights', 80, 100), box(780, 94, 140, 32, { 'border-width': '1px' }), ...beside, ...grid),
    ).toMatch(/^stack: (6 nights \+ box|box \+ 6 nights) \| /);
  });

  it('is left away, and the grid is one thing beside the column', () => {
    expect(firstCut(...beside, ...grid)).toMatch(/^row: Seasons \+ Spring and autumn \+ Winter \| picture/);
  });
});
