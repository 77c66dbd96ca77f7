import { cssOf, readColour } from '../../css/colours.js';
import type { ArtboardView } from '../match/artboard-view.js';
import { holderLook } from './element-styles.js';
import type { ArtboardStyles } from '../model/part-styles.js';
import type { Part } from '../model/part.js';

/** Opacities that differ by no more than this are one. */
const SAME = 0.02;

/**
 * The opacity of a box that was drawn faint together with all that is in it: a group of a drawing is composited first and
 * faded then, as an element of a page is (CSS Color 4, section 13.2). Undefined for a box that is faint by itself.
 */
export function fadedTogether(part: Part, view: ArtboardView): number | undefined {
  const piece = view.pieceOf(part);
  if (piece?.type !== 'box' || piece.look['opacity'] === undefined) return undefined;
  const opacity = Number(piece.look['opacity']);
  const colours = textsIn(part, view);
  return colours.length > 0 && colours.every((colour) => Math.abs(alphaOf(colour) - opacity) <= SAME)
    ? opacity
    : undefined;
}

/** The colour that the background of a box has to have on a board; undefined for what has none. */
export function fillOn(part: Part, view: ArtboardView): string | undefined {
  const piece = view.pieceOf(part);
  if (piece?.type !== 'box') return undefined;
  const isHolder = part.parts.length + part.over.length > 0;
  const look = isHolder && fadedTogether(part, view) === undefined ? holderLook(piece) : piece.look;
  return look['background-color'];
}

function textsIn(part: Part, view: ArtboardView): string[] {
  return [...part.parts, ...part.over].flatMap((child) => {
    const piece = view.pieceOf(child);
    return piece?.type === 'text' ? [piece.text.look.color] : textsIn(child, view);
  });
}

/** Takes the opacity of a box from what is in it, each of which was read with it. */
export function unfade(part: Part, opacity: number, looks: ArtboardStyles): void {
  for (const child of [...part.parts, ...part.over]) {
    const { opacity: own, ...look } = looks.get(child) ?? {};
    const rest = own === undefined || Math.abs(Number(own) - opacity) <= SAME ? {} : { opacity: own };
    const color = look['color'] && { color: withoutAlpha(look['color'], opacity) };
    looks.set(child, { ...look, ...rest, ...color });
    unfade(child, opacity, looks);
  }
}

function alphaOf(color: string): number {
  return readColour(color)?.[3] ?? 1;
}

function withoutAlpha(color: string, opacity: number): string {
  const read = readColour(color);
  return read && Math.abs(read[3] - opacity) <= SAME ? cssOf([read[0], read[1], read[2], 1]) : color;
}
