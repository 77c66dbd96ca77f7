import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { contains, paintedBox } from './geometry.js';

/** Drawing that covers more of the board than this is not an icon or a picture but a part of the layout. */
const ART_SHARE = 0.4;

/** A group of drawing without words or pictures, small and not behind words, is one piece of artwork. */
export function isArtwork(
  group: SVGGraphicsElement,
  svg: SVGSVGElement,
  board: DrawnBox,
  texts: readonly DrawnBox[],
): boolean {
  if (group.querySelector('text, image, foreignObject')) return false;
  const box = paintedBox(group);
  /* What lies behind words is their ground, and what stands on it beside them stands by itself. */
  if (texts.some((text) => contains(box, text))) return false;
  if (group.localName === 'svg' && group !== svg) return true;
  const shapes = [...group.querySelectorAll('path, polygon, polyline, circle, ellipse, line, use, rect')].filter(
    (element) => !element.closest('defs, clipPath, mask, pattern, symbol, marker'),
  );
  if (shapes.length === 0 || shapes.every((shape) => shape.localName === 'rect' || shape.localName === 'line'))
    return false;
  return box[2] * box[3] <= ART_SHARE * board[2] * Math.min(board[3], 900);
}
