import { required } from '../../data/required.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { foldMenu } from './fold-menu.js';

const nowhere = { boxes: new Map(), width: 1440 };
const small = { rest: { 'font-size': '16px' } };
const styles: Record<string, SharedStyle> = {
  row: { rest: { display: 'flex' } },
  links: { rest: { display: 'flex' } },
  name: { rest: { 'font-size': '22px' } },
  press: { rest: { display: 'flex' } },
  a: small,
  b: small,
  c: small,
};
const link = (name: string, style: string): ElementNode => element('link', name, { element: 'a', style }, words(name));
const links = [link('Evenings', 'a'), link('Hire', 'b'), link('The way', 'c')];
const press = element('button', 'book', { element: 'a', style: 'press' }, words('Book'));

function drawn(...inside: ElementNode[]): PageDocument {
  const document = page(styles, element('section', 'top', {}, element('row', 'bar', { style: 'row' }, ...inside)));
  return { ...document, source: { kind: 'design', files: ['a.svg'], widths: [1440] } };
}

function folded(document: PageDocument): string[] {
  const page = foldMenu.run(document, nowhere);
  return [...elements(page.body)].flatMap(({ style, name }) =>
    page.styles[style ?? '']?.variants?.some(({ at, within }) => at === 'below-600' && within?.state === ':checked')
      ? [name]
      : [],
  );
}

describe('fold-menu', () => {
  it('folds links that are set alike and what is pressed behind them, not the name of the site', () => {
    expect(folded(drawn(link('Hollin Marsh', 'name'), ...links, press))).toEqual([
      'Evenings',
      'Hire',
      'The way',
      'book',
    ]);
  });

  it('puts a check box and its label before them, seen on the narrowest screen only', () => {
    const page = foldMenu.run(drawn(link('Hollin Marsh', 'name'), ...links), nowhere);
    const row = required([...elements(page.body)].find(({ id }) => id === 'row-bar'));
    expect(row.children?.map((child) => (child as ElementNode).element)).toEqual([
      'a',
      'input',
      'label',
      'a',
      'a',
      'a',
    ]);
    const label = page.styles[required((row.children?.[2] as ElementNode).style)];
    expect(label?.rest['display']).toBe('none');
    expect(label?.variants?.[0]).toMatchObject({ at: 'below-600', set: { display: 'flex' } });
    expect(foldMenu.run(page, nowhere)).toBe(page);
  });

  it('folds on the screen above too, as far as the row does not fit there', () => {
    const menu = drawn(link('Hollin Marsh', 'name'), ...links);
    const two = { ...menu, source: { ...menu.source, widths: [1440] } };
    const foldedAt = (width: number): unknown[] => {
      const ids = ['link-Hollin Marsh', 'link-Evenings', 'link-Hire', 'link-The way'];
      const boxes = new Map(ids.map((id) => [id, [0, 0, width, 20] as const]));
      const page = foldMenu.run(two, { boxes, width: 1440 });
      const hidden = (page.styles['a']?.variants ?? []).filter(({ set }) => set['display'] === 'none');
      return hidden.map(({ at, when }) => [at, when]);
    };
    expect(foldedAt(160)).toEqual([
      ['below-900', '@media (width < 744px)'],
      ['below-600', undefined],
    ]);
    expect(foldedAt(100)).toEqual([['below-600', undefined]]);
  });

  it('folds a box of links as a whole', () => {
    const box = element('row', 'links', { style: 'links' }, ...links);
    expect(folded(drawn(link('Hollin Marsh', 'name'), box))).toEqual(['links']);
  });

  it('leaves alone what is drawn at every width, pages, and rows of other things', () => {
    const menu = drawn(link('Hollin Marsh', 'name'), ...links);
    expect(folded({ ...menu, source: { ...menu.source, widths: [1440, 800, 390] } })).toEqual([]);
    expect(folded({ ...menu, source: { ...menu.source, kind: 'html' } })).toEqual([]);
    const long = element('text', 'long', {}, words('The dome is open on every clear Friday from dusk'));
    expect(folded(drawn(long, ...links))).toEqual([]);
    expect(folded(drawn(...links.slice(1)))).toEqual([]);
  });
});
