import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom } from '../../geometry/box.js';
import type { Paragraph } from '../model/paragraph.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { wordsOf } from '../text/paragraphs.js';

/* What a part holds, and what holds it. */

export type Holders = ReadonlyMap<Part, Part | undefined>;

/** What holds each part. */
export function holdersIn(root: Part): Map<Part, Part | undefined> {
  const holders = new Map<Part, Part | undefined>([[root, undefined]]);
  const visit = (part: Part): void => {
    for (const child of [...part.parts, ...part.over]) {
      holders.set(child, part);
      visit(child);
    }
  };
  visit(root);
  return holders;
}

export function pathTo(part: Part, holders: Holders): Part[] {
  const path: Part[] = [];
  for (let at = holders.get(part); at; at = holders.get(at)) path.push(at);
  return path;
}

/** All parts in a part, whatever lies over it too. */
export function partsIn(part: Part): Part[] {
  return [...part.parts, ...part.over].flatMap((child) => [child, ...partsIn(child)]);
}

/** The innermost pieces of what is in a part: without itself. */
export function leafPieces(part: Part): Piece[] {
  return part.parts.flatMap((child) =>
    child.parts.length ? leafPieces(child) : child.piece?.inside.length === 0 ? [child.piece] : [],
  );
}

/** The texts in a part that are words; glyphs of icon fonts are signs. */
export function linesIn(part: Part): Paragraph[] {
  return leafPieces(part).flatMap((piece) => (piece.type === 'text' && !isGlyph(piece.text) ? [piece.text] : []));
}

/** Largest sign in a field or before it: a magnifying glass, an arrow; px. */
const SIGN = 28;

/** A small drawing, or a glyph of an icon font. */
export function isSmallSign(piece: Piece): boolean {
  return (piece.type !== 'text' || isGlyph(piece.text)) && Math.max(piece.box[2], piece.box[3]) <= SIGN;
}

/** A text in code points that no script has (Unicode, private use). */
export function isGlyph(text: Paragraph): boolean {
  return /^[\p{Co}\s]+$/u.test(wordsOf(text));
}

export function overlapsDown(a: DrawnBox, b: DrawnBox): boolean {
  return a[1] < bottom(b) && bottom(a) > b[1];
}

/** Least lightness of what can be written on, of 255. */
const LIGHT = 225;

/** Whether a ground is light, or seen through. */
export function isLight(color: string | undefined): boolean {
  const [red = 255, green = 255, blue = 255, alpha = 1] = [...(color ?? '').matchAll(/[\d.]+/g)].map(Number);
  return alpha < 0.2 || Math.min(red, green, blue) >= LIGHT;
}
