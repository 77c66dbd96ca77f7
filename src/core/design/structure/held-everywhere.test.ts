import { matchArtboards } from '../match/match-artboards.js';
import type { Piece } from '../model/piece.js';
import { artboard, box, image, line, type Item } from '../sample.js';
import { leaveChanceHolders } from './held-everywhere.js';
import { piecesOf } from './pieces.js';

const PANEL = { 'background-color': 'rgb(20, 40, 60)' };
const topOf = (wide: Item[], narrow: Item[]): Piece[] => {
  const [first, second] = [piecesOf(artboard(1200, 800, ...wide)), piecesOf(artboard(600, 900, ...narrow))];
  const { pairs } = matchArtboards(first, second);
  const top = [...first.top];
  leaveChanceHolders(top, [(piece) => pairs.get(piece)?.box]);
  return top;
};
const words = line('The dome is open', 40, 40, { size: 30 });
const stars = [image('vega.png', 700, 100, 80, 80), image('deneb.png', 900, 300, 60, 60)];

describe('a drawing that lies in a box on the widest artboard', () => {
  it('is beside it if it lies beside it on the other', () => {
    const wide = [words, box(600, 0, 600, 600, PANEL), ...stars];
    const narrow = [
      words,
      box(300, 0, 300, 400, PANEL),
      image('vega.png', 40, 500, 80, 80),
      image('deneb.png', 400, 100, 60, 60),
    ];
    const top = topOf(wide, narrow);
    expect(top.map(({ type }) => type).sort()).toEqual(['box', 'picture', 'text']);
    expect(top.find(({ type }) => type === 'box')?.inside).toHaveLength(1);
  });

  it('stays in it if it does there too, or if there are words in the box', () => {
    const wide = [words, box(600, 0, 600, 600, PANEL), ...stars];
    const inside = [
      words,
      box(0, 300, 600, 500, PANEL),
      image('vega.png', 40, 500, 80, 80),
      image('deneb.png', 200, 600, 60, 60),
    ];
    expect(
      topOf(wide, inside)
        .map(({ type }) => type)
        .sort(),
    ).toEqual(['box', 'text']);
    const card = [...wide, line('Two stars', 720, 420)];
    const narrow = [
      words,
      box(300, 0, 300, 400, PANEL),
      image('vega.png', 40, 500, 80, 80),
      line('Two stars', 320, 300),
    ];
    expect(topOf(card, narrow).find(({ type }) => type === 'box')?.inside).toHaveLength(3);
  });
});
