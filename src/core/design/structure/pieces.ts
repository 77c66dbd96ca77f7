import type { DrawnArtboard, DrawnBox, DrawnText } from '../../drawing/drawing.js';
import { area, bottom, holds } from '../../geometry/box.js';
import { agreeOnTexts } from '../text/agree-on-texts.js';
import { ornamentsOn } from './ornaments.js';
import { paragraphsOf } from '../text/paragraphs.js';
import type { Piece, Pieces } from '../model/piece.js';
import type { Paragraph } from '../model/paragraph.js';

/** A thing may stick out of its box by this much, px. */
const SLACK = 2;
/** Boxes in one place that share this much of their area are one box. */
const SAME_AREA = 0.9;
/** Boxes thinner than this are lines: they hold nothing. */
const THINNEST = 8;

/** The texts of a board. */
export function textsOf(artboard: DrawnArtboard): Paragraph[] {
  const texts = artboard.items.filter((item): item is DrawnText => item.type === 'text');
  return paragraphsOf(texts, artboard.width);
}

/** The pieces of the boards of one page, which agree on what is one text. */
export function piecesOfAll(artboards: readonly DrawnArtboard[]): Pieces[] {
  const texts = agreeOnTexts(
    artboards.map(textsOf),
    artboards.map(({ width }) => width),
  );
  const ornaments = ornamentsOn(artboards);
  return artboards.map((artboard, at) => piecesOf(artboard, texts[at], ornaments[at]));
}

export function piecesOf(
  artboard: DrawnArtboard,
  texts: readonly Paragraph[] = textsOf(artboard),
  ornaments: ReadonlySet<number> = new Set(),
): Pieces {
  const pieces: Piece[] = [
    ...texts.map((text): Piece => ({
      type: 'text',
      order: text.order,
      box: text.box,
      text,
      inside: [],
    })),
    ...artboard.items.flatMap((item): Piece[] => {
      if (item.type === 'picture')
        return [{ type: 'picture', order: item.order, box: item.box, picture: item, inside: [] }];
      if (item.type === 'art') return [{ type: 'art', order: item.order, box: item.box, art: item, inside: [] }];
      return item.type === 'box'
        ? [{ type: 'box', order: item.order, box: item.box, shape: item, look: item.look, inside: [] }]
        : [];
    }),
  ].sort((a, b) => a.order - b.order);
  return nest(pieces, artboard, ornaments);
}

function nest(pieces: readonly Piece[], artboard: DrawnArtboard, ornaments: ReadonlySet<number>): Pieces {
  const whole: DrawnBox = [0, 0, artboard.width, artboard.height];
  let ground: Readonly<Record<string, string>> = {};
  const top: Piece[] = [];
  const kept: Piece[] = [];
  const aside = pieces.filter((piece) => piece.type !== 'text' && ornaments.has(piece.order));
  for (const piece of pieces) {
    if (aside.includes(piece)) continue;
    if (piece.type === 'box' && kept.length === 0 && holds(piece.box, whole, SLACK)) {
      ground = { ...ground, ...backgroundOf(piece.look) };
      continue;
    }
    if (kept.length === 0 && paintsNothingNew(piece, ground, artboard.width)) continue;
    const parent = kept.findLast(
      (entry) =>
        canHold(entry, piece, artboard.width) &&
        holds(entry.box, piece.box, SLACK) &&
        area(entry.box) >= area(piece.box) * 0.98,
    );
    if (
      piece.type === 'box' &&
      parent?.type === 'box' &&
      parent.inside.length === 0 &&
      holds(piece.box, parent.box, SLACK) &&
      area(piece.box) > SAME_AREA * area(parent.box)
    ) {
      kept[kept.indexOf(parent)] = replaceIn(top, kept, parent, { ...parent, look: { ...parent.look, ...piece.look } });
      continue;
    }
    (parent ? parent.inside : top).push(piece);
    kept.push(piece);
  }
  overhang(top, kept, artboard.width);
  const all = [...kept, ...aside].sort((a, b) => a.order - b.order);
  return { width: artboard.width, height: artboard.height, ground, top, ornaments: aside, all };
}

/** Less than this is untidiness rather than an overlap, px. */
const LEAST_OVERLAP = 8;

/**
 * What lies across the edge of a full-width band, painted after it, belongs to the side on which most of it lies, and
 * hangs over to the other.
 */
