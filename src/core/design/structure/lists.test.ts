import { elements, textOf } from '../../document/walk.js';
import { buildDesign } from '../emit/build-design.js';
import { artboard, box, line } from '../sample.js';

const title = line('What to bring', 60, 40, { size: 36, weight: '700' });
const running = line('The dome is open and unheated, so dress for the marsh in any month.', 60, 110);

function made(...items: Parameters<typeof artboard>[2][]) {
  const { document } = buildDesign({
    name: 'p',
    files: [],
    boards: [artboard(1000, 900, title, running, ...items)],
  });
  const all = [...elements(document.body)];
  const lists = all.filter(({ element }) => element === 'ul' || element === 'ol');
  return {
    lists: lists.map((list) => [list.element, ...(list.children ?? []).map((child) => textOf(child))]),
    attributes: lists.map(({ attributes }) => attributes),
    marks: all.flatMap(({ style }) =>
      (document.styles[style ?? '']?.variants ?? []).flatMap(({ part, set }) =>
        part === '::before' ? [set['content']] : [],
      ),
    ),
    words: textOf(document.body),
  };
}

describe('lists', () => {
  it('are texts below each other that begin with a bullet, which is no part of their words', () => {
    const { lists, marks } = made(
      line('• Warm shoes', 60, 180),
      line('• A red lamp', 60, 212),
      line('Come by the north gate.', 60, 300),
    );
    expect(lists).toEqual([['ul', 'Warm shoes', 'A red lamp']]);
    expect(marks).toEqual(['"•"', '"•"']);
  });

  it('join the lines of an item that are set in', () => {
    const { lists } = made(
      line('• Warm shoes and a hat, even in the month of June', 60, 180),
      line('since the deck is wet after ten', 76, 204),
      line('• A red lamp', 60, 240),
    );
    expect(lists).toEqual([
      ['ul', 'Warm shoes and a hat, even in the month of June since the deck is wet after ten', 'A red lamp'],
    ]);
  });

  it('count where they were numbered, from where they begin', () => {
    const { lists, marks, attributes } = made(line('3. Turn at the sluice', 60, 180), line('4. Ring twice', 60, 212));
    expect(lists).toEqual([['ol', 'Turn at the sluice', 'Ring twice']]);
    expect(marks).toEqual(['counter(list-item) "."', 'counter(list-item) "."']);
    expect(attributes).toEqual([{ start: '3' }]);
  });

  it('are rows of a small drawing and words too, also where the drawings are a column of their own', () => {
    const dots = [0, 1, 2].map((at) =>
      box(60, 184 + 32 * at, 8, 8, { 'background-color': 'rgb(0, 128, 128)', 'border-radius': '50%' }),
    );
    const items = ['Parking for twelve', 'A ramp to the deck', 'Dogs on a lead'].map((words, at) =>
      line(words, 80, 180 + 32 * at),
    );
    expect(made(...dots, ...items).lists).toEqual([
      ['ul', 'Parking for twelve', 'A ramp to the deck', 'Dogs on a lead'],
    ]);
  });

  it('are none where only one text begins so, or numbers do not follow each other', () => {
    const { lists, marks, words } = made(
      line('– Ida, keeper of the tower', 60, 180),
      line('1. First light', 60, 260),
      line('7. Moonrise', 60, 292),
    );
    expect([lists, marks]).toEqual([[], []]);
    expect(words).toContain('– Ida, keeper of the tower');
    expect(words).toContain('7. Moonrise');
  });

  it('are entries of a menu with a thin line between each two, whatever follows their first words', () => {
    const entries = ['Tonight', 'Evenings', 'The marsh', 'Getting here'];
    const { lists } = made(
      ...entries.flatMap((entry, at) => [
        line(entry, 60, 200 + 48 * at),
        ...(at === 0 ? [line('( clear )', 200, 200 + 48 * at)] : []),
        box(60, 233 + 48 * at, 240, 1, { 'background-color': 'rgb(200, 200, 200)' }),
      ]),
    );
    expect(lists).toEqual([['ul', 'Tonight ( clear )', ...entries.slice(1)]]);
  });

  it('have a mark that may be drawn in several pieces', () => {
    const { lists } = made(
      ...['A coat for the terrace', 'A torch with a red light', 'Boots for the dyke'].flatMap((words, at) => [
        box(60, 200 + 50 * at, 20, 20, { 'background-color': 'rgb(200, 240, 200)', 'border-radius': '10px' }),
        line('\uE802', 64, 214 + 50 * at, { size: 12 }),
        line(words, 100, 202 + 50 * at),
      ]),
    );
    expect(lists.map(([kind, ...items]) => [kind, items.length])).toEqual([['ul', 3]]);
  });
});
