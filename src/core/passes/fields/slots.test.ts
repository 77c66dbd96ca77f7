import { required } from '../../data/required.js';
import { originalContent, originalValues } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageNode } from '../../document/types.js';
import { fields } from './fields.js';

/* What stands in the same place of two entries has the same name in both. */

const text = (says: string, style: string): ElementNode => element('text', says, { style }, words(says));
const card = (id: string, ...children: PageNode[]): ElementNode =>
  element('card', id, { repeat: 'cards' }, element('heading', `${id}-h`, { element: 'h3' }, words(id)), ...children);

const namesIn = (...cards: ElementNode[]): string[][] => {
  const document = page(
    {},
    element('section', 'Programme', { element: 'section' }, element('grid', 'g', {}, ...cards)),
  );
  const { lists, values } = originalValues(fields.run(document, { boxes: new Map(), width: 1440 }));
  return (lists.get('programme.cards') ?? []).map((id) =>
    [...values.keys()].flatMap((path) =>
      path.startsWith(`programme.cards.${id}.`) ? [path.slice(`programme.cards.${id}.`.length)] : [],
    ),
  );
};

describe('names in the entries of a list', () => {
  it('are those of the place, whatever the words are and whatever is missing before', () => {
    expect(
      namesIn(
        card('Moon', text('A walk along the dyke', 'lead'), text('Bring boots', 'small'), text('Warm drinks', 'last')),
        card('Saturn', text('Bring a friend', 'small'), text('Soup', 'last')),
        card('Tides', text('With the warden', 'lead'), text('Soup and bread', 'last')),
      ),
    ).toEqual([
      ['heading', 'text', 'note', 'detail'],
      ['heading', 'note', 'detail'],
      ['heading', 'text', 'detail'],
    ]);
  });

  it.each([
    [['March 12, 2026 · 6 min', 'April 2, 2026 · 9 min'], 'date'],
    [['Depth: 4 m', 'Depth: none'], 'depth'],
    [['now $12', 'from $ 9'], 'price'],
    [['Open on request', 'Closed in May'], 'text'],
  ])('tell what all entries say there: %j', ([first = '', second = ''], name) => {
    expect(namesIn(card('One', text(first, 'a')), card('Two', text(second, 'a')))).toEqual([
      ['heading', name],
      ['heading', name],
    ]);
  });

  it('are of words only where all entries have these', () => {
    const link = (says: string, style: string): ElementNode =>
      element('link', says, { element: 'a', style, attributes: { href: '#' } }, words(says));
    const cards = ['Moon', 'Saturn'].map((id) =>
      card(id, link('Book', 'a'), link('Share', 'b'), link(`To ${id}`, 'c')),
    );
    for (const names of namesIn(...cards))
      expect(names.filter((name) => name.endsWith('.label'))).toEqual([
        'link.label',
        'share.label',
        'second-link.label',
      ]);
  });

  it('are rich in all entries where one has words set off, in lists within them too', () => {
    const item = (...children: PageNode[]): ElementNode =>
      element('item', JSON.stringify(children).slice(0, 80), { element: 'li', repeat: 'items' }, ...children);
    const strong = element('run', 's', { element: 'strong', inline: true }, words('dark'));
    const list = (...items: ElementNode[]): ElementNode =>
      element('list', required(items[0]).name, { element: 'ul' }, ...items, item(words('Warm clothes')));
    const document = page(
      {},
      element(
        'section',
        'Bring',
        { element: 'section' },
        card('Moon', list(item(words('A '), strong, words(' torch')))),
        card('Saturn', list(item(words('A chair')))),
      ),
    );
    const named = fields.run(document, { boxes: new Map(), width: 1440 });
    const kinds: string[] = [];
    const visit = (node: PageNode): void => {
      if (node.kind === 'words') return;
      if (node.element === 'li') kinds.push(node.rich === undefined ? 'text' : 'rich');
      node.children?.forEach(visit);
    };
    visit(named.body);
    expect(kinds).toEqual(['rich', 'rich', 'rich', 'rich']);
    expect(originalContent(named)['bring']).toMatchObject({
      cards: [{ items: ['A **dark** torch', 'Warm clothes'] }, {}],
    });
  });
});
