import { longest } from './longest-common.js';

describe('the longest order that two lists have', () => {
  const of = (left: string, right: string): string =>
    longest([...left], [...right])
      .map(([a, b]) => `${left[a]}${a}${b}`)
      .join(' ');

  it.each([
    ['abc', 'abc', 'a00 b11 c22'],
    ['abcd', 'acd', 'a00 c21 d32'],
    ['acd', 'abcd', 'a00 c12 d23'],
    ['', 'ab', ''],
    ['xaxbx', 'axbxx', 'a10 x21 b32 x44'],
    ['ab', 'cd', ''],
  ])('%s and %s', (left, right, pairs) => {
    expect(of(left, right)).toBe(pairs);
  });

  it.each([3, 11, 27])('is never shorter than any other (%s)', (seed) => {
    let state = seed;
    const random = (): number => (state = (state * 48271) % 2147483647) / 2147483647;
    const list = (): string => Array.from({ length: 9 }, () => 'abc'[Math.floor(random() * 3)]).join('');
    const [left, right] = [list(), list()];
    const best = (a: number, b: number): number =>
      a === left.length || b === right.length
        ? 0
        : left[a] === right[b]
          ? 1 + best(a + 1, b + 1)
          : Math.max(best(a + 1, b), best(a, b + 1));
    expect(longest([...left], [...right])).toHaveLength(best(0, 0));
  });
});
