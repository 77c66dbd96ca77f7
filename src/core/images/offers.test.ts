import fc from 'fast-check';
import { offerOf, type Need } from './offers.js';

const BREAKPOINTS = [
  { name: 'tablet', below: 900 },
  { name: 'phone', below: 600 },
];
const needs = (wideAt: (viewport: number) => number): Need[] =>
  [320, 599, 600, 899, 900, 1440, 1920].map((viewport) => ({ viewport, wide: wideAt(viewport) }));
const offer = (
  wideAt: (viewport: number) => number,
  natural: readonly [number, number] = [3000, 2000],
  largest?: number,
) => offerOf(needs(wideAt), natural, BREAKPOINTS, largest === undefined ? {} : { largest });

describe('sizes of a picture', () => {
  it('are what each screen shows, and twice that', () => {
    expect(offer(() => 400)).toEqual({ widths: [402, 801], sizes: '400px' });
  });

  it('say how wide it is between the breakpoints', () => {
    const { sizes } = offer((viewport) => (viewport < 600 ? viewport : viewport < 900 ? viewport / 2 : 480));
    expect(sizes).toBe('(width < 600px) 100vw, (width < 900px) 50vw, 480px');
  });

  it('follow the screen as far as they grow', () => {
    expect(offer((viewport) => Math.min(viewport * 0.5, 600)).sizes).toContain('min(50vw, 600px)');
  });

  it('are never more than the picture has, or than is asked for', () => {
    expect(offer(() => 900, [1000, 500]).widths).toEqual([1000]);
    expect(Math.max(...offer(() => 900, [3000, 2000], 700).widths)).toBeLessThanOrEqual(700);
  });

  it('leave out where it is not shown, and keep one that is nowhere shown', () => {
    expect(offer((viewport) => (viewport < 600 ? 0 : 300)).sizes).toBe('300px');
    expect(offer(() => 0, [640, 480])).toEqual({ widths: [640], sizes: '100vw' });
  });

  it('keep its proportions as nearly as whole dots allow, and are in order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 1900 }),
        fc.integer({ min: 40, max: 4000 }),
        fc.integer({ min: 40, max: 4000 }),
        (wide, across, down) => {
          const { widths } = offer(() => wide, [across, down]);
          expect(widths).toEqual([...widths].sort((a, b) => a - b));
          expect(new Set(widths).size).toBe(widths.length);
          for (const width of widths) {
            expect(width).toBeGreaterThan(0);
            expect(width).toBeLessThanOrEqual(across);
          }
        },
      ),
      { numRuns: 100, seed: 7 },
    );
    for (const width of offer(() => 397).widths) expect((width * 2) % 3).toBe(0);
  });
});
