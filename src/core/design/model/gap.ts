/** Gaps that differ by no more than this are meant to be equal, px. */
export const GAP_SLACK = 1;

/** The gap that stands for all, so that they take as much room together as on the board; undefined if they differ. */
export function usualGap(gaps: readonly number[]): number | undefined {
  if (gaps.length === 0 || Math.max(...gaps) - Math.min(...gaps) > GAP_SLACK) return undefined;
  return gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length;
}
