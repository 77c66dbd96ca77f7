import { median } from './median.js';

describe('the median', () => {
  it('is the middle number, the upper of two, whatever the order', () => {
    expect([median([9, 1, 5]), median([4, 10, 2, 3]), median([7])]).toEqual([5, 4, 7]);
    expect(median([])).toBeUndefined();
  });
});
