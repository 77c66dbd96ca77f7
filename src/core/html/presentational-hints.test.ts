import type { CapturedNode } from './captured.js';
import { withoutHints } from './presentational-hints.js';

const node = (tag: string, attributes: Record<string, string> = {}): CapturedNode => ({ parent: -1, tag, attributes });
const rulesOf = (...nodes: readonly CapturedNode[]): [string, Record<string, unknown>][] =>
  withoutHints(nodes).rules.map(({ selector, set }) => [
    selector.replace(/^:where\((.*)\)$/, '$1'),
    Object.fromEntries(set.map(([name, value]) => [name, value])),
  ]);

describe('attributes that style', () => {
  it.each([
    ['body', 'bgcolor', 'E8EEF2', { 'background-color': '#e8eef2' }],
    ['body', 'text', 'navy', { color: 'navy' }],
    ['td', 'width', '160', { width: '160px' }],
    ['td', 'width', '50%', { width: '50%' }],
    ['td', 'valign', 'TOP', { 'vertical-align': 'top' }],
    ['td', 'nowrap', '', { 'white-space': 'nowrap' }],
    ['table', 'align', 'right', { float: 'right' }],
    ['table', 'align', 'center', { 'margin-left': 'auto', 'margin-right': 'auto' }],
    ['table', 'cellspacing', '0', { 'border-spacing': '0px' }],
    ['h2', 'align', 'center', { 'text-align': 'center' }],
    ['font', 'size', '+2', { 'font-size': 'x-large' }],
    ['font', 'size', '-9', { 'font-size': 'x-small' }],
    ['font', 'face', 'Courier New, monospace', { 'font-family': '"Courier New", monospace' }],
    ['img', 'hspace', '8', { 'margin-left': '8px', 'margin-right': '8px' }],
  ])('become rules: %s %s="%s"', (tag, name, value, set) => {
    const { nodes, rules } = withoutHints([node(tag, { [name]: value, id: 'x' })]);
    expect(rulesOf(node(tag, { [name]: value }))[0]).toEqual([`${tag}[${name}="${value}"]`, set]);
    expect(nodes[0]?.attributes).toEqual({ id: 'x' });
    expect(rules.every(({ layer }) => layer < 0)).toBe(true);
  });

  it.each([
    ['td', 'width', 'wide'],
    ['td', 'width', '0'],
    ['body', 'bgcolor', 'rgb(1)'],
    ['font', 'face', 'a;b'],
    ['div', 'align', 'sideways'],
    ['img', 'width', '40'],
  ])('stay where they mean nothing or size a picture: %s %s="%s"', (tag, name, value) => {
    expect(withoutHints([node(tag, { [name]: value })]).nodes[0]?.attributes).toEqual({ [name]: value });
  });

  it('of a table style its cells, and of a page its links', () => {
    expect(rulesOf(node('table', { cellpadding: '6' }))).toEqual([
      [
        'table[cellpadding="6"] > :is(tbody, thead, tfoot) > tr > :is(td, th)',
        expect.objectContaining({ 'padding-left': '6px' }),
      ],
    ]);
    expect(rulesOf(node('body', { link: '#069' }))).toEqual([['a[href]', { color: '#069' }]]);
    expect(rulesOf(node('table', { border: '0' }))).toEqual([]);
  });

  it('are gone with the elements that are nothing but a style', () => {
    const { nodes } = withoutHints([node('center'), node('font', { color: 'red' })]);
    expect(nodes.map(({ tag, attributes }) => [tag, attributes])).toEqual([
      ['div', {}],
      ['span', {}],
    ]);
  });

  it('change nothing in a page that has none', () => {
    const nodes = [node('body'), node('p', { class: 'lead' })];
    expect(withoutHints(nodes)).toEqual({ nodes, rules: [] });
    expect(withoutHints(nodes).nodes).toBe(nodes);
  });
});
