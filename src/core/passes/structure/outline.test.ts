import { required } from '../../data/required.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { outline } from './outline.js';

const nowhere = { boxes: new Map(), width: 1440 };
const column: SharedStyle = { rest: { display: 'flex', 'flex-direction': 'column', color: 'black' } };

function heading(level: number, name: string): ElementNode {
  return element('heading', name, { element: `h${level}` }, words(name));
}

function design(body: SharedStyle, ...inside: ElementNode[]): PageDocument {
  const document = page({ body }, ...inside);
  return {
    ...document,
    body: { ...document.body, style: 'body' },
    source: { kind: 'design', files: [], widths: [1440] },
  };
}

function outlineOf({ body }: PageDocument): string[] {
  return [...elements(body)].map((element) => element.element);
}

const header = element('section', 'top', { element: 'header', part: 'header' });
const footer = element('section', 'end', { element: 'footer', part: 'footer' });
const band = (name: string, ...inside: ElementNode[]): ElementNode =>
  element('section', name, { element: 'section' }, ...inside);

describe('outline', () => {
  it('lets headings go down one level at a time, anew in each section', () => {
    const page = outline.run(
      design(
        column,
        band('a', heading(1, 'one'), heading(5, 'card'), heading(5, 'card 2'), heading(3, 'two'), heading(5, 'card 3')),
        band('b', heading(4, 'three'), heading(6, 'four')),
      ),
      nowhere,
    );
    expect(outlineOf(page).filter((text) => text.startsWith('h'))).toEqual(['h1', 'h2', 'h2', 'h2', 'h3', 'h2', 'h3']);
    expect(outline.run(page, nowhere)).toEqual(page);
  });

  it('puts what lies between header and footer in the main part, laid out as the page was', () => {
    const page = outline.run(design(column, header, band('a'), band('b'), footer), nowhere);
    expect(outlineOf(page)).toEqual(['body', 'header', 'main', 'section', 'section', 'footer']);
    const main = required([...elements(page.body)].find((element) => element.element === 'main'));
    expect(page.styles[required(main.style)]?.rest).toEqual({
      display: 'flex',
      'flex-direction': 'column',
      'align-self': 'stretch',
    });
  });

  it('leaves a page alone that does not flow downwards at every width, and one of a web page', () => {
    const grid = design({ rest: { display: 'grid' } }, header, band('a'));
    expect(outlineOf(outline.run(grid, nowhere))).not.toContain('main');
    const web = page({}, band('a', heading(4, 'deep')));
    expect(outline.run(web, nowhere)).toBe(web);
  });

  it('marks the row of links at the top as navigation', () => {
    const links = ['one', 'two', 'three'].map((name) => element('link', name, { element: 'a' }, words(name)));
    const row = element('row', 'menu', { element: 'div', style: 'row' }, ...links);
    const page = design(column, band('a', row));
    const styled = { ...page, styles: { ...page.styles, row: { rest: { display: 'flex' } } } };
    expect(outlineOf(outline.run(styled, nowhere))).toContain('nav');
  });
});
