import { rounded } from './matrix.js';

/** How many numbers follow each kind of step in a path as the reader of PDF files hands it out, and what SVG calls it. */
const STEPS = [
  ['M', 2],
  ['L', 2],
  ['C', 6],
  ['Q', 4],
  ['Z', 0],
] as const;

/** A path as SVG writes it. */
export function pathData(path: ArrayLike<number>): string {
  const parts: string[] = [];
  let at = 0;
  while (at < path.length) {
    const [letter, count] = STEPS[path[at] ?? 4] ?? ['Z', 0];
    const numbers: number[] = [];
    for (let index = 1; index <= count; index += 1) numbers.push(rounded(path[at + index] ?? 0));
    parts.push(letter + numbers.join(' '));
    at += 1 + count;
  }
  return parts.join('');
}

/** A rectangle by two of its corners. */
export function boxPath([left = 0, top = 0, right = 0, bottom = 0]: readonly number[]): string {
  return `M${left} ${top}H${right}V${bottom}H${left}Z`;
}
