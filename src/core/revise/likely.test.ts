import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { nearest } from './likely.js';
import { matchPages } from './match.js';

describe('the nearest of rising numbers', () => {
  it.each([
    [[1, 4, 9, 12], 8, 2, [4, 9]],
    [[1, 4, 9, 12], 11, 2, [9, 12]],
    [[1, 4, 9, 12], 6, 2, [4, 9]],
    [[1, 4, 9, 12], -5, 3, [1, 4, 9]],
    [[1, 4, 9, 12], 99, 1, [12]],
    [[1, 4], 3, 9, [1, 4]],
    [[], 3, 2, []],
  ])('%j, to %i, %i of them', (all, to, count, found) => {
    expect(nearest(all, to, count)).toEqual(found);
  });
});

/* A page of many sections, all of whose cards have the same button, and which say much that others say too. */
const SAID = ['moon', 'tide', 'dome', 'lens', 'marsh', 'reed', 'lamp', 'path', 'boat', 'mast'];
const say = (seed: number, count: number): string =>
  Array.from({ length: count }, (_, at) => SAID[(seed * 7 + at * at * (seed % 9) + at) % SAID.length]).join(' ');
const section = (at: number): ElementNode => {
  const card = (id: string, seed: number): ElementNode =>
    element(
      'card',
      id,
      { id, element: 'div' },
      element('heading', 'h', { id: `${id}h`, element: 'h3' }, words(say(seed, 3))),
      element('text', 't', { id: `${id}t`, element: 'p' }, words(say(seed + 3, 9))),
      element('button', 'b', { id: `${id}b`, element: 'a', attributes: { href: '#' } }, words('Book it')),
    );
  return element(
    'section',
    say(at, 2),
    { id: `s${at}`, element: 'section' },
    element(
      'grid',
      'g',
      { id: `g${at}` },
      ...[0, 1, 2, 3, 4, 5].map((value) => card(`c${at}x${value}`, at * 11 + value)),
    ),
  );
};
const sections = Array.from({ length: 60 }, (_, at) => section(at));
const renamed = (...all: readonly ElementNode[]): PageDocument =>
  JSON.parse(JSON.stringify(page({}, ...all)).replace(/"id":"/g, '"id":"n-')) as PageDocument;
const wrong = (after: PageDocument): number =>
  matchPages(page({}, ...sections), after).matches.filter(({ old, now }) => now.node.id !== `n-${old.node.id}`).length;

describe('a long page of things that say the same', () => {
  it('is found again where a section went, came or moved far', () => {
    const [first, second, ...others] = sections as [ElementNode, ElementNode, ...ElementNode[]];
    expect(wrong(renamed(...sections))).toBe(0);
    expect(wrong(renamed(first, ...others))).toBe(0);
    expect(wrong(renamed(first, section(77), second, ...others))).toBe(0);
    expect(wrong(renamed(second, ...others, first))).toBe(0);
  });
});
