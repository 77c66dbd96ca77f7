import fc from 'fast-check';
import type { SharedStyle } from './types.js';
import { gather, spread } from './style-ranges.js';

const breakpoints = [
  { name: 'wide', below: 900 },
  { name: 'small', below: 500 },
];

describe('spread', () => {
  it('writes out what holds in each range, and keeps what is not at rest', () => {
    const hover = { state: ':hover', set: { color: 'red' } };
    const style: SharedStyle = {
      rest: { width: '50%', color: 'blue' },
      variants: [{ at: 'small', set: { width: '100%' } }, hover],
    };
    const result = spread(style, breakpoints);
    expect(result.rest.map((full) => full.get('width'))).toEqual(['50%', '50%', '100%']);
    expect(result.others).toEqual([hover]);
  });

  it('is undone by gather', () => {
    const set = fc.dictionary(fc.constantFrom('width', 'color', 'margin-top'), fc.constantFrom('1px', '2px', 'red'));
    fc.assert(
      fc.property(set, set, set, (rest, wide, small) => {
        const style = {
          rest,
          variants: [
            { at: 'wide', set: wide },
            { at: 'small', set: small },
          ],
        };
        const full = spread(style, breakpoints);
        expect(spread(gather(full, breakpoints), breakpoints).rest.map((full) => Object.fromEntries(full))).toEqual(
          full.rest.map((full) => Object.fromEntries(full)),
        );
      }),
    );
  });

  it('takes back what a narrower range does not say', () => {
    const sharedStyle = gather({ rest: [new Map([['color', 'red']]), new Map(), new Map()], others: [] }, breakpoints);
    expect(sharedStyle).toEqual({ rest: { color: 'red' }, variants: [{ at: 'wide', set: { color: 'revert' } }] });
  });
});
