import type { Matrix } from '../../../core/drawing/contours.js';

/** First `inner`, then `outer`. */
export function times(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  return [
    a * inner[0] + c * inner[1],
    b * inner[0] + d * inner[1],
    a * inner[2] + c * inner[3],
    b * inner[2] + d * inner[3],
    a * inner[4] + c * inner[5] + e,
    b * inner[4] + d * inner[5] + f,
  ];
}

/** Neither turned, skewed nor mirrored. */
export function isUprightMatrix([a, b, c, d]: Matrix): boolean {
  return Math.abs(b) < 1e-6 && Math.abs(c) < 1e-6 && a > 0 && d > 0;
}

export function written(matrix: Matrix): string {
  return `matrix(${matrix.map(rounded).join(' ')})`;
}

export function rounded(value: number): number {
  return Math.round(value * 1e4) / 1e4;
}
