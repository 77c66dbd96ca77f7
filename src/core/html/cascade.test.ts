import type { CapturedNode, CapturedRule } from './captured.js';
import { cascade, type MatchedSelector } from './cascade.js';
import { resolveStyles } from './resolve-styles.js';
import type { ResolvedStyle } from './variables.js';
import { readSelectorList } from './selectors.js';

interface Given {
  readonly selector: string;
  readonly set: Readonly<Record<string, string>>;
  readonly layer?: number;
  readonly when?: string;
  readonly holds?: readonly boolean[];
  readonly matches: readonly number[];
  readonly hosts?: readonly number[];
}

/** A root with a box in it and a link in that; rules are given with what they match. */
const nodes: CapturedNode[] = [
  { parent: -1, tag: 'html' },
  { parent: 0, tag: 'div' },
  { parent: 1, tag: 'a' },
];

function resolve(given: readonly Given[], inline: [number, Record<string, string>][] = []): ResolvedStyle[][] {
  const rules = given.map(({ selector, set, layer = 9, when }): CapturedRule => ({
    selector,
    media: [],
    when: when ? [when] : [],
    layer,
    set: Object.entries(set).map(([name, value]) => [
      name,
      value.replace(' !important', ''),
      value.endsWith('!important'),
    ]),
  }));
  const matched = given.map(({ selector, matches, hosts }, rule): MatchedSelector => {
    const [read] = readSelectorList(selector);
    if (!read) throw new Error(`no selector: ${selector}`);
    return { rule, selector: read, elements: matches, ...(hosts ? { hosts: new Set(hosts) } : {}) };
  });
  const holds = given.map((entry) => entry.holds ?? [true, true]);
  const cascades = cascade(
    nodes,
    rules,
    matched,
    holds,
    new Map(
      inline.map(([element, set]) => [
        element,
        [{ set: Object.entries(set).map(([name, value]) => [name, value, false] as const) }],
      ]),
    ),
  );
  const pending = resolveStyles(nodes, cascades);
  return pending.finish(pending.pairs.map(([property, value]) => ({ [property]: value })));
}

const restOf = (looks: ResolvedStyle[][], element: number, interval = 0) =>
  Object.fromEntries(looks[element]?.[0]?.byInterval[interval] ?? []);

describe('cascade (CSS Cascade 5, section 6)', () => {
  it('lets the more specific rule win, then the later one', () => {
    const looks = resolve([
      { selector: '.a', set: { color: 'red', margin: '1px' }, matches: [2] },
      { selector: 'a', set: { color: 'blue' }, matches: [2] },
      { selector: '.b', set: { margin: '2px' }, matches: [2] },
    ]);
    expect(restOf(looks, 2)).toEqual({ color: 'red', margin: '2px' });
  });

  it('lets importance win over specificity and inline styles', () => {
    const looks = resolve(
      [
        { selector: 'a', set: { color: 'red !important' }, matches: [2] },
        { selector: '#x', set: { color: 'blue' }, matches: [2] },
      ],
      [[2, { color: 'green' }]],
    );
    expect(restOf(looks, 2)).toEqual({ color: 'red' });
  });

  it('puts rules outside of layers above those in layers, and turns layers round for importance', () => {
    const normal = resolve([
      { selector: '#x', set: { color: 'red' }, layer: 0, matches: [2] },
      { selector: 'a', set: { color: 'blue' }, layer: 2, matches: [2] },
    ]);
    expect(restOf(normal, 2)).toEqual({ color: 'blue' });
    const important = resolve([
      { selector: 'a', set: { color: 'red !important' }, layer: 0, matches: [2] },
      { selector: '#x', set: { color: 'blue !important' }, layer: 2, matches: [2] },
    ]);
    expect(restOf(important, 2)).toEqual({ color: 'red' });
  });

  it('resolves each interval by itself', () => {
    const looks = resolve([
      { selector: 'a', set: { color: 'red' }, matches: [2] },
      { selector: 'a', set: { color: 'blue' }, holds: [false, true], matches: [2] },
    ]);
    expect(restOf(looks, 2, 0)).toEqual({ color: 'red' });
    expect(restOf(looks, 2, 1)).toEqual({ color: 'blue' });
  });

  it('keeps states as what differs from rest', () => {
    const looks = resolve([
      { selector: 'a', set: { color: 'red', margin: '0' }, matches: [2] },
      { selector: 'a:hover', set: { color: 'blue', margin: '0' }, matches: [2] },
    ]);
    expect(looks[2]?.[1]?.condition).toEqual({ state: ':hover' });
    expect(Object.fromEntries(looks[2]?.[1]?.byInterval[0] ?? [])).toEqual({ color: 'blue' });
  });

  it('drops a state that loses against a more specific rule at rest', () => {
    const looks = resolve([
      { selector: '#x', set: { color: 'red' }, matches: [2] },
      { selector: 'a:hover', set: { color: 'blue' }, matches: [2] },
    ]);
    expect(looks[2]).toHaveLength(1);
  });

  it('ties an ancestor state to the nearest ancestor that can be in it, or to the outermost if the state passes up', () => {
    const hostOf = (selector: string): unknown =>
      resolve([{ selector, set: { color: 'blue' }, matches: [2], hosts: [0, 1] }])[2]?.[1]?.condition.within?.element;
    expect(hostOf('div:hover a')).toBe(0);
    expect(hostOf('div:hover > a')).toBe(1);
    expect(hostOf('div:focus a')).toBe(1);
  });

  it('keeps generated parts and other conditions apart', () => {
    const looks = resolve([
      { selector: 'a::after', set: { content: '"→"' }, matches: [2] },
      { selector: 'a', set: { color: 'white' }, when: '@media (prefers-color-scheme: dark)', matches: [2] },
    ]);
    expect(looks[2]?.map(({ condition }) => condition)).toEqual([
      {},
      { when: '@media (prefers-color-scheme: dark)' },
      { part: '::after' },
    ]);
  });
});
