import { matchBoards } from '../design/match/match-artboards.js';
import type { DrawnBoard, DrawnPicture } from '../drawing/drawing.js';
import { wordsOf } from '../design/text/paragraphs.js';
import { piecesOf, piecesOfAll } from '../design/structure/pieces.js';
import { firstFamily } from '../css/font-families.js';
import { MANY_COLOURS, type SeenLayer, type SeenPage, type SeenScreen, type SeenThing } from './observations.js';
import { type Piece, drawnBox, type Pieces } from '../design/model/piece.js';

/** What a browser says of a picture of a drawing. */
export interface PictureFacts {
  readonly natural?: readonly [number, number];
  readonly bytes?: number;
  readonly missing?: true;
  readonly masked?: true;
  readonly lettering?: true;
}

/** An artboard as it was read, with what else is known of it. */
export interface SeenBoard {
  readonly name: string;
  readonly file: string;
  readonly board: DrawnBoard;
  readonly layers: readonly SeenLayer[];
  /** By address. */
  readonly pictures: Readonly<Record<string, PictureFacts>>;
}

/** An artboard as a screen: texts as paragraphs, everything in painting order. */
export function screenOf({ name, file, board, layers, pictures }: SeenBoard): SeenScreen {
  const { all, ground } = piecesOf(board);
  const things = all.map((piece) => thingOf(piece, pictures));
  /* What everything lies on: no thing of the drawing, so it has no path. */
  const paper: SeenThing = {
    kind: 'box',
    path: '',
    name: 'artboard',
    box: [0, 0, board.width, board.height],
    paint: paintOf(ground) ?? 'rgb(255, 255, 255)',
  };
  const sections = layers.flatMap(({ state, name: title, box, path }) =>
    state === 'group' && box && !path.includes(' / ') ? [{ name: title, y: box[1], height: box[3] }] : [],
  );
  return { name, file, width: board.width, height: board.height, things: [paper, ...things], layers, sections };
}

/** What is on one artboard of a page and on no other. */
export function loneThings(boards: readonly DrawnBoard[]): SeenPage['lone'] {
  const pieces = piecesOfAll(boards);
  const lone = (board: Pieces, others: readonly Pieces[]): Piece[] =>
    board.all.filter(
      (piece) => piece.type !== 'box' && others.length > 0 && others.every((other) => !isOn(piece, board, other)),
    );
  const pairs = new Map<Pieces, Map<Pieces, ReadonlySet<Piece>>>();
  const isOn = (piece: Piece, board: Pieces, other: Pieces): boolean => {
    const known = pairs.get(board) ?? pairs.set(board, new Map()).get(board);
    const matched = known?.get(other) ?? new Set(matchBoards(board, other).pairs.keys());
    known?.set(other, matched);
    return matched.has(piece);
  };
  return pieces.flatMap((board) =>
    lone(
      board,
      pieces.filter((one) => one !== board),
    ).map((piece) => {
      const { path, name, box } = thingOf(piece, {});
      return { screen: board.width, path, name, box };
    }),
  );
}

function thingOf(piece: Piece, pictures: SeenBoard['pictures']): SeenThing {
  const box = drawnBox(piece);
  if (piece.type === 'text') {
    const { text } = piece;
    const words = wordsOf(text);
    const { family, size, weight, color } = text.look;
    const href = text.lines.flatMap(({ runs }) => runs.map((run) => run.href)).find((one) => one !== undefined);
    return {
      kind: href === undefined ? 'text' : 'link',
      path: text.path,
      name: shortened(words) || 'text',
      box: text.box,
      text: {
        words,
        look: { family: firstFamily(family), size: Math.round(size * 100) / 100, weight: weightOf(weight), color },
        lines: text.lines.length,
      },
      ...(href === undefined ? {} : { href }),
    };
  }
  if (piece.type === 'picture') {
    const { picture } = piece;
    const facts = pictures[picture.address];
    return {
      kind: 'picture',
      path: picture.path,
      name: pictureName(picture),
      box,
      paint: MANY_COLOURS,
      picture: {
        address: shortAddress(picture.address),
        ...facts,
        whole: picture.whole,
        ...(picture.stretched ? { stretched: true } : {}),
        ...(picture.title ? { alt: picture.title } : {}),
      },
      ...(picture.href === undefined ? {} : { href: picture.href }),
    };
  }
  if (piece.type === 'art') {
    const { art } = piece;
    return {
      kind: 'artwork',
      path: art.path,
      name: nameOf(art),
      box,
      paint: MANY_COLOURS,
      artwork: {
        pieces: art.pieces,
        bytes: art.markup.length,
        ...(art.outlined ? { outlined: true } : {}),
      },
      ...(art.href === undefined ? {} : { href: art.href }),
    };
  }
  const paint = paintOf(piece.look);
  const { shape } = piece;
  return {
    kind: 'box',
    path: shape.path,
    name: nameOf(shape),
    box,
    ...(paint ? { paint } : {}),
    ...(shape.href === undefined ? {} : { href: shape.href }),
  };
}

function paintOf(look: Readonly<Record<string, string>>): string | undefined {
  if (look['background-image'] || look['opacity']) return MANY_COLOURS;
  return look['background-color'];
}

function nameOf({ layer, path }: { readonly layer: string; readonly path: string }): string {
  return path.split(' / ').at(-1)?.replace(/:\d+$/, '') || layer;
}

/** Steps of a path that are no names but elements. */
const ELEMENT = /^(image|rect|use|pattern|g|path):\d+$/;

function pictureName(picture: DrawnPicture): string {
  const last = picture.path.split(' / ').at(-1) ?? '';
  const file = picture.address.startsWith('data:') ? '' : (picture.address.split(/[?#]/)[0]?.split('/').at(-1) ?? '');
  return shortened(picture.title || (ELEMENT.test(last) && file) || nameOf(picture));
}

function weightOf(weight: string): number {
  return weight === 'bold' ? 700 : Number(weight) || 400;
}

/** Names and addresses are no longer than this. */
const LONG = 60;

export function shortened(words: string): string {
  return words.length > LONG ? `${words.slice(0, LONG - 1).trimEnd()}…` : words;
}

function shortAddress(address: string): string {
  return address.startsWith('data:') ? `${address.slice(0, 30)}…` : address;
}
