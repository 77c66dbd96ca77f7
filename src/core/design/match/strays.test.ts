import { artboard, box, line, type Item } from '../sample.js';
import { piecesOf } from '../structure/pieces.js';
import { wordsOf } from '../text/paragraphs.js';
import { matchArtboards } from './match-artboards.js';
import type { Piece } from '../model/piece.js';

const CARD = { 'background-color': 'rgb(240, 240, 230)' };

/** A card with an evening in it; each thing begins so far from its left. */
const card = (y: number, words: readonly string[], width: number): Item[] => [
  box(20, y, width, 60, CARD),
  ...words.map((word, at) => line(word, 40 + (at * (width - 40)) / words.length, y + 20)),
];

/** From each text of the first artboard: how high its mate stands on the other, undefined if it has none. */
function heights(wide: readonly Item[], narrow: readonly Item[]): Record<string, number[]> {
  const [first, other] = [piecesOf(artboard(1200, 900, ...wide)), piecesOf(artboard(500, 900, ...narrow))];
  const { pairs } = matchArtboards(first, other);
  const found: Record<string, number[]> = {};
  const heightOf = (piece: Piece): number => pairs.get(piece)?.box[1] ?? NaN;
  for (const piece of first.all) if (piece.type === 'text') (found[wordsOf(piece.text)] ??= []).push(heightOf(piece));
  return found;
}

describe('equal words in several rows', () => {
  const long = 'The sky clears after the rain has passed';

  it('are where the rest of their row is, though equal words stand elsewhere', () => {
    const wide = [
      ...card(100, ['Friday', 'Saturn', 'Twelve', long], 1100),
      ...card(200, ['Sunday', 'The Moon', 'Four', long], 1100),
      line(long, 40, 700),
    ];
    const narrow = [
      ...card(100, ['Friday', 'Saturn', 'Twelve', 'The sky clears after'], 460),
      ...card(200, ['Sunday', 'The Moon', 'Four', long], 460),
      line(long, 40, 700),
    ];
    expect(heights(wide, narrow)).toMatchObject({ Friday: [120], [long]: [120, 220, 700] });
  });

  it('are told apart in boxes in boxes, too', () => {
    const nested = (width: number, last: string): Item[] => [
      box(10, 90, width + 20, 90, { 'background-color': 'rgb(200, 200, 190)' }),
      ...card(100, ['Friday', 'Saturn', 'Twelve', last], width),
      line(long, 40, 700),
    ];
    expect(heights(nested(1100, long), nested(460, 'The sky clears after'))).toMatchObject({ [long]: [120, 700] });
  });

  it('may stand elsewhere if nothing in their row is like them', () => {
    const wide = [...card(100, ['Friday', 'Saturn', 'Twelve', 'Book'], 1100), line('Come early', 40, 700)];
    const narrow = [
      ...card(100, ['Friday', 'Saturn', 'Twelve'], 460),
      line('Come early', 40, 700),
      line('Book', 40, 760),
    ];
    expect(heights(wide, narrow)).toMatchObject({ Book: [760], 'Come early': [700] });
  });
});
