import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';
import { fillPage, unknownFields } from './content.js';
import { originalContent, originalValues } from './source-values.js';
import { type Content } from './values.js';

const styles = {
  plain: { rest: { color: 'red', 'border-bottom-width': '1px' } },
  last: { rest: { color: 'red', 'border-bottom-width': '0' } },
  bright: { rest: { color: 'blue', 'border-bottom-width': '1px' } },
};

/** A card of a list, with a link to itself. */
function card(id: string, style: string): ElementNode {
  const path = `offers.cards.${id}`;
  return element(
    'card',
    id,
    { style, entry: { list: 'offers.cards', id }, attributes: { id: `card-${id}` } },
    element('heading', `${id}-h`, { element: 'h3' }, words(id, `${path}.heading`)),
    element(
      'link',
      `${id}-l`,
      { element: 'a', attributes: { href: `#card-${id}` }, fields: { href: `${path}.link.address` } },
      words('More', `${path}.link.label`),
    ),
  );
}

const withCards = (...looks: readonly string[]) =>
  page(styles, element('grid', 'g', {}, ...looks.map((style, at) => card(`n${at + 1}`, style))));

const headings = (body: ElementNode): string[] =>
  [...elements(body)].filter(({ kind }) => kind === 'heading').map(textOf);

const stylesOf = (body: ElementNode): string[] =>
  [...elements(body)].filter(({ kind }) => kind === 'card').map(({ style }) => style ?? '');

