/** Up to this share of differing pixels a section is called good, up to the next fair. */
const GOOD = 0.005;
const FAIR = 0.03;

/** How a share of differing pixels (0 to 1) is coloured. */
export function grade(differ: number): 'good' | 'fair' | 'poor' {
  return differ <= GOOD ? 'good' : differ <= FAIR ? 'fair' : 'poor';
}
