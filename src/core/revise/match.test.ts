import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { assign } from '../data/assign.js';
import { matchPages } from './match.js';

const text = (id: string, text: string): ElementNode => element('text', id, { element: 'p', id }, words(text));
const card = (id: string, title: string, message: string): ElementNode =>
  element(
    'card',
    id,
    { id },
    element('heading', `${id}-h`, { id: `${id}-h`, element: 'h3' }, words(title)),
    text(`${id}-t`, message),
  );
const section = (id: string, name: string, ...children: ElementNode[]): ElementNode =>
  element(
    'section',
    name,
    { id, element: 'section' },
    element('heading', `${id}-h`, { id: `${id}-h`, element: 'h2' }, words(name)),
    ...children,
  );
const cards = [
  card('a', 'Single', 'All Friday evenings'),
  card('b', 'Household', 'Everybody under one roof'),
  card('c', 'Keeper', 'Your own night at the dome'),
];
const before = page(
  {},
  section('s1', 'Membership', element('grid', 'cards', { id: 'g' }, ...cards)),
  section('s2', 'Way', text('w', 'Over the sluice and along the sea wall')),
);
const again = (document: PageDocument, prefix = 'n-'): PageDocument =>
  JSON.parse(JSON.stringify(document).replace(/"id":"/g, `"id":"${prefix}`)) as PageDocument;
const pairs = (page: PageDocument, other: PageDocument): Record<string, string> =>
  Object.fromEntries(matchPages(page, other).matches.map(({ old, now }) => [old.node.id, now.node.id]));

describe('the best assignment', () => {
  it('is the best in all, not one good pair after the other', () => {
    const all = [
      { left: 0, right: 0, score: 0.9 },
      { left: 0, right: 1, score: 0.8 },
      { left: 1, right: 0, score: 0.85 },
      { left: 1, right: 1, score: 0.1 },
    ];
    expect(assign(all, 0.4).map(({ left, right }) => [left, right])).toEqual([
      [1, 0],
      [0, 1],
    ]);
  });

  it('leaves apart what is too far from each other', () => {
    expect(
      assign(
        [
          { left: 0, right: 0, score: 0.3 },
          { left: 1, right: 0, score: 0.35 },
        ],
        0.4,
      ),
    ).toEqual([]);
  });

  it.each([1, 2, 3, 4, 5])('is never worse than any other one (%s)', (seed) => {
    let state = seed * 7919;
    const random = (): number => (state = (state * 48271) % 2147483647) / 2147483647;
    const n = 6;
    const all = Array.from({ length: n * n }, (_, at) => ({
      left: Math.floor(at / n),
      right: at % n,
      score: random(),
    }));
    const found = assign(all, 0.4).reduce((sum, { score }) => sum + score - 0.4, 0);
    let best = 0;
    const search = (left: number, used: number, sum: number): void => {
      best = Math.max(best, sum);
      if (left === n) return;
      search(left + 1, used, sum);
      for (let right = 0; right < n; right += 1)
        if (!(used & (1 << right)))
          search(left + 1, used | (1 << right), sum + (all[left * n + right]?.score ?? 0) - 0.4);
    };
    search(0, 0, 0);
    expect(found).toBeCloseTo(best, 9);
  });
});

describe('elements of another version', () => {
  it('are all found again if nothing changed but their ids', () => {
    const { matches, added, removed } = matchPages(before, again(before));
    expect([added, removed]).toEqual([[], []]);
    for (const { old, now } of matches) expect(now.node.id).toBe(`n-${old.node.id}`);
  });

  it('are found when they are reworded, moved, put into boxes, and when one comes or goes', () => {
    const changed = page(
      {},
      section('s2', 'How to get here', text('w', 'Over the sluice and along the wall by the sea')),
      section(
        's1',
        'Membership',
        element(
          'box',
          'wrap',
          { id: 'new-wrap' },
          element(
            'grid',
            'cards',
            { id: 'g' },
            card('c', 'Keeper', 'Your own night at the dome'),
            card('x', 'Student', 'Half the price with a letter of your school'),
            card('a', 'Single', 'Every Friday evening'),
          ),
        ),
      ),
    );
    const found = pairs(before, again(changed));
    for (const id of ['s1', 's1-h', 's2', 's2-h', 'w', 'g', 'a', 'a-h', 'a-t', 'c', 'c-h', 'c-t'])
      expect([id, found[id]]).toEqual([id, `n-${id}`]);
    expect([found['b'], found['b-h']]).toEqual([undefined, undefined]);
  });

  it('are each found once, with what spoke for it', () => {
    const { matches } = matchPages(before, again(before));
    expect(new Set(matches.map(({ now }) => now.at)).size).toBe(matches.length);
    expect(matches.find(({ old }) => old.node.id === 'w')?.reasons.slice(0, 2)).toEqual(['words', 'its parent']);
  });

  it('are what people settled', () => {
    const { matches } = matchPages(
      before,
      again(before),
      new Map([
        ['a', 'n-b'],
        ['b', 'n-a'],
      ]),
    );
    const of = (id: string): string | undefined => matches.find(({ old }) => old.node.id === id)?.now.node.id;
    expect([of('a'), of('b'), of('c')]).toEqual(['n-b', 'n-a', 'n-c']);
  });
});
