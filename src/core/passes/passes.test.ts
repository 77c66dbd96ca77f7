import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements, walk } from '../document/walk.js';
import { DESIGN_PASSES, PASSES, runPasses } from './presets.js';
import { universalStyle } from './styles/universal-style.js';
import { fields } from './fields/fields.js';
import { names } from './names/names.js';
import { sections, sectionsOf } from './structure/sections.js';
import { shareStyles } from './styles/share-styles.js';
import { unused } from './styles/unused.js';

const nowhere = { boxes: new Map(), width: 1440 };
const band = (
  name: string,
  y: number,
  height: number,
  more: Partial<ElementNode> = {},
  ...children: ElementNode[]
) => ({ node: element('box', name, more, ...children), box: [0, y, 1440, height] as const });

describe('sections', () => {
  const parts = [
    band('bar', 0, 80, {}, ...['a', 'b', 'c'].map((name) => element('link', name, { element: 'a' }, words(name)))),
    band('hero', 80, 500, {}, element('heading', 'h', { element: 'h1' }, words('The darkest sky'))),
    band('offers', 580, 400, { attributes: { id: 'special-offers' } }),
    band('end', 980, 90, { element: 'footer' }, element('text', 't', {}, words('© Society'))),
  ];
  const inner = element('box', 'inner', {}, ...parts.map(({ node }) => node));
  const wrapped = page({}, element('box', 'outer', {}, inner));
  const boxes = new Map<string, readonly [number, number, number, number]>([
    ...parts.map(({ node, box }) => [node.id, box] as const),
    [inner.id, [0, 0, 1440, 1070]],
    ['box-outer', [0, 0, 1440, 1070]],
    ['box-page', [0, 0, 1440, 1070]],
  ]);

  it('are the bands of the page, through wrappers, with names and parts', () => {
    const found = sectionsOf(sections.run(wrapped, { boxes, width: 1440 }));
    expect(found.map(({ name, part }) => [name, part])).toEqual([
      ['header', 'header'],
      ['The darkest sky', undefined],
      ['special offers', undefined],
      ['footer', 'footer'],
    ]);
  });

  it('are not found twice', () => {
    const once = sections.run(wrapped, { boxes, width: 1440 });
    expect(sections.run(once, { boxes, width: 1440 })).toEqual(once);
  });

  it('are none where nothing is known of places', () => {
    expect(sections.run(wrapped, nowhere)).toBe(wrapped);
  });
});

describe('share-styles', () => {
  const red = { rest: { color: 'red' } };
  const document = page(
    {
      s1: red,
      s2: red,
      s3: { rest: { color: 'blue' } },
      s4: red,
      s5: { rest: { color: 'red' }, variants: [{ within: { style: 's3', state: ':hover' }, set: { color: 'black' } }] },
    },
    element(
      'section',
      'Hero',
      { style: 's3' },
      element('button', 'a', { style: 's1' }),
      element('button', 'b', { style: 's2' }),
      element('text', 'd', { style: 's5' }),
    ),
    element('section', 'Other', {}, element('button', 'c', { style: 's4' })),
  );
  const shared = shareStyles.run(document, nowhere);

  it('makes equal styles one and names it by use', () => {
    expect(Object.keys(shared.styles)).toEqual(['call-to-action-section', 'button', 'call-to-action-text']);
    expect([...elements(shared.body)].filter(({ kind }) => kind === 'button').map(({ style }) => style)).toEqual([
      'button',
      'button',
      'button',
    ]);
  });

  it('renames the hosts of states with them', () => {
    expect(shared.styles['call-to-action-text']?.variants?.[0]?.within).toEqual({
      style: 'call-to-action-section',
      state: ':hover',
    });
  });

  it('changes nothing the second time', () => {
    expect(shareStyles.run(shared, nowhere)).toEqual(shared);
  });
});

