import { required } from '../../data/required.js';
import { artboard, box, image, line } from '../sample.js';
import { piecesOf } from './pieces.js';

const WHITE = { 'background-color': 'rgb(255, 255, 255)', 'border-width': '1px' };
const GREY = { 'background-color': 'rgb(240, 242, 245)' };
const sky = image('sky.jpg', 0, 0, 1200, 500);
const band = box(0, 500, 1200, 400, GREY);
const card = box(200, 400, 800, 400, WHITE);

/** The card, wherever it lies, and what of it lies in the layout. */
function cardOf(portraitTop: number): { readonly top: string[]; readonly inside: readonly unknown[] } {
  const { top, all } = piecesOf(
    artboard(
      1200,
      900,
      sky,
      band,
      card,
      image('warden.jpg', 520, portraitTop, 160, 160),
      line('Ada Fenwick', 540, 620),
    ),
  );
  const found = required(
    all.find(({ type, look }: { type: string; look?: unknown }) => type === 'box' && look === WHITE),
  );
  const inside = found.inside.map(({ type, box: [, y, , height], rise = 0 }) => [type, y, height, rise]);
  return { top: top.map(({ type }) => type), inside };
}

describe('a portrait over the upper edge of a card that begins in an image', () => {
  it('belongs to the card, and rises over it', () => {
    const { top, inside } = cardOf(340);
    expect(top).toEqual(['picture', 'box']);
    expect(inside[0]).toEqual(['picture', 400, 100, 60]);
  });

  it('lies in the card like other things if all of it does', () => {
    expect(cardOf(410).inside[0]).toEqual(['picture', 410, 160, 0]);
  });

  it('stays in the image if most of it does', () => {
    expect(cardOf(300).inside.map((entry) => (entry as unknown[])[0])).toEqual(['text']);
  });

  it('belongs to a card that lies in no image, too, unless it reaches over its side', () => {
    const wide = (x: number): unknown[] =>
      piecesOf(artboard(1200, 900, card, image('warden.jpg', x, 340, 160, 160), line('Ada Fenwick', 540, 620))).top.map(
        ({ type }) => type,
      );
    expect([wide(520), wide(120)]).toEqual([['box'], ['box', 'picture']]);
  });
});