describe('a list', () => {
  const three = withCards('plain', 'plain', 'plain');
  const entry = (id: string, heading = id) => ({ id, heading, link: { address: '/x', label: 'More' } });

  it('has an entry for each, known by its id', () => {
    expect(originalContent(three)['offers']).toEqual({
      cards: ['n1', 'n2', 'n3'].map((id) => ({ id, heading: id, link: { address: `#card-${id}`, label: 'More' } })),
    });
    expect(fillPage(three, originalContent(three)).body).toEqual(three.body);
  });

  it('takes new entries, other orders and fewer, down to none', () => {
    const say = (...list: readonly object[]): string[] =>
      headings(fillPage(three, { offers: { cards: list } } as Content).body);
    expect(say(entry('n3'), entry('n1'), entry('n2'))).toEqual(['n3', 'n1', 'n2']);
    expect(say(entry('n1'), entry('new', 'Another'), entry('n2'), entry('n3'))).toEqual(['n1', 'Another', 'n2', 'n3']);
    expect(say(entry('n2'))).toEqual(['n2']);
    expect(say()).toEqual([]);
  });

  it('makes a new entry of its own: no id twice, and references to itself', () => {
    const filled = fillPage(three, { offers: { cards: [entry('n1'), { id: 'new', heading: 'New' }] } });
    const all = [...elements(filled.body)];
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    expect(all.map(({ attributes }) => attributes?.['id']).filter(Boolean)).toEqual(['card-n1', 'card-n1-new']);
    expect(all.at(-1)?.attributes?.['href']).toBe('#card-n1-new');
    expect(originalValues(filled).values.get('offers.cards.new.heading')).toBe('New');
  });

  const looksOf = (document: PageDocument): object[] => {
    const { offers } = originalContent(document) as {
      offers: { cards: { look?: string; highlighted?: string; flipped?: string }[] };
    };
    return offers.cards.map(({ look, highlighted, flipped }) => ({ look, highlighted, flipped }));
  };

  it('says by yes or no which of two looks an entry has, and gives it the other', () => {
    const looks = withCards('plain', 'bright', 'plain');
    expect(looksOf(looks)).toEqual(['no', 'yes', 'no'].map((highlighted) => ({ highlighted })));
    const other = [entry('n1'), entry('n2'), entry('n3'), entry('n4')].map((entry) => ({
      ...entry,
      highlighted: entry.id === 'n3' ? 'true' : 'no',
    }));
    const filled = fillPage(looks, { offers: { cards: other } });
    expect([stylesOf(filled.body), headings(filled.body)]).toEqual([
      ['plain', 'plain', 'bright', 'plain'],
      ['n1', 'n2', 'n3', 'n4'],
    ]);
    expect(unknownFields(looks, { offers: { cards: other } })).toEqual([]);
    expect(unknownFields(looks, { offers: { cards: [{ ...entry('n1'), flipped: 'yes' }] } })).toEqual([
      'offers.cards.n1.flipped',
    ]);
  });

  it('calls an entry flipped whose parts stand the other way round', () => {
    const [image, text] = ['picture', 'text'].map((style) => element('box', style, { style })) as [
      ElementNode,
      ElementNode,
    ];
    const row = (id: string, style: string, ...parts: ElementNode[]): ElementNode =>
      element(
        'row',
        id,
        { style, entry: { list: 'offers.cards', id } },
        element('heading', `${id}h`, {}, words(id, `offers.cards.${id}.heading`)),
        ...parts,
      );
    const styled = { row: { rest: {} }, turned: { rest: { 'flex-direction': 'row-reverse' } } };
    const byStyle = page(
      styled,
      element(
        'grid',
        'g',
        {},
        row('a', 'row', image, text),
        row('b', 'turned', image, text),
        row('c', 'row', image, text),
      ),
    );
    expect(looksOf(byStyle).map((look) => (look as { flipped: string }).flipped)).toEqual(['no', 'yes', 'no']);
    const bare = (id: string, ...parts: ElementNode[]): ElementNode =>
      element(
        'row',
        id,
        { entry: { list: 'offers.cards', id } },
        ...parts.map((part) => ({ ...part, children: [words(id, `offers.cards.${id}.${part.style}`)] })),
      );
    const byOrder = page(
      {},
      element('grid', 'g', {}, bare('a', image, text), bare('b', text, image), bare('c', image, text)),
    );
    expect(looksOf(byOrder).map((look) => (look as { flipped: string }).flipped)).toEqual(['no', 'yes', 'no']);
  });

  it('says whose look an entry has where there are more than two', () => {
    const looks = withCards('plain', 'bright', 'plain', 'last', 'bright');
    expect(looksOf(looks)).toEqual(['n1', 'n2', 'n1', 'n4', 'n2'].map((look) => ({ look })));
    const filled = fillPage(looks, { offers: { cards: [{ ...entry('n1'), look: 'n4' }] } });
    expect(stylesOf(filled.body)).toEqual(['last']);
  });

  it('keeps the look of the last place at the last place', () => {
    const lines = withCards('plain', 'plain', 'last');
    expect(JSON.stringify(originalContent(lines))).not.toMatch(/look|highlighted|flipped/);
    const turned = fillPage(lines, { offers: { cards: [entry('n3'), entry('n2'), entry('n1'), entry('n4')] } });
    expect(headings(turned.body)).toEqual(['n3', 'n2', 'n1', 'n4']);
    expect(stylesOf(turned.body)).toEqual(['plain', 'plain', 'plain', 'last']);
  });

  it('of texts alone is a list of texts', () => {
    const item = (at: number) =>
      element(
        'item',
        `i${at}`,
        { element: 'li', entry: { list: 's.items', id: `${at}` } },
        words(`Item ${at}`, `s.items.${at}`),
      );
    const list = page({}, element('list', 'l', { element: 'ul' }, item(1), words(' '), item(2), words(' '), item(3)));
    expect(originalContent(list)['s']).toEqual({ items: ['Item 1', 'Item 2', 'Item 3'] });
    expect(textOf(fillPage(list, { s: { items: ['One', 'Two', 'Three', 'Four'] } }).body)).toBe('One Two Three Four');
    expect(textOf(fillPage(list, { s: { items: ['Two'] } }).body)).toBe('Two');
  });
});
