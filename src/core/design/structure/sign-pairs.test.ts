import { artboard, box, line, type Item } from '../sample.js';
import { wordsOf } from '../text/paragraphs.js';
import { piecesOf } from './pieces.js';
import { withSigns } from './sign-pairs.js';
import { cutColumns } from './strips.js';

const INK = { 'background-color': 'rgb(20, 40, 60)' };
const columnsIn = (...items: Item[]): string[] =>
  withSigns(cutColumns(piecesOf(artboard(1200, 100, ...items)).top)).map((column) =>
    column.map((piece) => (piece.type === 'text' ? wordsOf(piece.text) : 'sign')).join('+'),
  );
const arrow = (x: number): Item => box(x, 40, 10, 8, INK);

describe('signs in a row', () => {
  it('go with the words that they stand close to, on either side', () => {
    const menu = [line('Evenings', 100, 36), arrow(170), line('Visit', 300, 36), arrow(345), line('Join', 500, 36)];
    expect(columnsIn(...menu)).toEqual(['Evenings+sign', 'Visit+sign', 'Join']);
    const contact = [arrow(100), line('+44 1632 960', 116, 36), arrow(400), line('marsh@example.org', 416, 36)];
    expect(columnsIn(...contact)).toEqual(['sign+44 1632 960'.replace('4', '+4'), 'sign+marsh@example.org']);
  });

  it('stay by themselves where there is one alone, or as much room on both sides', () => {
    expect(columnsIn(line('Evenings', 100, 36), arrow(170), line('Visit', 300, 36))).toHaveLength(3);
    const apart = [line('Evenings', 100, 36), arrow(230), line('Visit', 300, 36), arrow(400), line('Join', 470, 36)];
    expect(columnsIn(...apart)).toHaveLength(5);
  });
});
