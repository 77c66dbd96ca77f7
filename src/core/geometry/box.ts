/** Boxes are [x, y, width, height] in CSS px. */
export const right = (box: Box): number => box[0] + box[2];
export const bottom = (box: Box): number => box[1] + box[3];
export const middle = (box: Box): number => box[0] + box[2] / 2;
export const area = (box: Box): number => box[2] * box[3];

/** The smallest box around all. */
export function around(boxes: readonly Box[]): Box {
  const x = Math.min(...boxes.map((box) => box[0]));
  const y = Math.min(...boxes.map((box) => box[1]));
  return [x, y, Math.max(...boxes.map(right)) - x, Math.max(...boxes.map(bottom)) - y];
}

/** Whether `inner` lies in `outer`, give or take some px. */
export function holds(outer: Box, inner: Box, slack: number): boolean {
  return (
    inner[0] >= outer[0] - slack &&
    inner[1] >= outer[1] - slack &&
    right(inner) <= right(outer) + slack &&
    bottom(inner) <= bottom(outer) + slack
  );
}

/** Area that two boxes share, square px. */
export function shared(a: Box, b: Box): number {
  const wide = Math.min(right(a), right(b)) - Math.max(a[0], b[0]);
  const high = Math.min(bottom(a), bottom(b)) - Math.max(a[1], b[1]);
  return wide > 0 && high > 0 ? wide * high : 0;
}

/** Rounded for CSS: half a pixel's tenth is nothing. */
export function px(value: number): string {
  const rounded = Math.round(value * 100) / 100;
  return rounded === 0 ? '0' : `${rounded}px`;
}

/** The number of a length of CSS, whatever its unit; 0 if there is none. */
export function lengthOf(value: string | undefined): number {
  return parseFloat(value ?? '') || 0;
}

/** The page document: the editable structure of one page. Lengths are CSS px; property values are CSS text. */

/** A place in a page, CSS px from its top left corner. */
export type Box = readonly [x: number, y: number, width: number, height: number];
