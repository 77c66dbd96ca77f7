import fc from 'fast-check';
import { element, words } from '../document/sample.js';
import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';
import { isArticle, isBlock, toBlocks } from './blocks.js';
import { readsBackBlocks } from './blocks-parse.js';
import { fromBlocks } from './blocks-read.js';

const styles: Record<string, SharedStyle> = { prose: { rest: {} }, lead: { rest: {} }, linked: { rest: {} } };
let made = 0;
const tag = (name: string, style: string | undefined, ...children: PageNode[]): ElementNode => {
  made += 1;
  return element('text', name, { id: `n${made}`, element: name, ...(style ? { style } : {}) }, ...children);
};
const p = (text: string, style = 'prose'): ElementNode => tag('p', style, words(text));
const li = (...children: PageNode[]): ElementNode => tag('li', 'prose', ...children);
const ul = (...items: ElementNode[]): ElementNode => tag('ul', undefined, ...items);
const image = (src: string, alt: string): ElementNode => ({
  ...tag('img', undefined),
  attributes: { src, alt, srcset: 'x 2x' },
});
const article = (...children: PageNode[]): ElementNode => element('box', 'a', { id: 'a' }, ...children);
const anchor: ElementNode = {
  ...tag('a', 'linked', words('the tide table')),
  kind: 'link',
  inline: true,
  attributes: { href: '/tides', rel: 'noopener' },
};

const NIGHT = article(
  p('Before you come', 'lead'),
  words('\n  '),
  p('The dyke is wet after rain.'),
  { ...tag('h2', 'prose', words('What to bring')), attributes: { id: 'bring' } },
  ul(li(words('Warm clothes')), li(words('A lamp'), ul(li(words('with red light'))))),
  tag('p', 'prose', words('See '), anchor, words('.')),
  tag('blockquote', undefined, p('Bring 2 * 3 [lamps].')),
  tag('hr', undefined),
  tag('figure', undefined, image('assets/dome.jpg', 'The dome'), tag('figcaption', 'prose', words('The dome at dusk'))),
);

describe('an article', () => {
  it('says its blocks in CommonMark', () => {
    expect(toBlocks(NIGHT, styles)).toBe(
      [
        'Before you come',
        'The dyke is wet after rain.',
        '## What to bring',
        '- Warm clothes\n- A lamp\n  - with red light',
        'See [the tide table](</tides>).',
        '> Bring 2 \\* 3 \\[lamps\\].',
        '---',
        '![The dome](<assets/dome.jpg> "The dome at dusk")',
      ].join('\n\n'),
    );
    expect(readsBackBlocks(NIGHT, styles)).toBe(true);
  });

  it('is none with words between its blocks, or with what has no block', () => {
    expect(isArticle(article(words('Words'), p('and a text')))).toBe(false);
    expect(isArticle(article(tag('table', undefined)))).toBe(false);
    expect(isArticle(article(image('assets/a.jpg', 'One')))).toBe(false);
    expect(isArticle(article(ul(li(words('One'), p('two'), words('three')))))).toBe(false);
  });

  it('stays as it is where nothing was written', () => {
    const again = fromBlocks(NIGHT, toBlocks(NIGHT, styles), styles);
    expect(again.children).toEqual(NIGHT.children?.filter((child) => 'element' in child));
  });

  const edited = (change: (value: string) => string): ElementNode[] =>
    fromBlocks(NIGHT, change(toBlocks(NIGHT, styles)), styles).children as ElementNode[];

  it('changes only where something was written', () => {
    const now = edited((value) => value.replace('is wet', 'is *very* wet'));
    const was = NIGHT.children?.filter((child) => 'element' in child) as ElementNode[];
    expect(now.map((child, at) => child === was[at])).toEqual([true, false, true, true, true, true, true, true]);
    expect(now[1]).toMatchObject({ id: was[1]?.id, style: 'prose' });
    expect(textOf(now[1] as ElementNode)).toBe('The dyke is very wet after rain.');
  });

  it('takes new blocks, which look as their like do', () => {
    const now = edited((value) =>
      value.replace('## What', 'A new one with [a map](<x.html>).\n\n## Getting here\n\n1. Walk\n\n## What'),
    );
    expect(now.map((child) => child.element).slice(0, 6)).toEqual(['p', 'p', 'p', 'h2', 'ol', 'h2']);
    expect(now[2]).toMatchObject({ style: 'prose' });
    expect((now[2]?.children?.[1] as ElementNode).attributes).toEqual({ href: 'x.html', rel: 'noopener' });
    expect([now[3]?.attributes, now[5]?.attributes]).toEqual([undefined, { id: 'bring' }]);
    expect(now[4]).toMatchObject({ kind: 'list', children: [{ kind: 'item', children: [{ text: 'Walk' }] }] });
    const ids = now.flatMap((child) => [...elements(child)].map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('loses items, gets others, and keeps those that stay', () => {
    const [, , , list] = edited((value) => value.replace('- Warm clothes\n', '').replace('- with', '- Tea\n  - with'));
    expect(list?.children).toHaveLength(1);
    const inner = (list?.children?.[0] as ElementNode).children?.at(-1) as ElementNode;
    expect(inner.children?.map((item) => textOf(item as ElementNode))).toEqual(['Tea', 'with red light']);
  });

  it('has another image without the files of the one before, and no caption where none is written', () => {
    const shown = (value: string): ElementNode => edited((all) => all.replace(/!\[.*$/, value)).at(-1) as ElementNode;
    expect([...elements(shown('![Dusk](assets/dusk.jpg "Now")'))].at(1)?.attributes).toEqual({
      src: 'assets/dusk.jpg',
      alt: 'Dusk',
    });
    expect(textOf(shown('![Dusk](assets/dusk.jpg)'))).toBe('');
    expect(JSON.stringify(shown('![Dusk](<javascript:alert(1)>)'))).not.toContain('javascript');
  });

  it('has a place for what has no block, which can be moved and left out, and is there once', () => {
    const table = element('table', 't', { element: 'table' }, words('Tides'));
    const form = element('box', 'f', {}, element('field', 'i', { element: 'input' }));
    const source = article(p('One'), table, p('Two'), form);
    expect(toBlocks(source, styles)).toBe('One\n\n{table}\n\nTwo\n\n{part}');
    expect(readsBackBlocks(source, styles)).toBe(true);
    const read = (value: string): unknown[] =>
      (fromBlocks(source, value, styles).children as ElementNode[]).map((child) =>
        child === table ? 'table' : child === form ? 'form' : textOf(child),
      );
    expect(read('One\n\nTwo\n\n{part}\n\nThree\n\n{table}')).toEqual(['One', 'Two', 'form', 'Three', 'table']);
    expect(read('{table}\n\n{table}\n\n{tent}')).toEqual(['table', '{table}', '{tent}']);
  });

  it('has an image that leads somewhere', () => {
    const link: ElementNode = {
      ...tag('a', 'linked', image('assets/a.jpg', 'One')),
      attributes: { href: '/a', rel: 'x' },
    };
    const source = article(p('One'), tag('p', 'prose', link), tag('span', 'lead', words('Dusk at the dome')));
    expect(toBlocks(source, styles)).toBe('One\n\n[![One](<assets/a.jpg>)](</a>)\n\nDusk at the dome');
    expect(readsBackBlocks(source, styles)).toBe(true);
    const now = fromBlocks(source, 'One\n\n[![Two](<assets/b.jpg>)](</b>)\n\nDawn', styles).children as ElementNode[];
    expect(now[1]?.children?.[0]).toMatchObject({
      attributes: { href: '/b', rel: 'x' },
      children: [{ attributes: { src: 'assets/b.jpg', alt: 'Two' } }],
    });
    expect(now[2]).toMatchObject({ element: 'span', style: 'lead', children: [{ text: 'Dawn' }] });
  });

  it('is text where somebody writes HTML, and any text can be written', () => {
    const [node] = edited(() => '<script>alert(1)</script>\n\n<b>x</b>');
    expect(textOf(node as ElementNode)).toBe('<script>alert(1)</script>');
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'ab*_#->`1.[]()!{|}\n\n "=~'), maxLength: 60 }), (value) => {
        const tags = [...elements(fromBlocks(NIGHT, value, styles))].map(({ element: name }) => name);
        expect(
          tags.filter(
            (name) =>
              !/^(div|p|h[1-6]|ul|ol|li|blockquote|pre|hr|a|em|strong|code|br|figure|figcaption|img)$/.test(name),
          ),
        ).toEqual([]);
      }),
      { numRuns: 300, seed: 5 },
    );
  });
});

