import { PAGE_VERSION, type ElementNode, type PageDocument, type PageNode } from '../../document/types.js';
import { isElement } from '../../document/walk.js';
import { menuBar } from './menu-bar.js';

const node = (element: string, children: readonly PageNode[], more: Partial<ElementNode> = {}): ElementNode => ({
  id: `${element}-${JSON.stringify(children).length}`,
  kind: 'box',
  name: element,
  element,
  children,
  ...more,
});
const link = (text: string): ElementNode => node('a', [{ kind: 'words', text }], { kind: 'link' });
const menu = node('nav', [node('ul', [node('li', [link('Evenings')]), node('li', [link('Visit')])])], { kind: 'menu' });
const page = (header: ElementNode): PageDocument => ({
  format: 'tavrik-page',
  version: PAGE_VERSION,
  name: 'p',
  title: 'p',
  language: 'en',
  source: { kind: 'design', files: ['p.svg'], widths: [1440] },
  breakpoints: [],
  everywhere: {},
  styles: {},
  body: node('body', [header]),
});
const shape = ({ element, children = [] }: ElementNode): string => {
  const inside = children.filter(isElement).map(shape).join(' ');
  return inside ? `${element}(${inside})` : element;
};
const after = (...children: readonly ElementNode[]): string =>
  shape(menuBar.run(page(node('header', children, { part: 'header' })), { boxes: new Map(), width: 1440 }).body);

describe('the menu of a header that is one bar', () => {
  it('takes in the name of the site and the button', () => {
    expect(after(link('Saltmarsh Observatory'), menu, link('Book'))).toBe('body(header(nav(a ul(li(a) li(a)) a)))');
  });

  it('does not take in sentences, nor what a check box opens', () => {
    const sentence = node('p', [{ kind: 'words', text: 'We open on every clear Friday from March on' }]);
    expect(after(sentence, menu)).toBe('body(header(p nav(ul(li(a) li(a)))))');
    expect(after(node('input', []), menu)).toBe('body(header(input nav(ul(li(a) li(a)))))');
  });

  it('stays as it is without a menu', () => {
    expect(after(link('Saltmarsh Observatory'), link('Book'))).toBe('body(header(a a))');
  });
});
