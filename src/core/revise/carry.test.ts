import { originalValues } from '../content/source-values.js';
import { nest } from '../content/values.js';
import { wholeFlat } from '../content/edits.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { carryNames } from './carry.js';
import { changesOf } from './changes.js';
import { reviseContent } from './content.js';
import { matchPages } from './match.js';
import { changeLine, clientText } from './words.js';

const text = (id: string, text: string, field: string): ElementNode =>
  element('text', id, { id, element: 'p', style: 'note' }, words(text, field));
const heading = (id: string, text: string, field: string): ElementNode =>
  element('heading', text, { id, element: 'h2' }, words(text, field));
const card = (list: string, id: string, text: string, at = id): ElementNode =>
  element(
    'card',
    text,
    { id: `c-${at}`, style: 'card', entry: { list, id } },
    heading(`h-${at}`, text, `${list}.${id}.heading`),
  );
const styles = { note: { rest: { color: 'grey' } }, card: { rest: { padding: '8px' } } };
const before = page(
  styles,
  element(
    'section',
    'Membership',
    { id: 's', element: 'section' },
    heading('sh', 'Membership', 'membership.heading'),
    text('t', 'Members come to every evening of the year', 'membership.text'),
    element(
      'grid',
      'cards',
      { id: 'g' },
      card('membership.cards', 'single', 'Single person'),
      card('membership.cards', 'keeper', 'Keeper of the dome'),
    ),
  ),
);
/* The new version calls everything otherwise, has a card more and one fewer, and another heading. */
const after: PageDocument = {
  ...page(
    { text: { rest: { color: 'black' } }, price: { rest: { padding: '8px' } } },
    element(
      'section',
      'Join us',
      { id: 'n1', element: 'section' },
      heading('n2', 'Join us', 'join-us.heading'),
      { ...text('n3', 'Members come to every evening of the year', 'join-us.text'), style: 'text' },
      element(
        'grid',
        'cards',
        { id: 'n4' },
        { ...card('join-us.cards', 'keeper-of', 'Keeper of the dome', 'n5'), style: 'price' },
        { ...card('join-us.cards', 'student', 'Student with a letter', 'n6'), style: 'price' },
      ),
    ),
  ),
  name: 'other',
};
const matched = matchPages(before, after);
const carried = carryNames(before, after, matched);

describe('the names of a new version', () => {
  it('are those of the old one: page, elements, fields, lists, entries, styles', () => {
    expect(carried.document.name).toBe('sample');
    expect([...originalValues(carried.document).values.keys()]).toEqual([
      'page.title',
      'membership.heading',
      'membership.text',
      'membership.cards.keeper.heading',
      'membership.cards.student.heading',
    ]);
    expect(originalValues(carried.document).lists.get('membership.cards')).toEqual(['keeper', 'student']);
    expect(Object.fromEntries(carried.ids)).toMatchObject({ n1: 's', n2: 'sh', n3: 't', n4: 'g', 'c-n5': 'c-keeper' });
    expect(Object.keys(carried.document.styles).sort()).toEqual(['card', 'note']);
  });

  it('are those of the page itself if nothing changed', () => {
    const same = carryNames(before, before, matchPages(before, before));
    expect(same.document).toEqual(before);
    expect([same.ids.size, same.moved.size]).toEqual([0, 0]);
  });
});

describe('what people wrote', () => {
  const written = (edits: Readonly<Record<string, string>>) => {
    const whole = wholeFlat(before, {});
    return { ...whole, values: new Map([...whole.values, ...Object.entries(edits)]) };
  };

  it('stays, and is told where the new version says something else too', () => {
    const revisedContent = reviseContent(
      before,
      carried,
      written({ 'membership.heading': 'Belong', 'membership.text': 'Come' }),
      {},
      new Map(),
    );
    expect(nest(revisedContent.content)).toMatchObject({
      membership: { heading: 'Belong', text: 'Come', cards: [{ id: 'keeper' }, { id: 'student' }] },
    });
    expect(revisedContent.conflicts).toEqual([
      { path: 'membership.heading', before: 'Membership', ours: 'Join us', theirs: 'Belong' },
    ]);
    expect(revisedContent.newFields).toEqual(['membership.cards.student.heading']);
  });

  it('is kept aside where its element is gone, and is back with it', () => {
    const { parked, conflicts } = reviseContent(
      before,
      carried,
      written({ 'membership.cards.single.heading': 'Alone' }),
      {},
      new Map(),
    );
    expect([parked, conflicts]).toEqual([{ 'membership.cards.single.heading': 'Alone' }, []]);
    const back = reviseContent(
      carried.document,
      carryNames(carried.document, before, matchPages(carried.document, before)),
      wholeFlat(carried.document, {}),
      parked,
      new Map(),
    );
    expect(back.returned).toEqual(['membership.cards.single.heading']);
    expect(back.content.values.get('membership.cards.single.heading')).toBe('Alone');
    expect(back.parked).toEqual({});
  });

  it('gives way where somebody decided so', () => {
    const revisedContent = reviseContent(
      before,
      carried,
      written({ 'membership.heading': 'Belong' }),
      {},
      new Map([['membership.heading', 'ours']]),
    );
    expect([revisedContent.content.values.get('membership.heading'), revisedContent.conflicts]).toEqual([
      'Join us',
      [],
    ]);
  });
});

