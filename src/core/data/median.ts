/** The middle one of some numbers, the upper one of two; undefined if there are none. */
export function median(numbers: readonly number[]): number | undefined {
  return [...numbers].sort((a, b) => a - b)[numbers.length >> 1];
}
