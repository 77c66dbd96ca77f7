import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageNode } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';
import { fillPage, unknownFields } from './content.js';
import { edited } from './edits.js';
import { originalContent, originalValues } from './source-values.js';
import { nest, type Content } from './values.js';

/* Entries that the source does not have: like one of it, but silent. */

const LIST = 'hire.cards';

function card(id: string, ...more: PageNode[]): ElementNode {
  const path = `${LIST}.${id}`;
  return element(
    'card',
    id,
    { entry: { list: LIST, id } },
    element('heading', `${id}-h`, { element: 'h3' }, words(id, `${path}.heading`)),
    ...more,
    element(
      'link',
      `${id}-l`,
      { element: 'a', attributes: { href: `/${id}` }, fields: { href: `${path}.link.address` } },
      words('Hire it', `${path}.link.label`),
    ),
  );
}

const note = (id: string, says: string): ElementNode =>
  element('text', `${id}-n`, { element: 'p' }, words(says, `${LIST}.${id}.note`));
const image = (id: string): ElementNode =>
  element('image', `${id}-i`, {
    element: 'img',
    attributes: { src: `assets/${id}.jpg`, alt: id },
    fields: { src: `${LIST}.${id}.picture.file`, alt: `${LIST}.${id}.picture.alt` },
  });
const document = page({}, element('grid', 'g', {}, card('n1', note('n1', 'Heavy')), card('n2', image('n2'))));

const cardsOf = (content: Content): ElementNode[] =>
  [...elements(fillPage(document, content).body)].filter(({ kind }) => kind === 'card');
const [first, second] = (originalContent(document) as { hire: { cards: Content[string][] } }).hire.cards;

describe('an entry that the source does not have', () => {
  it('says what is written, what all entries say alike, and nothing else', () => {
    const cards = cardsOf({ hire: { cards: [first, second, { id: 'n3', heading: 'Third' }] } } as Content);
    expect(cards.map(textOf)).toEqual(['n1 Heavy Hire it', 'n2 Hire it', 'Third Hire it']);
    expect(
      [...elements(cards[2] as ElementNode)].map(({ attributes }) => attributes?.['href']).filter(Boolean),
    ).toEqual([]);
  });

  it('is made from the one that has its fields', () => {
    const picture = { file: 'assets/new.jpg', alt: 'New' };
    const cards = cardsOf({ hire: { cards: [first, { id: 'n3', heading: 'Third', picture }] } } as Content);
    expect([...elements(cards[1] as ElementNode)].map(({ element: tag }) => tag)).toEqual(['div', 'h3', 'img', 'a']);
    expect(textOf(cards[1] as ElementNode)).toBe('Third Hire it');
  });

  it.each(['n1', 'n2'])('can be a copy of %s, of which no field is unknown', (like) => {
    const content = nest(edited(document, originalValues(document), { do: 'add', list: LIST, like }));
    expect(unknownFields(document, content)).toEqual([]);
    const cards = cardsOf(content);
    expect(textOf(cards[2] as ElementNode)).toBe(textOf(cards[like === 'n1' ? 0 : 1] as ElementNode));
  });
});

describe('an entry of the source', () => {
  it('has a place for what another one alone has, once that is written', () => {
    const cards = cardsOf({ hire: { cards: [first, { ...(second as object), note: 'Light' }] } } as Content);
    expect(textOf(cards[1] as ElementNode)).toBe('n2 Hire it');
    const withBoth = page({}, element('grid', 'g', {}, card('n1', note('n1', 'Heavy')), card('n2')));
    const content = { hire: { cards: [{ id: 'n1' }, { id: 'n2', note: 'Light' }] } };
    const shown = [...elements(fillPage(withBoth, content).body)].filter(({ kind }) => kind === 'card').map(textOf);
    expect(shown).toEqual(['n1 Heavy Hire it', 'n2 Light Hire it']);
    expect(unknownFields(withBoth, content)).toEqual([]);
  });

  it('has no field that no entry has room for', () => {
    expect(unknownFields(document, { hire: { cards: [first, { id: 'n2', note: 'Light' }] } } as Content)).toEqual([
      'hire.cards.n2.note',
    ]);
  });
});
