import { required } from '../data/required.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode, SharedStyle } from '../document/types.js';
import { elements } from '../document/walk.js';
import { applyJoins } from './apply.js';
import { applyChanges, emptyBoxes } from './changes.js';
import { View } from './view.js';

const box = (id: string, style: string | undefined, ...children: Parameters<typeof element>[3][]): ElementNode =>
  element('box', id, { id, ...(style ? { style } : {}) }, ...children);
const idsIn = (node: ElementNode): string[] => [...elements(node)].map(({ id }) => id);

describe('emptyBoxes', () => {
  const styles: Record<string, SharedStyle> = {
    plain: { rest: { 'margin-top': '10px' } },
    painted: { rest: { 'background-color': 'rgb(1, 2, 3)' } },
    narrow: { rest: {}, variants: [{ at: 'small', set: { 'background-image': 'url("a.png")' } }] },
    clear: { rest: { 'background-color': 'transparent', 'border-top-style': 'none' } },
    host: { rest: {} },
    guest: { rest: {}, variants: [{ within: { style: 'host', state: ':hover' }, set: { color: 'red' } }] },
  };
  const found = (...children: ElementNode[]): string[] => emptyBoxes(page(styles, ...children)).map(({ at }) => at);

  it('are those that show nothing at any width', () => {
    expect(found(box('a', 'plain'), box('b', 'clear'), box('c', undefined))).toEqual(['a', 'b', 'c']);
    expect(found(box('a', 'painted'), box('b', 'narrow'))).toEqual([]);
  });

  it('are not what a browser fills, what holds words, or what others depend on', () => {
    const image = element('image', 'i', { id: 'i', element: 'img' });
    const guest = element('text', 'g', { id: 'g', style: 'guest' }, words('Saturn'));
    expect(found(image, box('a', 'plain', words('Tide')), box('h', 'host'), guest)).toEqual([]);
    expect(found(element('box', 'n', { id: 'n', attributes: { id: 'here' } }))).toEqual([]);
  });

  it('share their fate only in boxes that are alike, and are not tried twice', () => {
    const mark = (id: string): ElementNode =>
      element('run', id, { id, element: 'i', attributes: { 'aria-hidden': 'true' } });
    const document = page(
      styles,
      box('a', 'painted', mark('x'), words('Tide')),
      box('b', 'clear', mark('y'), words('Dome')),
    );
    const changes = emptyBoxes(document);
    expect(changes.map(({ at, holder }) => [at, holder])).toEqual([
      ['x', 'a'],
      ['y', 'b'],
    ]);
    expect(new Set(changes.map(({ group }) => group)).size).toBe(2);
    expect(emptyBoxes(document, new Set([required(changes[0]?.group)])).map(({ at }) => at)).toEqual(['y']);
  });

  it('are left out with one change for those that are alike, and nothing else is touched', () => {
    const document = page(styles, box('a', 'plain'), box('b', 'plain'), box('c', 'painted', words('stays')));
    const changes = emptyBoxes(document);
    expect(new Set(changes.map(({ group }) => group)).size).toBe(1);
    const left = applyChanges(document, changes);
    expect(idsIn(left.body)).toEqual([document.body.id, 'c']);
    expect(left.styles).toBe(document.styles);
  });
});

describe('applyJoins', () => {
  it('puts one box for two, and lets states follow to its style', () => {
    const inner = box('inner', 'old', words('Dome'));
    const document = page(
      {
        old: { rest: { color: 'red' } },
        guest: { rest: {}, variants: [{ within: { style: 'old', state: ':hover' }, set: { opacity: '0' } }] },
      },
      box('outer', undefined, inner),
      element('text', 'g', { id: 'g', style: 'guest' }, words('x')),
    );
    const joined = {
      node: { ...inner, id: 'outer', style: 'new' },
      style: { rest: { color: 'red', 'padding-top': '1px' } },
      standsFor: { across: 'outer', down: 'outer' },
      renamed: ['old', 'new'] as const,
    };
    const result = applyJoins(document, new Map([['outer', joined as never]]));
    expect(idsIn(result.body)).toEqual([document.body.id, 'outer', 'g']);
    expect(Object.keys(result.styles).sort()).toEqual(['guest', 'new']);
    expect(result.styles['guest']?.variants?.[0]?.within).toEqual({ style: 'new', state: ':hover' });
  });

  it('gives the document back as it is if there is nothing to join', () => {
    const document = page({}, box('a', undefined));
    expect(applyJoins(document, new Map())).toBe(document);
  });
});