describe('fields', () => {
  const document = page(
    {},
    element(
      'section',
      'Hero',
      {},
      element('heading', 'h', {}, words('A')),
      element('text', 't', {}, words('B '), element('run', 'r', {}, words('C'))),
      element('button', 'b', { element: 'a', attributes: { href: '/x' } }, words('D')),
    ),
    element(
      'section',
      'Hero',
      {},
      element('image', 'i', { element: 'img', attributes: { src: 'a.jpg', alt: 'A' } }),
      element('text', 'e', {}, words('  ')),
    ),
  );
  const filled = fields.run(document, nowhere);
  const all = [...walk(filled.body)].flatMap((node) =>
    node.kind === 'words' ? (node.field ? [node.field] : []) : Object.values(node.fields ?? {}),
  );

  it('are given to every word, picture and link, each another one', () => {
    expect(all).toEqual([
      'hero.heading',
      'hero.intro',
      'hero.text',
      'hero.button.address',
      'hero.button.label',
      'hero-2.picture.file',
      'hero-2.picture.alt',
    ]);
    expect(new Set(all).size).toBe(all.length);
  });

  it('stay the same the second time', () => {
    expect(fields.run(filled, nowhere)).toEqual(filled);
  });
});

describe('everywhere', () => {
  const bordered = { rest: { 'box-sizing': 'border-box', color: 'red' } };
  const document = page(
    { a: bordered, b: { rest: { width: '10px' } }, c: { rest: { width: '10px' } } },
    element('box', '1', { style: 'a' }),
    element('box', '2', { style: 'a' }),
    element('box', '3', { style: 'b' }),
    element('button', '4', { style: 'c', element: 'button' }),
  );

  it('says border-box once and its opposite where a size needs it', () => {
    const page = universalStyle.run({ ...document, body: { ...document.body, style: 'a' } }, nowhere);
    expect(page.everywhere).toEqual({ 'box-sizing': 'border-box' });
    expect(page.styles).toEqual({
      a: { rest: { color: 'red' } },
      b: { rest: { width: '10px', 'box-sizing': 'content-box' } },
      c: { rest: { width: '10px' } },
    });
    expect(universalStyle.run(page, nowhere)).toEqual(page);
  });

  it('leaves a page alone where few elements are so', () => {
    const few = page(
      { a: bordered },
      element('box', '1', { style: 'a' }),
      element('box', '2'),
      element('box', '3'),
      element('box', '4'),
    );
    expect(universalStyle.run(few, nowhere)).toBe(few);
  });
});

describe('unused and names', () => {
  it('drop fonts and keyframes that no style uses', () => {
    const face = (family: string) => ({ family, descriptors: { 'font-family': family, src: 'url("a.woff2")' } });
    const document: PageDocument = {
      ...page({ a: { rest: { 'font-family': 'Figtree, Arial', 'animation-name': 'rise' } } }),
      fonts: [face('Figtree'), face('Gone')],
      keyframes: { rise: 'from { top: 0 }', fall: 'to { top: 0 }' },
    };
    const result = unused.run(document, nowhere);
    expect(result.fonts?.map(({ family }) => family)).toEqual(['Figtree']);
    expect(Object.keys(result.keyframes ?? {})).toEqual(['rise']);
  });

  it('name elements by their words or labels', () => {
    const result = names.run(
      page(
        {},
        element('heading', 'x', {}, words('One two three four five six')),
        element('image', 'y', { attributes: { alt: 'The dome' } }),
        element('box', 'z'),
      ),
      nowhere,
    );
    expect(result.body.children?.map((child) => (child.kind === 'words' ? '' : child.name))).toEqual([
      'One two three four five …',
      'The dome',
      'box',
    ]);
  });
});

describe('all passes', () => {
  it('have a name and say what they do, and twice is as good as once', () => {
    const document = page({ s1: { rest: { color: 'red' } } }, element('text', 'p', { style: 's1' }, words('Hello')));
    for (const passes of [PASSES, DESIGN_PASSES]) {
      expect(passes.every(({ name, does }) => name && does.length > 10)).toBe(true);
      const once = runPasses(document, nowhere, passes);
      expect(runPasses(once, nowhere, passes)).toEqual(once);
    }
  });
});
