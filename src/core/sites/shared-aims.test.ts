import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { sameOnPage } from './shared-aims.js';

const link = (id: string, says: string, more: Partial<ElementNode> = {}): ElementNode => ({
  ...element('link', id, { id, element: 'a', style: 'entry' }, words(says)),
  ...more,
});
const header = (mark: string, ...links: ElementNode[]): ElementNode =>
  element('section', `header-${mark}`, { id: `h-${mark}`, element: 'header', part: 'header', style: 'bar' }, ...links);
const site = (mark: string, ...links: ElementNode[]): PageDocument =>
  page(
    { entry: { rest: {} }, bar: { rest: {} }, now: { rest: {} } },
    header(mark, ...links),
    element('section', `body-${mark}`, { id: `b-${mark}`, style: 'own' }, words(mark)),
  );
const home = site('1', link('a1', 'Dates'), link('b1', 'Hire', { difference: 'now' }));
const hire = site('2', link('a2', 'Dates', { difference: 'now' }), link('b2', 'Hire'));

describe('what is the same on another page', () => {
  it('is an element in the same place of the same header, though another entry is the current one', () => {
    expect(sameOnPage(home, { element: 'b1' }, hire)).toEqual({ element: 'b2' });
    expect(sameOnPage(home, { element: 'h-1' }, hire)).toEqual({ element: 'h-2' });
    expect(sameOnPage(home, { style: 'entry' }, hire)).toEqual({ style: 'entry' });
  });

  it('is nothing for what stands outside of it, and where the header is another one', () => {
    expect(sameOnPage(home, { element: 'b-1' }, hire)).toBeUndefined();
    expect(sameOnPage(home, { style: 'own' }, hire)).toBeUndefined();
    expect(sameOnPage(home, { element: 'b1' }, site('3', link('a3', 'Dates')))).toBeUndefined();
  });

  it('is a shared style that says the same under the same name, wherever it stands', () => {
    const other = (color: string, style: string): PageDocument =>
      page({ entry: { rest: { color } } }, element('text', 't', { style }, words('Tide')));
    const here = other('red', 'entry');
    expect(sameOnPage(here, { style: 'entry' }, other('red', 'entry'))).toEqual({ style: 'entry' });
    expect(sameOnPage(here, { style: 'entry' }, other('blue', 'entry'))).toBeUndefined();
    expect(sameOnPage(here, { style: 'entry' }, other('red', 'another'))).toBeUndefined();
  });
});