describe('View', () => {
  const view = (tag: string, full: Record<string, string> = {}): View => new View(new Map(Object.entries(full)), tag);

  it('knows how elements are laid out by themselves', () => {
    expect(view('p').display()).toBe('block');
    expect(view('span').display()).toBe('inline');
    expect(view('li').display()).toBe('list-item');
    expect(view('span', { display: 'flex' }).isFlex()).toBe(true);
    expect(view('div', { display: 'initial' }).display()).toBe('block');
    expect([view('img').isReplaced(), view('table').isSpecial(), view('div').isSpecial()]).toEqual([true, true, false]);
  });

  it('knows margins and paddings that browsers give, and those that are taken away', () => {
    expect(view('p').margin('top')).toEqual(view('div', { 'margin-top': '1em' }).margin('top'));
    expect(view('p', { 'margin-top': '0px' }).margin('top')).toEqual(view('div').margin('top'));
    expect(view('p', { 'margin-top': 'auto' }).margin('top')).toBe('auto');
    expect(view('ul').padding('left')).toEqual(view('div', { 'padding-left': '40px' }).padding('left'));
    expect(view('button').padding('left')).toBeUndefined();
    expect(view('p', { 'margin-top': 'initial' }).margin('top')).toEqual(view('div').margin('top'));
  });

  it('adds up padding and frame', () => {
    const framed = view('div', { 'padding-top': '4px', 'border-top-style': 'solid', 'border-top-width': 'thin' });
    expect(framed.inset('top')).toEqual(view('div', { 'padding-top': '5px' }).padding('top'));
    expect(framed.hasInset('top')).toBe(true);
    expect(framed.hasInset('bottom')).toBe(false);
    expect(view('div', { 'border-top-style': 'none', 'border-top-width': '9px' }).hasInset('top')).toBe(false);
  });

  it('says whether a box shows by itself', () => {
    expect(view('div').paints()).toBe(false);
    for (const [name, value] of [
      ['background-color', 'red'],
      ['box-shadow', '0 0 1px red'],
      ['opacity', '0.5'],
      ['transform', 'scale(2)'],
    ])
      expect(view('div', { [required(name)]: required(value) }).paints()).toBe(true);
    for (const [name, value] of [
      ['background-color', 'transparent'],
      ['box-shadow', 'none'],
      ['opacity', '1'],
      ['z-index', 'auto'],
    ])
      expect(view('div', { [required(name)]: required(value) }).paints()).toBe(false);
    expect(view('button').paints()).toBe(true);
  });

  it('says what takes it out of its place', () => {
    expect(view('div', { position: 'absolute' }).inFlow()).toBe(false);
    expect(view('div', { position: 'relative' }).inFlow()).toBe(true);
    expect(view('div', { float: 'left' }).inFlow()).toBe(false);
    expect(view('div', { top: '3px' }).hasOffsets()).toBe(true);
    expect(view('div', { top: 'auto', left: '0px' }).hasOffsets()).toBe(false);
    expect(view('div', { 'overflow-x': 'clip' }).clips()).toBe(true);
  });

  it('hands on what children take over, and can be changed without changing itself', () => {
    const own = view('div', { color: 'red', 'margin-top': '1px' });
    expect([...own.inherited().keys()]).toEqual(['color']);
    const other = own.with({ color: undefined, display: 'grid' });
    expect(other.get('color')).toBeUndefined();
    expect(other.display()).toBe('grid');
    expect(own.get('color')).toBe('red');
  });
});
