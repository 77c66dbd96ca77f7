import { required } from '../../data/required.js';
import type { Breakpoint, ElementNode } from '../../document/types.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Part } from '../model/part.js';
import { artAddress, hasImage } from '../layout/element-styles.js';

/** Proportions that differ by no more than this are those of one drawing, scaled. */
const SAME_PROPORTION = 0.02;

/**
 * The address of an image on each artboard; undefined where it is not there. A drawing that is only scaled is one file;
 * one that was cropped or drawn anew in other proportions is another.
 * @param stretches whether a drawing follows its place in both directions
 */
export function addressesOn(views: readonly ArtboardView[], part: Part, stretches: boolean): (string | undefined)[] {
  const pieces = views.map((view) => view.pieceOf(part));
  const [first] = pieces;
  return pieces.map((piece) => {
    if (piece?.type === 'picture') return piece.picture.address;
    if (piece?.type !== 'art') return undefined;
    const isScaled =
      first?.type === 'art' && Math.abs(proportion(piece.box) / proportion(first.box) - 1) <= SAME_PROPORTION;
    const own = stretches && !hasImage(piece.art.markup);
    return artAddress(first?.type === 'art' && (isScaled || own) ? first.art.markup : piece.art.markup, own);
  });
}

function proportion([, , width, height]: Part['box']): number {
  return width / Math.max(1, height);
}

/** The names of the styles of the element around an image and of its sources. */
export interface SourceStyles {
  readonly around: string;
  readonly source: string;
}

/**
 * An image with the file that each artboard shows in its place.
 * @param addresses by artboard, widest first
 * @param breakpoints where the next artboard takes over, widest first
 */
export function withSources(
  image: ElementNode,
  addresses: readonly (string | undefined)[],
  breakpoints: readonly Breakpoint[],
  styles: () => SourceStyles,
): ElementNode {
  const shown = addresses.map((address, at) => address ?? addresses.slice(0, at).findLast(Boolean) ?? '');
  const others = shown.flatMap((address, at) => {
    const below = breakpoints[at - 1]?.below;
    return at > 0 && address && address !== shown[at - 1] && below !== undefined ? [{ address, below }] : [];
  });
  if (others.length === 0) return image;
  const { around, source } = styles();
  const sources = others.reverse().map(({ address, below }, at): ElementNode => ({
    id: `${image.id}-source-${at + 1}`,
    kind: 'image',
    name: 'source',
    element: 'source',
    style: source,
    /* White space would end the address (HTML Standard, srcset). */
    attributes: { media: `(width < ${below}px)`, srcset: address.replace(/\s/g, '%20') },
  }));
  const { name } = image;
  return {
    id: `${image.id}-sources`,
    kind: 'image',
    name,
    element: 'picture',
    style: around,
    children: [
      ...sources,
      { ...image, attributes: { ...image.attributes, src: required(shown[0]) || image.attributes?.['src'] || '' } },
    ],
  };
}
