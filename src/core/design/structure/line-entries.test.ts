import { buildDesign } from '../emit/build-design.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { artboard, box, line, type Item } from '../sample.js';

const DARK = { 'background-color': 'rgb(30, 40, 60)' };
const BRIGHT = { 'background-color': 'rgb(40, 120, 240)' };
const PALE = { color: 'rgb(190, 200, 210)' };

/** A menu at the side of a page, and an article beside it. */
function listsOf(...entries: readonly Item[]): string[][] {
  const article = ['Nights out', 'The dome is open', 'Bring a coat'].map((words, at) =>
    line(words, 320, 40 + at * 200, { size: 30 - at * 5 }),
  );
  const boards = [artboard(1200, 900, box(0, 0, 250, 900, DARK), ...entries, ...article)];
  const all = [...elements(buildDesign({ name: 'log', files: ['log.svg'], boards }).document.body)];
  return all
    .filter(({ element }) => element === 'ul')
    .map(({ children = [] }) => children.filter(isElement).map((item) => textOf(item).replace(/\s+/g, ' ').trim()));
}

const entry = (words: string, at: number): Item => line(words, 28, 100 + at * 46, PALE);

describe('a menu of lines in equal steps', () => {
  it('is one list, though one entry stands out and some have badges', () => {
    const items = [
      entry('Tonight', 0),
      ...[entry('Members', 1), box(190, 144, 34, 20, BRIGHT), line('New', 196, 147, { size: 12 })],
      ...[box(8, 179, 234, 42, BRIGHT), line('Telescopes', 28, 192)],
      ...[entry('Talks', 3), box(190, 236, 18, 20, BRIGHT), line('6', 195, 239, { size: 12 })],
      entry('Library', 4),
      entry('Shop', 5),
    ];
    expect(listsOf(...items)).toEqual([['Tonight', 'Members New', 'Telescopes', 'Talks 6', 'Library', 'Shop']]);
  });

  it('is parted by labels between its entries', () => {
    const label = line('VISITORS', 20, 100 + 4 * 46 - 10, { size: 13, ...PALE });
    const items = [0, 1, 2, 3].map((at) => entry(['Tonight', 'Members', 'Talks', 'Shop'][at] ?? '', at));
    const after = [0, 1, 2, 3].map((at) => entry(['Hours', 'Arrival', 'Tickets', 'Groups'][at] ?? '', at + 4.6));
    expect(listsOf(...items, label, ...after)).toEqual([
      ['Tonight', 'Members', 'Talks', 'Shop'],
      ['Hours', 'Arrival', 'Tickets', 'Groups'],
    ]);
  });
});
