import { UnionFind } from './union-find.js';

describe('things that are joined', () => {
  it('are groups, in the order in which they were given', () => {
    const union = new UnionFind<number>();
    union.join(1, 4);
    union.join(5, 2);
    union.join(4, 5);
    union.join(1, 2);
    expect(union.groups([1, 2, 3, 4, 5], (value) => value)).toEqual([[1, 2, 4, 5], [3]]);
    expect(union.root(5)).toBe(union.root(4));
    expect(union.root(3)).toBe(3);
  });

  it('are the same groups however they are joined', () => {
    const pairs = [
      ['a', 'b'],
      ['c', 'd'],
      ['b', 'c'],
      ['e', 'f'],
    ] as const;
    const grouped = (list: readonly (readonly [string, string])[]): string[][] => {
      const union = new UnionFind<string>();
      for (const [first, second] of list) union.join(first, second);
      return union.groups([...'abcdefg'], (value) => value);
    };
    expect(grouped(pairs)).toEqual([['a', 'b', 'c', 'd'], ['e', 'f'], ['g']]);
    expect(grouped([...pairs].reverse())).toEqual(grouped(pairs));
  });
});
