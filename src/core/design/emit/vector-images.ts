import type { ElementNode } from '../../document/types.js';
import { artAddress, hasImage } from '../layout/element-styles.js';
import type { Piece } from '../model/piece.js';

/** Drawing up to this size (px) and length (characters) becomes an icon in the page rather than a file. */
const ICON_SIZE = 96;
const ICON_LENGTH = 6000;
/** Drawing this wide, in shares of the board, stretches with the page. */
const WIDE = 0.9;

/** Whether a drawing is as wide as the board, px. */
export function isWide({ box }: Pick<Piece, 'box'>, artboard: number): boolean {
  return box[2] >= WIDE * artboard;
}

/** What shows a drawing: an icon in the page whose colour can be changed, or a file. @param board width of the board, px */
export function drawingIn(
  { art, box }: Extract<Piece, { type: 'art' }>,
  artboard: number,
): Pick<ElementNode, 'kind' | 'element' | 'markup' | 'attributes'> {
  const { markup } = art;
  if (Math.max(box[2], box[3]) <= ICON_SIZE && markup.length <= ICON_LENGTH) {
    const attributes: Readonly<Record<string, string>> = art.title
      ? { role: 'img', 'aria-label': art.title }
      : { 'aria-hidden': 'true' };
    return { kind: 'icon', element: 'svg', markup, attributes };
  }
  return {
    kind: 'artwork',
    element: 'img',
    attributes: { src: artAddress(markup, isWide({ box }, artboard) && !hasImage(markup)), alt: art.title },
  };
}
