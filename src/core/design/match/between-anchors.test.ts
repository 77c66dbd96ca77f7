import { artboard, image, line, type Item } from '../sample.js';
import { piecesOf } from '../structure/pieces.js';
import { matchArtboards } from './match-artboards.js';

/** The addresses of the images that are taken for one, from the first artboard to the second. */
function pairsOf(wide: readonly Item[], narrow: readonly Item[]): Record<string, string> {
  const [first, second] = [piecesOf(artboard(1200, 900, ...wide)), piecesOf(artboard(400, 900, ...narrow))];
  const found = [...matchArtboards(first, second).pairs].flatMap(([a, b]): [string, string][] =>
    a.type === 'picture' && b.type === 'picture' ? [[a.picture.address, b.picture.address]] : [],
  );
  return Object.fromEntries(found);
}
const before = line('Salt Marsh Observatory', 20, 20);
const after = (y: number): Item => line('Nights out', 20, y);

describe('images that are other files on another artboard', () => {
  it('are paired by what stands around them and by size, not by their number', () => {
    const wide = [before, image('sky-wide.jpg', 0, 60, 1200, 400), after(500)];
    const narrow = [before, image('menu.svg', 350, 10, 30, 30), image('sky-narrow.jpg', 0, 60, 400, 300), after(400)];
    expect(pairsOf(wide, narrow)).toEqual({ 'sky-wide.jpg': 'sky-narrow.jpg' });
  });

  it('are paired in their order if they are equally large', () => {
    const wide = [before, image('a1.jpg', 0, 60, 300, 200), image('b1.jpg', 320, 60, 300, 200), after(500)];
    const narrow = [before, image('a2.jpg', 0, 60, 180, 120), image('b2.jpg', 200, 60, 180, 120), after(400)];
    expect(pairsOf(wide, narrow)).toEqual({ 'a1.jpg': 'a2.jpg', 'b1.jpg': 'b2.jpg' });
  });

  it('are left alone if one is a sign and the other fills the screen', () => {
    const wide = [before, image('sky.jpg', 0, 60, 1200, 400), after(500)];
    expect(pairsOf(wide, [before, image('menu.svg', 350, 10, 30, 30), after(400)])).toEqual({});
  });
});
