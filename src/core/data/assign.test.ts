import { assign } from './assign.js';

describe('the best assignment', () => {
  it('takes the pairs that are worth the most in all, not the best one first', () => {
    const all = [
      { left: 0, right: 0, score: 0.9 },
      { left: 0, right: 1, score: 0.8 },
      { left: 1, right: 0, score: 0.85 },
      { left: 1, right: 1, score: 0.1 },
    ];
    expect(assign(all, 0).map(({ left, right }) => [left, right])).toEqual([
      [1, 0],
      [0, 1],
    ]);
  });

  it('leaves apart what is worth too little', () => {
    expect(assign([{ left: 0, right: 0, score: 0.2 }], 0.5)).toEqual([]);
    expect(
      assign(
        [
          { left: 0, right: 0, score: 0.9 },
          { left: 1, right: 0, score: 0.95 },
          { left: 1, right: 1, score: 0.3 },
        ],
        0.5,
      ).map(({ left }) => left),
    ).toEqual([1]);
  });

  it('pairs as many as it can where the least is very low', () => {
    const costs = [
      [4, 1, 3],
      [2, 0, 5],
    ];
    const all = costs.flatMap((row, left) => row.map((cost, right) => ({ left, right, score: -cost })));
    const pairs = assign(all, -1e6);
    expect(pairs).toHaveLength(2);
    expect(pairs.reduce((sum, { score }) => sum - score, 0)).toBe(3);
  });
});
