import { intervalsBetween, joinIntervals, thresholdsOf } from './intervals.js';

describe('thresholdsOf', () => {
  it('finds both sides of a threshold in every syntax', () => {
    expect(thresholdsOf(['(min-width: 768px)'])).toEqual([768, 769]);
    expect(thresholdsOf(['(max-width: 767.98px)'])).toEqual([768]);
    expect(thresholdsOf(['(width >= 40em)'])).toEqual([640, 641]);
    expect(thresholdsOf(['(400px <= width < 700px)'])).toEqual([400, 401, 700, 701]);
  });

  it('leaves other features alone', () => {
    expect(thresholdsOf(['print', '(min-height: 500px)', '(hover: hover)'])).toEqual([]);
  });
});

describe('intervals', () => {
  it('lie between the thresholds, widest first', () => {
    expect(intervalsBetween([600, 900])).toEqual([
      { width: 1440 },
      { below: 900, width: 899 },
      { below: 600, width: 599 },
    ]);
  });

  it('join where nothing changes', () => {
    const intervals = intervalsBetween([600, 601, 900]);
    const holds = [[true, false, false, false]];
    expect(joinIntervals(intervals, holds)).toEqual({
      intervals: [{ width: 1440 }, { below: 900, width: 899 }],
      at: [0, 1],
    });
  });

  it('are one where there are no thresholds', () => {
    expect(intervalsBetween([])).toEqual([{ width: 1440 }]);
  });
});
