import { textOf, walk } from '../document/walk.js';
import { buildPage } from './build.js';
import type { CapturedNode, CapturedPage } from './captured.js';
import type { ResolvedStyle } from './variables.js';

const page = (nodes: readonly CapturedNode[]): CapturedPage => ({
  title: 'T',
  language: 'en',
  direction: 'ltr',
  description: '',
  quirks: false,
  address: 'http://x/',
  nodes,
});
const empty: ResolvedStyle = { condition: {}, byInterval: [new Map()] };

function build(inside: readonly CapturedNode[], looks: Record<number, ResolvedStyle[]> = {}) {
  const nodes: CapturedNode[] = [
    { parent: -1, tag: 'html', path: 'html' },
    { parent: 0, tag: 'body', path: 'html > body', display: 'block' },
    ...inside,
  ];
  return buildPage({
    name: 'p',
    files: ['p.html'],
    widths: [1440],
    page: page(nodes),
    looks: nodes.map((node, index) => looks[index] ?? (node.tag ? [empty] : [])),
    breakpoints: [],
    probed: { idle: [], defaults: {}, own: {} },
    faces: [],
    keyframes: {},
    properties: {},
  }).document;
}

describe('buildPage', () => {
  it('keeps every word, in order', () => {
    const document = build([
      { parent: 1, tag: 'h1', path: 'h', display: 'block' },
      { parent: 2, text: 'Star  evenings', seen: true },
      { parent: 1, tag: 'p', path: 'p', display: 'block' },
      { parent: 4, text: 'Come and ', seen: true },
      { parent: 4, tag: 'em', path: 'e', display: 'inline' },
      { parent: 6, text: 'look', seen: true },
    ]);
    expect(textOf(document.body)).toBe('Star evenings Come and look');
    expect([...walk(document.body)].map(({ kind }) => kind)).toEqual([
      'box',
      'heading',
      'words',
      'text',
      'words',
      'run',
      'words',
    ]);
  });

  it('drops white space that no one sees and keeps what parts words', () => {
    const document = build([
      { parent: 1, text: '\n  ', seen: false },
      { parent: 1, tag: 'a', path: 'a', display: 'inline', attributes: { href: '/' } },
      { parent: 3, text: 'One', seen: true },
      { parent: 1, text: '\n', seen: false },
      { parent: 1, tag: 'a', path: 'b', display: 'inline', attributes: { href: '/' } },
      { parent: 6, text: 'Two', seen: true },
      { parent: 1, text: '\n', seen: false },
    ]);
    expect(document.body.children?.map((child) => (child.kind === 'words' ? child.text : child.kind))).toEqual([
      'link',
      ' ',
      'link',
    ]);
  });

  it('keeps preformatted text as it is', () => {
    const document = build([
      { parent: 1, tag: 'pre', path: 'p', display: 'block' },
      { parent: 2, text: 'a\n  b', seen: true, whiteSpace: 'pre' },
    ]);
    expect([...walk(document.body)].at(-1)).toEqual({ kind: 'words', text: 'a\n  b' });
  });

  it('makes a picture of a canvas', () => {
    const document = build([
      {
        parent: 1,
        tag: 'canvas',
        path: 'c',
        display: 'block',
        picture: 'data:image/png;base64,AA',
        attributes: { 'aria-label': 'Light curve' },
      },
    ]);
    expect(document.body.children?.[0]).toMatchObject({
      element: 'img',
      kind: 'image',
      attributes: { src: 'data:image/png;base64,AA', alt: 'Light curve' },
    });
  });

  it('tells a button from a link by its look', () => {
    const button: ResolvedStyle = {
      condition: {},
      byInterval: [
        new Map(Object.entries({ 'padding-left': '20px', 'padding-top': '10px', 'background-color': 'red' })),
      ],
    };
    const document = build(
      [{ parent: 1, tag: 'a', path: 'a', display: 'inline-block', box: [0, 0, 120, 40], attributes: { href: '/' } }],
      { 2: [button] },
    );
    expect(document.body.children?.[0]).toMatchObject({ kind: 'button', style: 's2' });
  });

  it('gives each element a stable id', () => {
    const once = build([{ parent: 1, tag: 'p', path: 'html > body > p', display: 'block' }]);
    const again = build([{ parent: 1, tag: 'p', path: 'html > body > p', display: 'block' }]);
    expect(once).toEqual(again);
    expect(once.body.children?.[0]).toMatchObject({ id: expect.stringMatching(/^[0-9a-f]{8}$/) });
  });
});
