import { PAGE_VERSION, type ElementNode, type PageDocument } from '../../document/types.js';
import { isElement } from '../../document/walk.js';
import { linkLists } from './link-lists.js';

const link = (id: string, style = 'menu', kind: ElementNode['kind'] = 'link'): ElementNode => ({
  id,
  kind,
  name: 'link',
  element: 'a',
  style,
  children: [{ kind: 'words', text: id }],
});
const box = (id: string, children: readonly ElementNode[], element = 'div'): ElementNode => ({
  id,
  kind: 'box',
  name: 'box',
  element,
  children,
});
const page = (...children: ElementNode[]): PageDocument => ({
  format: 'tavrik-page',
  version: PAGE_VERSION,
  name: 'p',
  title: '',
  language: 'en',
  source: { kind: 'design', files: ['p.svg'], widths: [1440] },
  breakpoints: [],
  styles: { menu: { rest: { 'font-size': '16px' } }, brand: { rest: { 'font-size': '22px' } } },
  body: box('page', children, 'body'),
});
/** Elements and ids of a page, as one line. */
const told = (node: ElementNode): string => {
  const inside = (node.children ?? []).filter(isElement).map(told).join(' ');
  return `${node.element}${node.element === 'a' ? `#${node.id}` : ''}${inside ? `(${inside})` : ''}`;
};
const after = (...children: ElementNode[]): string =>
  told(linkLists.run(page(...children), { boxes: new Map(), width: 1440 }).body);

describe('links beside each other', () => {
  it('are the menu in the header, without the brand that is set larger', () => {
    expect(after(box('top', [link('brand', 'brand'), link('home'), link('about')], 'header'))).toBe(
      'body(header(a#brand nav(ul(li(a#home) li(a#about)))))',
    );
  });

  it('are a list elsewhere if there are three, and a menu where they are the only list of a footer', () => {
    const three = ['one', 'two', 'three'].map((id) => link(id));
    const list = 'ul(li(a#one) li(a#two) li(a#three))';
    expect(after(box('middle', three))).toBe(`body(div(${list}))`);
    const four = [...three, link('more')];
    expect(after(box('end', four, 'footer'))).toBe('body(footer(nav(ul(li(a#one) li(a#two) li(a#three) li(a#more)))))');
    expect(after(box('end', three, 'footer'))).toBe(`body(footer(${list}))`);
    const more = ['four', 'five', 'six'].map((id) => link(id));
    expect(after(box('end', [box('left', three), box('right', more)], 'footer'))).toBe(
      `body(footer(div(${list}) div(ul(li(a#four) li(a#five) li(a#six)))))`,
    );
    expect(after(box('end', three.slice(1), 'footer'))).toBe('body(footer(a#two a#three))');
    expect(after(box('top', [box('menu', three, 'nav')], 'header'))).toBe(
      'body(header(nav(ul(li(a#one) li(a#two) li(a#three)))))',
    );
  });

  it('are put into entries where they are in a list that has none for them yet', () => {
    const item: ElementNode = { id: 'i', kind: 'item', name: 'item', element: 'li', style: 'menu' };
    expect(after(box('l', [link('a'), item, link('b')], 'ul'))).toBe('body(ul(li(a#a) li li(a#b)))');
  });

  it('go on over the dots and bars between them, which stay with the entry before', () => {
    const dot = (id: string): ElementNode => ({
      ...link(id),
      kind: 'text',
      element: 'p',
      children: [{ kind: 'words', text: '·' }],
    });
    const line = [link('one'), dot('a'), link('two'), dot('b'), link('three')];
    expect(after(box('middle', line))).toBe('body(div(ul(li(a#one span) li(a#two span) li(a#three))))');
    expect(after(box('middle', [link('one'), dot('a'), dot('b'), link('two'), link('three')]))).not.toContain('ul');
  });

  it('count with the boxes that hold one of them and its arrow, or its sign', () => {
    const opening = box('opening', [link('more'), box('arrow', [])]);
    expect(after(box('top', [link('home'), opening], 'header'))).toBe(
      'body(header(nav(ul(li(a#home) li(div(a#more div))))))',
    );
    const signed = box('signed', [box('sign', []), link('more')]);
    expect(after(box('top', [link('home'), signed], 'header'))).toBe(
      'body(header(nav(ul(li(a#home) li(a#signed(div span))))))',
    );
  });

  it('are none where they are buttons, stand in text, in a list already, or behind a check box', () => {
    const buttons = ['go', 'stay', 'leave'].map((id) => link(id, 'menu', 'button'));
    expect(after(box('end', buttons))).toBe('body(div(a#go a#stay a#leave))');
    const links = ['a', 'b', 'c'].map((id) => link(id));
    expect(after(box('text', links, 'p'))).toBe('body(p(a#a a#b a#c))');
    expect(after(box('list', [box('entry', links, 'li')], 'ul'))).toBe('body(ul(li(a#a a#b a#c)))');
    const box2: ElementNode = { id: 'switch', kind: 'field', name: 'menu', element: 'input' };
    expect(after(box('top', [box2, ...links], 'header'))).toBe('body(header(input a#a a#b a#c))');
  });

  it('stand in entries where they stood, as they were placed, if they are laid out in a row', () => {
    const row = { rest: { display: 'flex' } };
    const placed = {
      rest: { 'font-size': '16px', 'margin-left': '24px', color: 'red' },
      variants: [
        { at: 'narrow', set: { display: 'none' } },
        { state: ':hover', set: { color: 'blue' } },
      ],
    };
    const document = page({ ...box('end', [link('a'), link('b'), link('c')]), style: 'row' });
    const { styles } = linkLists.run({ ...document, styles: { row, menu: placed } }, { boxes: new Map(), width: 1440 });
    expect(styles['menu-entry']).toEqual({
      rest: { display: 'flex', 'margin-left': '24px' },
      variants: [{ at: 'narrow', set: { display: 'none' } }],
    });
    expect(styles['menu-inside']).toEqual({
      rest: { 'font-size': '16px', color: 'red', 'flex-grow': '1' },
      variants: [{ state: ':hover', set: { color: 'blue' } }],
    });
  });

  it('have no boxes of their own otherwise, and are made once', () => {
    const once = linkLists.run(page(box('end', [link('a'), link('b'), link('c')])), { boxes: new Map(), width: 1440 });
    expect(Object.values(once.styles).filter(({ rest }) => rest['display'] === 'contents')).toHaveLength(3);
    expect(linkLists.run(once, { boxes: new Map(), width: 1440 })).toEqual(once);
    const none = page(box('end', [link('a')]));
    expect(linkLists.run(none, { boxes: new Map(), width: 1440 })).toBe(none);
  });
});
