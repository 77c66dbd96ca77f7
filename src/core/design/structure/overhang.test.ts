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

describe('a card under the beginning of the band that follows', () => {
  const under = (cardTop: number): { readonly box: readonly number[]; readonly hang: number } => {
    const card = box(200, cardTop, 800, 300, WHITE);
    const { all } = piecesOf(
      artboard(1200, 900, line('Our guides', 200, 60), card, line('Ada Fenwick', 540, 320), band),
    );
    const found = required(
      all.find(({ type, look }: { type: string; look?: unknown }) => type === 'box' && look === WHITE),
    );
    return { box: found.box, hang: found.hang ?? 0 };
  };

  it('ends where the band begins, and hangs over that by the rest', () => {
    expect(under(300)).toEqual({ box: [200, 300, 800, 200], hang: 100 });
  });

  it('stays whole if most of it lies under the band', () => {
    expect(under(420)).toEqual({ box: [200, 420, 800, 300], hang: 0 });
  });
});
