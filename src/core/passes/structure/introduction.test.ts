import { PAGE_VERSION, type ElementNode, type PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { introduction } from './introduction.js';

const box = (id: string, element: string, children: readonly ElementNode[] = []): ElementNode => ({
  id,
  kind: element === 'section' ? 'section' : 'box',
  name: id,
  element,
  children,
});
const page = (kind: 'design' | 'html', ...sections: readonly ElementNode[]): PageDocument => ({
  format: 'tavrik-page',
  version: PAGE_VERSION,
  name: 'p',
  title: '',
  language: 'en',
  source: { kind, files: ['p.svg'], widths: [1440] },
  breakpoints: [],
  styles: {},
  body: box('page', 'body', [box('main', 'main', sections)]),
});
const after = (document: PageDocument): string[] =>
  [...elements(introduction.run(document, { boxes: new Map(), width: 1440 }).body)].map(({ element }) => element);

const dusk = box('dusk', 'section', [box('title', 'h1')]);
const dates = box('dates', 'section', [box('when', 'h2')]);

describe('the first section of a design', () => {
  it('is the introduction if it has the heading of the page', () => {
    expect(after(page('design', dusk, dates))).toEqual(['body', 'main', 'header', 'h1', 'section', 'h2']);
  });

  it('is a section like others if it has not, if none follows, or if a person built the page', () => {
    expect(after(page('design', dates, dusk))).not.toContain('header');
    expect(after(page('design', dusk))).not.toContain('header');
    expect(after(page('html', dusk, dates))).not.toContain('header');
  });
});
