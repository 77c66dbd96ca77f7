import type { Breakpoint, ElementNode } from '../../document/types.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import type { ElementIds } from './element-ids.js';
import { addressesOn, withSources } from './image-sources.js';
import { drawingIn, isWide } from './vector-images.js';

/** What an image needs of the builder of its page. */
interface Builder {
  readonly ids: ElementIds;
  readonly views: readonly ArtboardView[];
  readonly breakpoints: readonly Breakpoint[];
  readonly styleOf: (part: Part) => string;
  /** A style that is the same on all screens; its name. */
  readonly fixed: (look: Readonly<Record<string, string>>) => string;
}

/** A picture, or a drawing as an icon or a file, with the file that each artboard shows. */
export function imageNode(part: Part, piece: Exclude<Piece, { type: 'text' | 'box' }>, builder: Builder): ElementNode {
  const { ids, views, breakpoints, styleOf, fixed } = builder;
  const file = piece.type === 'picture' ? piece.picture : piece.art;
  const shared = { id: ids.of(part, file.path), style: styleOf(part), from: { path: file.path } };
  const width = views[0]?.width ?? 0;
  const image: ElementNode =
    piece.type === 'picture'
      ? {
          ...shared,
          kind: 'image',
          name: 'picture',
          element: 'img',
          attributes: { src: piece.picture.address, alt: piece.picture.title },
        }
      : { ...shared, name: piece.art.title || piece.art.layer || 'drawing', ...drawingIn(piece, width) };
  if (image.kind === 'icon') return image;
  const addresses = addressesOn(views, part, piece.type === 'art' && isWide(piece, width));
  const styles = (): { around: string; source: string } => ({
    around: fixed({ display: 'contents' }),
    source: fixed({ display: 'none' }),
  });
  return withSources(image, addresses, breakpoints, styles);
}