describe('any article', () => {
  const text = fc.string({ unit: fc.constantFrom(...'ab *_[]()<>{}|=&`#!~\\-+1.é'), minLength: 1, maxLength: 12 });
  const { block } = fc.letrec<{ block: ElementNode; item: ElementNode }>((tie) => ({
    block: fc.oneof(
      { maxDepth: 2 },
      text.map((said) => p(`x${said}`)),
      fc.tuple(fc.constantFrom('h2', 'h3'), text).map(([name, said]) => tag(name, undefined, words(`${said}x`))),
      text.map((said) => tag('pre', undefined, tag('code', undefined, words(`${said}\n  y`)))),
      fc.constant(tag('hr', undefined)),
      fc
        .tuple(fc.constantFrom('ul', 'ol'), fc.array(tie('item'), { minLength: 1, maxLength: 3 }))
        .map(([name, items]) => tag(name, undefined, ...items)),
      fc.array(tie('block'), { minLength: 1, maxLength: 2 }).map((blocks) => tag('blockquote', undefined, ...blocks)),
    ),
    item: fc.oneof(
      text.map((said) => li(words(`x${said}`))),
      fc.array(tie('block'), { minLength: 1, maxLength: 2 }).map((blocks) => li(words('x'), ...blocks)),
      fc.array(tie('block'), { minLength: 1, maxLength: 2 }).map((blocks) => li(...blocks)),
    ),
  }));

  it('says the same when it is read from what it says, or is not one field', () => {
    let [kept, all] = [0, 0];
    fc.assert(
      fc.property(fc.array(block as fc.Arbitrary<ElementNode>, { minLength: 1, maxLength: 5 }), (blocks) => {
        const node = article(...blocks);
        all += 1;
        if (!blocks.every(isBlock) || !readsBackBlocks(node, styles)) return;
        kept += 1;
        /* Nothing is kept as it is where the first block is another one: all is read. */
        const value = toBlocks(node, styles);
        expect(fromBlocks(node, value, styles).children).toEqual(node.children);
        const anew = fromBlocks({ ...node, children: [p('other')] }, value, styles);
        expect(textOf(anew).replace(/\s/g, '')).toBe(textOf(node).replace(/\s/g, ''));
        const said = toBlocks(anew, styles);
        expect(toBlocks(fromBlocks(anew, said, styles), styles)).toBe(said);
      }),
      { numRuns: 300, seed: 11 },
    );
    expect(kept).toBeGreaterThan(all / 2);
  });
});
