import type { Kind } from '../../document/element-kinds.js';
import type { ElementNode, Part as SitePart } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { firstWords } from '../../text/words.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/** Where a piece is in its drawing. */
export function pathOf(piece: Piece): string {
  if (piece.type === 'box') return piece.shape.path;
  return piece.type === 'text' ? piece.text.path : piece.type === 'art' ? piece.art.path : piece.picture.path;
}

/** What a person would call a section. */
export function sectionName(node: ElementNode, sitePart: SitePart | undefined): string {
  if (sitePart) return sitePart;
  const heading = [...elements(node)].find(({ kind }) => kind === 'heading');
  return firstWords(textOf(heading ?? node)) || 'band';
}

/** What a box is that only lays out what it holds. */
export function kindOfBox({ direction, parts }: Part): Kind {
  if (direction === 'row') return 'row';
  return parts.length > 1 ? 'stack' : 'box';
}

/** Where the first text leads that is a link. */
export function textHref(parts: readonly Part[]): string | undefined {
  for (const { piece } of parts) if (piece?.type === 'text' && piece.text.href) return piece.text.href;
  return undefined;
}