function overhang(top: Piece[], kept: Piece[], width: number): void {
  const bands = top.filter((piece) => piece.type !== 'text' && piece.box[2] >= width - SLACK && piece.box[3] > 40);
  for (const piece of [...top]) {
    if (piece.type === 'text' || bands.includes(piece)) continue;
    const [x, y, wide, high] = piece.box;
    const band = bands.find(
      (band) => band.order < piece.order && band.box[1] > y + LEAST_OVERLAP && band.box[1] < y + high - LEAST_OVERLAP,
    );
    if (!band) {
      riseOver(bands, piece, top, kept);
      continue;
    }
    const above = band.box[1] - y;
    if (above >= high / 2) {
      replaceIn(top, kept, piece, changed(kept, piece, { box: [x, y, wide, above], hang: high - above }));
    } else {
      top.splice(top.indexOf(piece), 1);
      const inner = changed(kept, piece, { box: [x, band.box[1], wide, high - above], rise: above });
      band.inside.push(inner);
      band.inside.sort((a, b) => a.order - b.order);
    }
  }
  for (const band of bands) hangOn(band, top, kept);
}

/** A band painted over the beginning of what follows it ends there, and hangs over the rest. */
function hangOn(band: Piece, top: Piece[], kept: Piece[]): void {
  const [x, y, wide, high] = band.box;
  const under = top.find(
    ({ type, order, box }) =>
      type !== 'text' &&
      order < band.order &&
      box[1] > y + high / 2 &&
      box[1] < y + high - LEAST_OVERLAP &&
      bottom(box) > y + high + LEAST_OVERLAP,
  );
  if (!under) return;
  const hang = y + high - under.box[1];
  replaceIn(top, kept, band, changed(kept, band, { box: [x, y, wide, high - hang], hang }));
}

/** What begins on the end of a band and goes on below it, where no other band follows, rises over it. */
function riseOver(bands: readonly Piece[], piece: Piece, top: Piece[], kept: Piece[]): void {
  const [x, y, wide, high] = piece.box;
  const band = bands.find(
    (band) =>
      band.order < piece.order &&
      bottom(band.box) > y + LEAST_OVERLAP &&
      bottom(band.box) < y + high / 2 &&
      band.box[1] < y,
  );
  if (!band) return;
  const rise = bottom(band.box) - y;
  replaceIn(top, kept, piece, changed(kept, piece, { box: [x, y + rise, wide, high - rise], rise }));
}

function changed(kept: Piece[], before: Piece, change: Partial<Piece>): Piece {
  const after = { ...before, ...change } as Piece;
  kept[kept.indexOf(before)] = after;
  return after;
}

/** Two boxes in the same place are one box with both looks. */
function replaceIn(top: Piece[], kept: readonly Piece[], before: Piece, after: Piece): Piece {
  for (const list of [top, ...kept.map(({ inside }) => inside)]) {
    const at = list.indexOf(before);
    if (at >= 0) list[at] = after;
  }
  return after;
}

/** A first box across the board in the colour of the ground is a leftover of the drawing, not a section. */
function paintsNothingNew(piece: Piece, ground: Readonly<Record<string, string>>, width: number): boolean {
  if (piece.type !== 'box' || piece.box[0] > SLACK || piece.box[1] > SLACK || piece.box[2] < width - SLACK)
    return false;
  const colour = ground['background-color'] ?? 'rgb(255, 255, 255)';
  return Object.entries(piece.look).every(([name, value]) => name === 'background-color' && value === colour);
}

/** Drawing narrower than this (in shares of the board) or lower (px) is not behind other things. */
const GROUND_SHARE = 0.3;
const GROUND_HEIGHT = 60;

/** Boxes, pictures and large drawing hold things; a rule holds at most a thinner rule drawn on it. */
function canHold(piece: Piece, inner: Piece, width: number): boolean {
  if (piece.type === 'box' && inner.type === 'box') return true;
  if (piece.type === 'art')
    return inner.type !== 'art' && piece.box[2] >= GROUND_SHARE * width && piece.box[3] >= GROUND_HEIGHT;
  return piece.type !== 'text' && piece.box[2] > THINNEST && piece.box[3] > THINNEST;
}

function backgroundOf(look: Readonly<Record<string, string>>): Record<string, string> {
  return Object.fromEntries(Object.entries(look).filter(([name]) => name.startsWith('background')));
}
