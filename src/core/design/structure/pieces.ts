import type { DrawnArtboard, DrawnBox, DrawnText } from '../../drawing/drawing.js';
import { area, holds } from '../../geometry/box.js';
import { cssOf, faded, over, parseColour, readColour } from '../../css/colours.js';
import { agreeOnTexts } from '../text/agree-on-texts.js';
import { holdWhatWasPaintedBefore, isClear } from './late-frames.js';
import { overhang, replaceIn } from './overhang.js';
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
      ground = { ...ground, ...backgroundOf(piece.look, ground) };
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
      (parent.inside.length === 0 || isClear(piece)) &&
      holds(piece.box, parent.box, SLACK) &&
      area(piece.box) > SAME_AREA * area(parent.box)
    ) {
      kept[kept.indexOf(parent)] = replaceIn(top, kept, parent, { ...parent, look: { ...parent.look, ...piece.look } });
      continue;
    }
    (parent ? parent.inside : top).push(piece);
    kept.push(piece);
  }
  holdWhatWasPaintedBefore(top);
  overhang(top, kept, artboard.width);
  const all = [...kept, ...aside].sort((a, b) => a.order - b.order);
  return { width: artboard.width, height: artboard.height, ground, top, ornaments: aside, all };
}

/** A first box across the board in the colour of the ground is a leftover of the drawing, not a section. */
function paintsNothingNew(piece: Piece, ground: Readonly<Record<string, string>>, width: number): boolean {
  if (piece.type !== 'box' || piece.box[0] > SLACK || piece.box[1] > SLACK || piece.box[2] < width - SLACK)
    return false;
  const colour = ground['background-color'] ?? PAPER;
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

/** What a box across the whole board makes of its ground; one that lets the ground through is mixed with it. */
function backgroundOf(
  look: Readonly<Record<string, string>>,
  ground: Readonly<Record<string, string>>,
): Record<string, string> {
  const background = Object.fromEntries(Object.entries(look).filter(([name]) => name.startsWith('background')));
  const colour = readColour(faded(look['background-color'] ?? '', Number(look['opacity'] ?? 1)));
  const below = readColour(ground['background-color'] ?? PAPER);
  const mixed = colour && below && colour[3] < 1 ? parseColour(cssOf(over(colour, below))) : undefined;
  return { ...background, ...(mixed ? { 'background-color': mixed } : {}) };
}

/** What browsers paint below a page. */
const PAPER = 'rgb(255, 255, 255)';