describe('what changed', () => {
  const changes = changesOf(before, carried.document, matched, carried.ids);

  it('is told once each, by what it is', () => {
    expect(changes.map(({ what, name }) => `${what} ${name}`)).toEqual([
      'added Student with a letter',
      'removed Single person',
      'reworded Join us',
      'restyled note',
    ]);
    expect(changes.map(changeLine)).toEqual([
      'New: card “Student with a letter”, with 1 more in it',
      'Removed: card “Single person”, with 1 more in it',
      'Reworded: heading “Join us”: “Membership” is now “Join us”',
      'Restyled: note (1 element): color',
    ]);
  });

  it('can be sent to the client as a text', () => {
    const sent = clientText([
      { page: 'home', changes, conflicts: [], parked: { 'a.b': 'Mine' }, returned: [], newFields: [] },
    ]);
    expect(sent).toContain('home: 1 added, 1 removed, 1 reworded, 1 styles changed.');
    expect(sent).toContain('a.b: the field is gone. “Mine” is kept');
  });
});

describe('a text in which words are set off', () => {
  const link = (id: string, label: string, own: boolean): ElementNode =>
    element(
      'link',
      id,
      {
        id,
        element: 'a',
        inline: true,
        attributes: { href: 'privacy.html' },
        ...(own ? { fields: { href: 'footer.privacy.address' } } : {}),
      },
      words(label, own ? 'footer.privacy.label' : undefined),
    );
  const apart = page(
    {},
    element(
      'section',
      'footer',
      { id: 's', element: 'footer' },
      element('text', 't', { id: 't', element: 'p' }, words('Read on ', 'footer.text'), link('l', 'Privacy', true)),
    ),
  );
  const whole = page(
    {},
    element(
      'section',
      'footer',
      { id: 's', element: 'footer' },
      element(
        'text',
        't',
        { id: 't', element: 'p', rich: 'footer.text' },
        words('Read on '),
        link('l', 'Privacy', false),
        words(' here'),
      ),
    ),
  );
  const revised = (from: PageDocument, to: PageDocument, edits: Readonly<Record<string, string>>) => {
    const { values, lists } = wholeFlat(from, {});
    return reviseContent(
      from,
      carryNames(from, to, matchPages(from, to)),
      { lists, values: new Map([...values, ...Object.entries(edits)]) },
      {},
      new Map(),
    );
  };

  it('takes in what was written in the fields of its parts', () => {
    const { content, parked, conflicts } = revised(apart, whole, { 'footer.privacy.label': 'How we keep data' });
    expect(content.values.get('footer.text')).toBe('Read on [How we keep data](<privacy.html>) here');
    expect([parked, conflicts]).toEqual([{}, []]);
  });

  it('gives its parts what was written in it', () => {
    const { content, parked } = revised(whole, apart, {
      'footer.text': 'Read on [How we keep data](<data.html>) here',
    });
    expect([content.values.get('footer.privacy.label'), content.values.get('footer.privacy.address')]).toEqual([
      'How we keep data',
      'data.html',
    ]);
    expect(parked).toEqual({});
  });

  it('stays what was written in a piece that has no like', () => {
    const { content, parked } = revised(apart, whole, {
      'footer.text': 'Everything on',
      'footer.privacy.label': 'Data',
    });
    expect(content.values.get('footer.text')).toBe('Everything on');
    expect(parked).toEqual({ 'footer.privacy.label': 'Data' });
    const plain = page(
      {},
      element(
        'section',
        'footer',
        { id: 's', element: 'footer' },
        element('text', 't', { id: 't', element: 'p' }, words('Read on Privacy here', 'footer.text')),
      ),
    );
    expect(revised(plain, whole, { 'footer.text': 'Everything on' }).content.values.get('footer.text')).toBe(
      'Everything on',
    );
  });

  it('says as much of it as has a place', () => {
    const { content, parked } = revised(whole, apart, { 'footer.text': 'No link at all' });
    expect([content.values.get('footer.text'), content.values.get('footer.privacy.label')]).toEqual([
      'No link at all',
      'Privacy',
    ]);
    expect(parked).toEqual({});
  });
});
