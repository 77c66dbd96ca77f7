import { required } from '../data/required.js';
import { ArtboardView } from './match/artboard-view.js';
import { arrange } from './structure/arrange.js';
import { arrangePage } from './structure/page-parts.js';
import { addExtraParts } from './match/extra-parts.js';
import { layOut } from './layout/layout.js';
import { matchArtboards } from './match/match-artboards.js';
import { wordsOf } from './text/paragraphs.js';
import { piecesOf } from './structure/pieces.js';
import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnTextStyle } from '../drawing/drawing.js';
import type { Part } from './model/part.js';
import type { StyleMap } from './model/region.js';

/** Small artboards for tests: items in painting order, lines of text by their glyph boxes. */
export const BODY: DrawnTextStyle = {
  family: 'Arial',
  size: 16,
  weight: '400',
  style: 'normal',
  color: 'rgb(0, 0, 0)',
  spacing: 0,
  decoration: 'none',
  transform: 'none',
};

export type Item = (order: number) => DrawnItem;

/** A line of text; each character is half a font size wide. */
export function line(
  text: string,
  x: number,
  y: number,
  more: Partial<DrawnTextStyle> & { anchor?: 'start' | 'middle' | 'end'; layer?: string; href?: string } = {},
): Item {
  const { anchor = 'start', layer = '', href, ...rest } = more;
  const look = { ...BODY, ...rest };
  const step = look.size / 2;
  let at = x;
  const words = text.split(' ').map((word) => {
    const box: DrawnBox = [at, y, word.length * step, look.size * 1.15];
    at += (word.length + 1) * step;
    return { text: word, box };
  });
  const width = text.length * step;
  return (order) => ({
    type: 'text',
    order,
    path: `${layer} / ${text}`,
    layer,
    box: [x, y, width, look.size * 1.15],
    words,
    look,
    anchor,
    ...(href ? { href } : {}),
  });
}

export function box(
  x: number,
  y: number,
  width: number,
  height: number,
  look: Record<string, string> = { 'background-color': 'rgb(250, 250, 250)' },
): Item {
  return (order) => ({ type: 'box', order, path: `box ${order}`, layer: '', box: [x, y, width, height], look });
}

export function image(address: string, x: number, y: number, width: number, height: number): Item {
  return (order) => ({
    type: 'picture',
    order,
    path: address,
    layer: '',
    box: [x, y, width, height],
    whole: [x, y, width, height],
    address,
    title: '',
    look: {},
  });
}

export function art(d: string, x: number, y: number, width: number, height: number): Item {
  return (order) => ({
    type: 'art',
    order,
    path: d,
    layer: '',
    box: [x, y, width, height],
    markup: `<svg><path d="${d}"/></svg>`,
    title: '',
    pieces: 1,
  });
}

export function artboard(width: number, height: number, ...items: readonly Item[]): DrawnArtboard {
  return { width, height, title: 'Board', items: items.map((item, order) => item(order)), notes: [] };
}

/** All parts of a tree, from the outside in. */
function allParts(part: Part): Part[] {
  return [part, ...part.parts.flatMap(allParts), ...part.over.flatMap(allParts)];
}

function nameOf({ piece }: Part): string {
  if (!piece) return '';
  return piece.type === 'text' ? wordsOf(piece.text) : piece.type === 'picture' ? piece.picture.address : piece.type;
}

/** Lays boards out (widest first) and says how a part has to look on each, by its words, its picture or its type. */
export function laid(...artboards: readonly DrawnArtboard[]) {
  const pieces = artboards.map((board) => piecesOf(board));
  const [first, ...others] = pieces;
  if (!first) throw new Error('no board');
  const matches = others.map((pieces) => matchArtboards(first, pieces));
  const root = arrangePage(
    first,
    matches.map(
      ({ pairs }) =>
        (piece) =>
          pairs.get(piece)?.box,
    ),
  );
  const extras = addExtraParts(root, others, matches);
  const views = [
    new ArtboardView(first, undefined),
    ...extras.map((extra) => new ArtboardView(extra.board, extra.pairs)),
  ];
  const looks = views.map((view) => layOut(root, view, views));
  const parts = allParts(root);
  const find = (name: string): Part => {
    const found = parts.find((part) => nameOf(part) === name);
    if (!found) throw new Error(`nothing is called ${name}`);
    return found;
  };
  const holder = (name: string): Part =>
    required(parts.find(({ parts: inside, over }) => [...inside, ...over].includes(find(name))));
  return {
    of: (name: string, at = 0): StyleMap => looks[at]?.get(find(name)) ?? {},
    around: (name: string, at = 0): StyleMap => looks[at]?.get(holder(name)) ?? {},
    all: (at = 0): StyleMap[] => parts.map((part) => looks[at]?.get(part) ?? {}),
  };
}

/** One board of 1000 by 800 px. */
export const onArtboard = (...items: Item[]) => laid(artboard(1000, 800, ...items));

/** A tree in one line: rows in brackets, stacks in parentheses. */
export function shapeOf(part: Part): string {
  const { direction, parts, over } = part;
  const inside = [...parts.map(shapeOf), ...over.map((upper) => `over ${shapeOf(upper)}`)].join(' ');
  const around = inside && (direction === 'row' ? `[${inside}]` : `(${inside})`);
  return `${nameOf(part)}${around}`;
}

/** The tree of all that is on an artboard, as others have it arranged. */
export function together(wide: DrawnArtboard, ...narrow: readonly DrawnArtboard[]): Part {
  const first = piecesOf(wide);
  const matches = narrow.map((board) => matchArtboards(first, piecesOf(board)));
  return arrange(
    first.top,
    matches.map(
      ({ pairs }) =>
        (piece) =>
          pairs.get(piece)?.box,
    ),
  );
}
