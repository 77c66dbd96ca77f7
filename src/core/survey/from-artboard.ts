import { matchArtboards } from '../design/match/match-artboards.js';
import type { DrawnArtboard, DrawnImage } from '../drawing/drawing.js';
import { drawnShare } from '../drawing/keep-region.js';
import { wordsOf } from '../design/text/paragraphs.js';
import { piecesOf, piecesOfAll } from '../design/structure/pieces.js';
import { firstFamily } from '../css/font-families.js';
import {
  MANY_COLOURS,
  type SurveyedLayer,
  type SurveyedPage,
  type SurveyedScreen,
  type SurveyedElement,
} from './observations.js';
import { type Piece, drawnBox, type Pieces } from '../design/model/piece.js';

/** What a browser says of a picture of a drawing. */
export interface ImageFacts {
  readonly natural?: readonly [number, number];
  readonly bytes?: number;
  readonly missing?: true;
  readonly masked?: true;
  readonly lettering?: true;
}

/** An artboard as it was read, with what else is known of it. */
export interface SurveyedArtboard {
  readonly name: string;
  readonly file: string;
  readonly board: DrawnArtboard;
  readonly layers: readonly SurveyedLayer[];
  readonly readings?: SurveyedScreen['readings'];
  /** By address. */
  readonly pictures: Readonly<Record<string, ImageFacts>>;
}

/** An artboard as a screen: texts as paragraphs, everything in painting order. */
export function screenOf({
  name,
  file,
  board: artboard,
  layers,
  readings = [],
  pictures: images,
}: SurveyedArtboard): SurveyedScreen {
  const { all, ground } = piecesOf(artboard);
  const things = all.map((piece) => thingOf(piece, images));
  /* What everything lies on: no thing of the drawing, so it has no path. */
  const paper: SurveyedElement = {
    kind: 'box',
    path: '',
    name: 'artboard',
    box: [0, 0, artboard.width, artboard.height],
    paint: paintOf(ground) ?? 'rgb(255, 255, 255)',
  };
  const sections = layers.flatMap(({ state, name: title, box, path }) =>
    state === 'group' && box && !path.includes(' / ') ? [{ name: title, y: box[1], height: box[3] }] : [],
  );
  return {
    name,
    file,
    width: artboard.width,
    height: artboard.height,
    things: [paper, ...things],
    layers,
    sections,
    drawnShare: drawnShare(artboard),
    readings,
  };
}

/** What is on one artboard of a page and on no other. */
export function loneThings(artboards: readonly DrawnArtboard[]): SurveyedPage['lone'] {
  const pieces = piecesOfAll(artboards);
  const lone = (artboard: Pieces, others: readonly Pieces[]): Piece[] =>
    artboard.all.filter(
      (piece) => piece.type !== 'box' && others.length > 0 && others.every((other) => !isOn(piece, artboard, other)),
    );
  const pairs = new Map<Pieces, Map<Pieces, ReadonlySet<Piece>>>();
  const isOn = (piece: Piece, artboard: Pieces, other: Pieces): boolean => {
    const known = pairs.get(artboard) ?? pairs.set(artboard, new Map()).get(artboard);
    const matched = known?.get(other) ?? new Set(matchArtboards(artboard, other).pairs.keys());
    known?.set(other, matched);
    return matched.has(piece);
  };
  return pieces.flatMap((artboard) =>
    lone(
      artboard,
      pieces.filter((piece) => piece !== artboard),
    ).map((piece) => {
      const { path, name, box } = thingOf(piece, {});
      return { screen: artboard.width, path, name, box };
    }),
  );
}

// eslint-disable-next-line max-lines-per-function -- one case for each kind of drawn item
function thingOf(piece: Piece, images: SurveyedArtboard['pictures']): SurveyedElement {
  const box = drawnBox(piece);
  if (piece.type === 'text') {
    const { text } = piece;
    const words = wordsOf(text);
    const { family, size, weight, color } = text.look;
    const href = text.lines.flatMap(({ runs }) => runs.map((run) => run.href)).find((line) => line !== undefined);
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
    const { picture: image } = piece;
    const facts = images[image.address];
    return {
      kind: 'picture',
      path: image.path,
      name: imageName(image),
      box,
      paint: MANY_COLOURS,
      picture: {
        address: shortAddress(image.address),
        ...facts,
        whole: image.whole,
        ...(image.kept === undefined ? {} : { kept: image.kept }),
        ...(image.stretched ? { stretched: true } : {}),
        ...(image.title ? { alt: image.title } : {}),
      },
      ...(image.href === undefined ? {} : { href: image.href }),
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
        ...(isMaskedImage(art.markup) ? { masked: true } : {}),
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

function imageName(image: DrawnImage): string {
  const last = image.path.split(' / ').at(-1) ?? '';
  const file = image.address.startsWith('data:') ? '' : (image.address.split(/[?#]/)[0]?.split('/').at(-1) ?? '');
  return shortened(image.title || (ELEMENT.test(last) && file) || nameOf(image));
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

/** Whether drawing is an image that is cut to a shape. */
function isMaskedImage(markup: string): boolean {
  return /<image\b/.test(markup) && /\b(clip-path|mask)=/.test(markup);
}
