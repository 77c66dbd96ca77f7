import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { landmarks } from './landmarks.js';

const section = (name: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('section', name, more, element('heading', `${name} h`, { element: 'h2' }, words(name)));
const header = section('header', { part: 'header' });
const footer = section('footer', { part: 'footer' });
const run = (document: PageDocument): PageDocument => landmarks.run(document, { boxes: new Map(), width: 1440 });
const tags = (document: PageDocument): string[] =>
  [...elements(document.body)].map(({ element: tag }) => tag).filter((tag) => !/^(div|h2)$/.test(tag));
const styled = (rest: SharedStyle['rest'], more: Partial<ElementNode>) =>
  page({ s: { rest } }, element('box', 'all', { ...more }, header, section('a', { style: 's' }), section('b'), footer));

describe('landmarks', () => {
  it('are made of plain boxes, and a main part of what lies between the header and the footer', () => {
    const result = run(page({}, header, section('a'), section('b'), footer));
    expect(tags(result)).toEqual(['body', 'header', 'main', 'footer']);
    const main = [...elements(result.body)].find(({ element: tag }) => tag === 'main');
    expect(main?.children?.map((child) => (child as ElementNode).name)).toEqual(['a', 'b']);
    expect(run(result)).toEqual(result);
  });

  it('use a box that holds the sections already', () => {
    const result = run(page({}, header, element('box', 'inner', {}, section('a'), section('b')), footer));
    expect([...elements(result.body)].find(({ element: tag }) => tag === 'main')?.name).toBe('inner');
  });

  it('make navigation of the box around the menu', () => {
    const link = (name: string) =>
      element('item', name, { element: 'li' }, element('link', name, { element: 'a' }, words(name)));
    const menu = element('box', 'holder', {}, element('list', 'menu', { element: 'ul' }, link('x'), link('y')));
    const result = run(page({}, { ...header, children: [menu] }, section('a')));
    expect(tags(result)).toContain('nav');
  });

  it('stay as the source has them', () => {
    const own = page(
      {},
      section('top', { part: 'header', element: 'header' }),
      element('box', 'm', { element: 'main' }, section('a')),
      section('end', { part: 'footer', attributes: { role: 'contentinfo' } }),
    );
    expect(run(own)).toEqual(own);
  });

  it.each<[string, PageDocument]>([
    ['sections in columns', styled({ 'column-count': '2' }, { style: 's' })],
    ['a section as high as a share of the page', styled({ 'min-height': '50%' }, {})],
    ['a section that floats', styled({ float: 'left' }, {})],
    ['a row of sections', styled({ display: 'flex' }, { style: 's' })],
  ])('make no box where one would move something: %s', (_, document) => {
    expect(tags(run(document))).toEqual(['body', 'header', 'footer']);
  });

  it('make no box around what depends on what stands beside it', () => {
    const styles = {
      s: { rest: {} },
      t: {
        rest: {},
        variants: [{ within: { style: 's', state: ':checked', beside: true as const }, set: { color: 'red' } }],
      },
    };
    const result = run(page(styles, header, section('a', { style: 's' }), section('b', { style: 't' })));
    expect(tags(result)).toEqual(['body', 'header']);
  });
});
