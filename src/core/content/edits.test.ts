import { element, page, words } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import { changesBetween, edited, wholeFlat, type Edit } from './edits.js';
import { nest } from './values.js';

const card = (id: string, text: string): ElementNode =>
  element(
    'card',
    id,
    { entry: { list: 'hire.cards', id }, repeat: 'cards' },
    element('heading', `${id}-h`, { element: 'h3' }, words(text, `hire.cards.${id}.heading`)),
  );
const line = (id: string, text: string): ElementNode =>
  element('item', `line-${id}`, { element: 'li', entry: { list: 'hire.lines', id } }, words(text, `hire.lines.${id}`));
const hire = page(
  {},
  element(
    'section',
    'hire',
    {},
    element('heading', 'h', { element: 'h2' }, words('For hire', 'hire.heading')),
    element('grid', 'cards', {}, card('refractor', 'The refractor'), card('dobson', 'The Dobsonian')),
    element('list', 'lines', { element: 'ul' }, line('1', 'A case'), line('2', 'A chart')),
  ),
);
const after = (...edits: Edit[]) =>
  nest(edits.reduce((content, edit) => edited(hire, content, edit), wholeFlat(hire, {})))['hire'];

describe('changes of content', () => {
  it('sets a field and leaves the others', () => {
    expect(after({ do: 'set', path: 'hire.heading', value: 'To rent' })).toMatchObject({
      heading: 'To rent',
      lines: ['A case', 'A chart'],
    });
  });

  it('adds an entry like another one, under an id of its own', () => {
    const add: Edit = { do: 'add', list: 'hire.cards', like: 'refractor', at: 1, name: 'The child’s telescope' };
    expect(after(add, add)).toMatchObject({
      cards: [
        { id: 'refractor', heading: 'The refractor' },
        { id: 'the-childs-telescope-2', heading: 'The refractor' },
        { id: 'the-childs-telescope', heading: 'The refractor' },
        { id: 'dobson', heading: 'The Dobsonian' },
      ],
    });
  });

  it('takes the last entry away and can still add one like it was', () => {
    const none: Edit[] = ['refractor', 'dobson'].map((id) => ({ do: 'remove', list: 'hire.cards', id }));
    expect(after(...none)).toMatchObject({ cards: [] });
    expect(after(...none, { do: 'add', list: 'hire.cards' })).toMatchObject({
      cards: [{ id: 'entry', heading: 'The refractor' }],
    });
  });

  it('moves entries, and keeps plain texts numbered', () => {
    expect(after({ do: 'move', list: 'hire.cards', id: 'dobson', to: 0 })).toMatchObject({
      cards: [{ id: 'dobson' }, { id: 'refractor' }],
    });
    expect(after({ do: 'move', list: 'hire.lines', id: '2', to: 0 })).toMatchObject({ lines: ['A chart', 'A case'] });
    expect(after({ do: 'remove', list: 'hire.lines', id: '1' })).toMatchObject({ lines: ['A chart'] });
    expect(after({ do: 'add', list: 'hire.lines', like: '1' })).toMatchObject({
      lines: ['A case', 'A chart', 'A case'],
    });
  });

  it('refuses lists and entries that are not there', () => {
    expect(() => after({ do: 'move', list: 'hire.none', id: 'x', to: 0 })).toThrow('List not found.');
    expect(() => after({ do: 'remove', list: 'hire.cards', id: 'x' })).toThrow('Entry not found.');
  });

  it('tells what two contents say otherwise', () => {
    const before = wholeFlat(hire, {});
    const now = edited(hire, edited(hire, before, { do: 'remove', list: 'hire.cards', id: 'dobson' }), {
      do: 'set',
      path: 'hire.heading',
      value: 'To rent',
    });
    expect(changesBetween(before, now)).toEqual([
      { path: 'hire.cards', before: 'refractor, dobson', now: 'refractor' },
      { path: 'hire.heading', before: 'For hire', now: 'To rent' },
      { path: 'hire.cards.dobson.heading', before: 'The Dobsonian' },
    ]);
  });
});
