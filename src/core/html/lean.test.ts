import type { CapturedNode } from './captured.js';
import { dropIdle, probeName, probeRequest, writeOutInherit } from './lean.js';
import type { ResolvedStyle } from './variables.js';
import { dropInherited } from './inherited-values.js';

const nodes: CapturedNode[] = [
  { parent: -1, tag: 'html' },
  { parent: 0, tag: 'p' },
  { parent: 1, tag: 'a', attributes: { href: '#' } },
];
const look = (...sets: Record<string, string>[]): ResolvedStyle => ({
  condition: {},
  byInterval: sets.map((set) => new Map(Object.entries(set))),
});
const rest = (looks: ResolvedStyle[][], element: number) =>
  looks[element]?.[0]?.byInterval.map((set) => Object.fromEntries(set));

describe('probeName', () => {
  it('names what changes how a browser styles an element', () => {
    expect(probeName({ parent: 0, tag: 'a', attributes: { href: 'x' } })).toBe('a[href]');
    expect(probeName({ parent: 0, tag: 'input', attributes: { type: 'email' } })).toBe('input[type=email]');
    expect(probeName({ parent: 0, tag: 'img', attributes: { width: '1200', src: 'x' } })).toBe('img[width=7]');
    expect(probeName({ parent: 0, tag: 'p' }, '::before')).toBe('::part');
  });
});

describe('dropIdle', () => {
  it('drops a declaration only if it is idle in every interval', () => {
    const looks = [
      [look({}, {})],
      [look({ 'margin-top': '0px', float: 'none' }, { 'margin-top': '9px', float: 'none' })],
      [look({}, {})],
    ];
    const request = probeRequest(nodes, looks);
    const idle = request.items.map(({ set }) =>
      set.filter(([name, value]) => value === '0px' || name === 'float').map(([name]) => name),
    );
    const lean = dropIdle(nodes, looks, request, { idle, defaults: {}, own: {} });
    expect(rest(lean, 1)).toEqual([{ 'margin-top': '0px' }, { 'margin-top': '9px' }]);
  });
});

describe('dropInherited', () => {
  it('drops what the parent hands down anyway', () => {
    const lean = dropInherited(
      nodes,
      [[look({ color: 'red' })], [look({ color: 'red', 'text-align': 'left' })], [look({})]],
      {},
    );
    expect(rest(lean, 1)).toEqual([{ 'text-align': 'left' }]);
  });

  it('keeps what the browser styles by itself, and relative values', () => {
    const lean = dropInherited(
      nodes,
      [[look({ color: 'red', 'font-size': '2em' })], [look({ 'font-size': '2em' })], [look({ color: 'red' })]],
      { 'a[href]': ['color'] },
    );
    expect(rest(lean, 1)).toEqual([{ 'font-size': '2em' }]);
    expect(rest(lean, 2)).toEqual([{ color: 'red' }]);
  });

  it('keeps it if one interval differs', () => {
    const lean = dropInherited(
      nodes,
      [[look({ color: 'red' }, { color: 'blue' })], [look({ color: 'red' }, { color: 'red' })], [look({}, {})]],
      {},
    );
    expect(rest(lean, 1)).toEqual([{ color: 'red' }, { color: 'red' }]);
  });
});

describe('dropInherited under conditions', () => {
  const dark = (set: Record<string, string>): ResolvedStyle => ({
    condition: { when: '@media (prefers-color-scheme: dark)' },
    byInterval: [new Map(Object.entries(set))],
  });
  const hovered = (set: Record<string, string>): ResolvedStyle => ({
    condition: { state: ':hover' },
    byInterval: [new Map(Object.entries(set))],
  });

  it('keeps what stays as it is while the parent changes', () => {
    const lean = dropInherited(
      nodes,
      [[look({ color: 'black' }), dark({ color: 'white' })], [look({ color: 'black' })], [look({})]],
      {},
    );
    expect(rest(lean, 1)).toEqual([{ color: 'black' }]);
  });

  it('drops what changes as the parent does, with its conditions', () => {
    const both = [look({ color: 'black' }), dark({ color: 'white' })];
    const lean = dropInherited(nodes, [both, both, [look({})]], {});
    expect(lean[1]).toEqual([look({})]);
    expect(lean[0]).toEqual(both);
  });

  it('keeps what a state of the parent changes', () => {
    const lean = dropInherited(
      nodes,
      [[look({ color: 'black' })], [look({ color: 'red' }), hovered({ color: 'blue' })], [look({ color: 'red' })]],
      {},
    );
    expect(rest(lean, 2)).toEqual([{ color: 'red' }]);
  });
});

describe('writeOutInherit', () => {
  it('writes handed-down box-sizing out', () => {
    const result = writeOutInherit(nodes, [
      [look({ 'box-sizing': 'border-box' })],
      [look({ 'box-sizing': 'inherit' })],
      [look({ 'box-sizing': 'inherit' })],
    ]);
    expect(rest(result, 2)).toEqual([{ 'box-sizing': 'border-box' }]);
  });
});
