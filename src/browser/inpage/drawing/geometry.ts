import { required } from '../../../core/data/required.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';

/** Place of a client rectangle on the page, px. */
export function pageBox(rect: DOMRect): DrawnBox {
  const round = (value: number): number => Math.round(value * 100) / 100;
  return [round(rect.left + scrollX), round(rect.top + scrollY), round(rect.width), round(rect.height)];
}

export function clipped(box: DrawnBox, clip: DrawnBox | undefined): DrawnBox {
  if (!clip) return box;
  const x = Math.max(box[0], clip[0]);
  const y = Math.max(box[1], clip[1]);
  const result: DrawnBox = [
    x,
    y,
    Math.max(0, Math.min(box[0] + box[2], clip[0] + clip[2]) - x),
    Math.max(0, Math.min(box[1] + box[3], clip[1] + clip[3]) - y),
  ];
  return same(result, box) ? box : result;
}

/** Whether nothing of a box, were it as thin as a line, lies in a clip. */
export function isOutside(box: DrawnBox, clip: DrawnBox | undefined): boolean {
  return (
    clip !== undefined &&
    (box[0] + box[2] <= clip[0] ||
      box[1] + box[3] <= clip[1] ||
      box[0] >= clip[0] + clip[2] ||
      box[1] >= clip[1] + clip[3])
  );
}

/** What shows less of itself along one direction than this, in px or all of it, is not seen. */
const LEAST_SEEN = 0.75;

/** Whether next to nothing of what begins at `from` and is so long lies between 0 and the end of the board, px. */
export function isBeyond(from: number, length: number, end: number): boolean {
  const seen = Math.min(from + length, end) - Math.max(from, 0);
  return seen < 0 || from >= end || (seen < length && seen < LEAST_SEEN);
}

export function same(a: DrawnBox, b: DrawnBox): boolean {
  return a.every((value, index) => Math.abs(value - required(b[index])) < 0.05);
}

export function contains(outer: DrawnBox, inner: DrawnBox): boolean {
  const x = inner[0] + inner[2] / 2;
  const y = inner[1] + inner[3] / 2;
  return x >= outer[0] && x <= outer[0] + outer[2] && y >= outer[1] && y <= outer[1] + outer[3];
}

export function isEmpty(box: DrawnBox | undefined): boolean {
  return box !== undefined && (box[2] < 0.5 || box[3] < 0.5);
}

/** The smallest box on whole pixels that holds a box. */
export function wholePixels([x, y, width, height]: DrawnBox): DrawnBox {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  return [left, top, Math.ceil(x + width) - left, Math.ceil(y + height) - top];
}

/** A colour with some opacity multiplied in. */
export function withAlpha(color: string, opacity: number): string {
  if (opacity >= 0.995) return color;
  const [red = 0, green = 0, blue = 0, alpha = 1] = (color.match(/[\d.]+/g) ?? []).map(Number);
  return `rgba(${red}, ${green}, ${blue}, ${Math.round(alpha * opacity * 1000) / 1000})`;
}

/** True if it is neither turned nor skewed nor mirrored against the page. */
export function isUpright(element: SVGGraphicsElement): boolean {
  const matrix = element.getScreenCTM();
  return !matrix || (Math.abs(matrix.b) < 1e-3 && Math.abs(matrix.c) < 1e-3 && matrix.a > 0 && matrix.d > 0);
}

/** Where an element paints: its strokes included, and room for the shadow of a filter; px. */
export function paintedBox(element: SVGGraphicsElement): DrawnBox {
  const scale = element.getScreenCTM()?.a ?? 1;
  const strokes = [element, ...element.querySelectorAll('*')].map((entry) => {
    const style = getComputedStyle(entry);
    return style.stroke === 'none' ? 0 : parseFloat(style.strokeWidth) || 0;
  });
  const [x, y, width, height] = pageBox(element.getBoundingClientRect());
  const filtered = getComputedStyle(element).filter !== 'none' ? 0.1 : 0;
  const edge = (Math.max(0, ...strokes) * scale) / 2;
  const [wide, high] = [edge + width * filtered, edge + height * filtered];
  return [x - wide, y - high, width + 2 * wide, height + 2 * high];
}
