import { originalContent, originalValues } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { fields } from './fields.js';

/* What fields are called, and what makes a list. */

const named = (...children: PageNode[]): Record<string, unknown> => {
  const document: PageDocument = page(
    {},
    element('section', 'Visit us', { element: 'section' }, ...(children as ElementNode[])),
  );
  return originalContent(fields.run(document, { boxes: new Map(), width: 1440 }))['visit-us'] ?? {};
};
const heading = (text: string, level = 'h2'): ElementNode => element('heading', text, { element: level }, words(text));
const text = (text: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('text', text, { element: 'p', ...more }, words(text));
const link = (text: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('link', text, { element: 'a', attributes: { href: `/${text}` }, ...more }, words(text));

describe('names of fields', () => {
  it('tell texts by their place and by how they are written', () => {
    expect(
      named(
        text('Every clear night'),
        heading('Come and look'),
        text('We are open.'),
        text('19:30'),
        text('€ 12'),
        text('Bring a lamp'),
      ),
    ).toEqual({
      kicker: 'Every clear night',
      heading: 'Come and look',
      intro: 'We are open.',
      time: '19:30',
      price: '€ 12',
      text: 'Bring a lamp',
    });
  });

  it('tell things of one kind apart by what they say, never by number', () => {
    expect(named(link('Imprint'), text('and'), link('Privacy'), text('or'), link('Privacy'))).toEqual({
      link: { address: '/Imprint', label: 'Imprint' },
      text: 'and',
      privacy: { address: '/Privacy', label: 'Privacy' },
      or: 'or',
      'second-privacy': { address: '/Privacy', label: 'Privacy' },
    });
    const price = (message: string): ElementNode => text(message);
    expect(Object.keys(named(price('12'), price('36')))).toEqual(['number', 'number-36']);
  });

  it('put what stands under a heading of its own into a group', () => {
    const part = (title: string): ElementNode =>
      element('column', title, {}, heading(title, 'h3'), text(`About ${title}`));
    expect(named(heading('Hire'), element('row', 'r', {}, part('By day'), part('By night')))).toEqual({
      heading: 'Hire',
      'by-day': { heading: 'By day', text: 'About By day' },
      'by-night': { heading: 'By night', text: 'About By night' },
    });
  });

  it('call cells by the head of their table, and rows by what they say', () => {
    const row = (tag: string, more: Partial<ElementNode>, ...cells: string[]): ElementNode =>
      element(
        'table-part',
        cells.join(),
        { element: 'tr', ...more },
        ...cells.map((cell) => element('table-part', cell, { element: tag }, words(cell))),
      );
    const table = element(
      'table',
      't',
      { element: 'table' },
      row('th', {}, 'Date', 'Who'),
      row('td', { repeat: 'row' }, '9 May', 'Ida'),
      row('td', { repeat: 'row' }, '16 May', 'Tobias'),
    );
    expect(named(table)).toEqual({
      'column-date': 'Date',
      'column-who': 'Who',
      rows: [
        { id: '9-may-ida', date: '9 May', who: 'Ida' },
        { id: '16-may-tobias', date: '16 May', who: 'Tobias' },
      ],
    });
  });

  it('keep a label with its control, and an answer with its question', () => {
    const label = (text: string): ElementNode => element('field', text, { element: 'label' }, words(text));
    const input = element('field', 'i', { element: 'input', attributes: { placeholder: 'you@example.org' } });
    const select = element(
      'field',
      's',
      { element: 'select' },
      ...['Any', 'Saturn'].map((text) => element('field', text, { element: 'option' }, words(text))),
    );
    expect(
      named(element('row', 'a', {}, label('E-mail'), input), element('row', 'b', {}, label('Which?'), select)),
    ).toEqual({
      'e-mail': { label: 'E-mail', hint: 'you@example.org' },
      which: { label: 'Which?', options: ['Any', 'Saturn'] },
    });
    const dl = (tag: string, text: string): ElementNode => element('item', text, { element: tag }, words(text));
    expect(
      named(
        element(
          'list',
          'l',
          { element: 'dl' },
          dl('dt', 'A dog?'),
          dl('dd', 'Yes.'),
          dl('dt', 'A cat?'),
          dl('dd', 'No.'),
        ),
      ),
    ).toEqual({
      'a-dog': { term: 'A dog?', definition: 'Yes.' },
      'a-cat': { term: 'A cat?', definition: 'No.' },
    });
  });

  it('make a list of questions, and of terms', () => {
    const dl = (tag: string, text: string): ElementNode => element('item', text, { element: tag }, words(text));
    const pair = (kind: 'question' | 'item', term: string, text: string): ElementNode =>
      element(kind, term, { repeat: 'pair' }, dl('dt', term), dl('dd', text));
    expect(
      named(
        element('list', 'l', { element: 'dl' }, pair('question', 'A dog?', 'Yes.'), pair('question', 'A cat?', 'No.')),
      ),
    ).toEqual({
      questions: [
        { id: 'a-dog', question: 'A dog?', answer: 'Yes.' },
        { id: 'a-cat', question: 'A cat?', answer: 'No.' },
      ],
    });
    expect(
      named(element('list', 'l', { element: 'dl' }, pair('item', 'Dome', 'White'), pair('item', 'Deck', 'Wood'))),
    ).toEqual({
      terms: [
        { id: 'dome', term: 'Dome', definition: 'White' },
        { id: 'deck', term: 'Deck', definition: 'Wood' },
      ],
    });
  });

  it('ask whether something is required, where a form goes, and which icon an entry has', () => {
    const input = (name: string, more: object): ElementNode =>
      element('field', name, { element: 'input', attributes: { name, ...more } });
    const form = element(
      'form',
      'f',
      { element: 'form', attributes: { action: '/send', method: 'post' } },
      input('mail', { required: '' }),
      input('go', { type: 'hidden' }),
    );
    expect(named(form)).toEqual({ form: { address: '/send', method: 'post' }, mail: { required: 'yes' } });
    const card = (id: string, d: string): ElementNode =>
      element(
        'card',
        id,
        { repeat: 'card' },
        element('icon', id, {
          element: 'svg',
          attributes: { 'aria-hidden': 'true' },
          markup: `<svg><title>${d}</title></svg>`,
        }),
        heading(id, 'h3'),
      );
    expect(named(card('Day', 'Sun'), card('Night', 'Moon'))).toEqual({
      cards: [
        { id: 'day', icon: 'sun', heading: 'Day' },
        { id: 'night', icon: 'moon', heading: 'Night' },
      ],
    });
    const tick = (id: string): ElementNode =>
      element(
        'item',
        id,
        { element: 'li', repeat: 'i' },
        element('icon', id, { element: 'svg', markup: '<svg/>' }),
        words(id),
      );
    expect(named(element('list', 'l', { element: 'ul' }, tick('Dome'), tick('Deck')))).toEqual({
      items: ['Dome', 'Deck'],
    });
    const details = (id: string, more: object): ElementNode =>
      element(
        'question',
        id,
        { element: 'details', repeat: 'q', attributes: { ...more } },
        element('question', `${id}s`, { element: 'summary' }, words(id)),
        words('Yes.'),
      );
    expect(named(details('A dog?', { open: '' }), details('A cat?', {}))).toEqual({
      questions: [
        { id: 'a-dog', open: 'yes', question: 'A dog?', answer: 'Yes.' },
        { id: 'a-cat', open: 'no', question: 'A cat?', answer: 'Yes.' },
      ],
    });
  });

  it('ask nothing of a box that only opens something, and is not sent', () => {
    const box = (attributes: Record<string, string>): ElementNode =>
      element('field', 'f', { element: 'input', attributes: { type: 'checkbox', ...attributes } });
    expect(named(box({ id: 'open-menu' }), text('Menu'))).toEqual({ text: 'Menu' });
    const asked = (...inside: ElementNode[]): string => JSON.stringify(named(...inside, text('Write to me')));
    expect(asked(box({ name: 'news' }))).not.toContain('required');
    expect(asked(element('form', 'send', { element: 'form' }, box({ name: 'news' })))).toContain('"required":"no"');
    expect(asked(box({ name: 'news', form: 'send' }))).toContain('"required":"no"');
  });

  it('know entries that have no heading by their first words, if these differ', () => {
    const plan = (kind: string, says: string): ElementNode =>
      element('card', kind, { repeat: 'plan' }, text(kind), text('€ 12'), text(says));
    const ids = (first: string, second: string): unknown[] => {
      const plans = named(plan(first, 'From dusk until the last train'), plan(second, 'As often as the sky is clear'));
      return Object.values(plans).flatMap((entries) => (entries as { id: string }[]).map(({ id }) => id));
    };
    expect(ids('Day', 'Year')).toEqual(['day', 'year']);
    expect(ids('Pass', 'Pass').every((id) => String(id).startsWith('pass-'))).toBe(true);
  });

  it('leave out what only decorates', () => {
    const drawn = element('artwork', 'a', { element: 'img', attributes: { src: 'data:image/svg+xml,x', alt: '' } });
    expect(named(text('→'), drawn, text('•'), heading('Sky'))).toEqual({ heading: 'Sky' });
  });
});

describe('lists', () => {
  it('are neighbours that are alike, questions, and paragraphs below each other', () => {
    const item = (text: string): ElementNode => element('item', text, { element: 'li', repeat: 'i' }, words(text));
    const question = (text: string): ElementNode =>
      element(
        'question',
        text,
        { element: 'details' },
        element('text', `s${text}`, { element: 'summary' }, words(text)),
        words('Yes'),
      );
    const long = (message: string): ElementNode =>
      text(`${message} is a text of more than forty letters, so it is a paragraph.`);
    const record = named(
      element('list', 'u', { element: 'ul' }, item('One'), item('Two')),
      question('Open?'),
      question('Closed?'),
      element('box', 'b', {}, long('This'), long('That')),
    );
    expect(record['items']).toEqual(['One', 'Two']);
    expect(record['questions']).toEqual([
      { id: 'open', open: 'no', question: 'Open?', answer: 'Yes' },
      { id: 'closed', open: 'no', question: 'Closed?', answer: 'Yes' },
    ]);
    expect(record['paragraphs']).toHaveLength(2);
  });

  it('of links in a menu are its entries, with a label and an address each', () => {
    const menu = element('menu', 'm', { element: 'nav' }, link('Hire', { repeat: 'l' }), link('Join', { repeat: 'l' }));
    expect(named(menu)).toEqual({
      menu: [
        { id: 'hire', address: '/Hire', label: 'Hire' },
        { id: 'join', address: '/Join', label: 'Join' },
      ],
    });
  });

  it('are none where a form asks, whatever is alike there', () => {
    const line = (name: string): ElementNode =>
      element(
        'row',
        name,
        { repeat: 'line' },
        element('field', name, { element: 'input', attributes: { placeholder: name } }),
      );
    expect(named(line('Name'), line('Street'))).toEqual({
      name: { hint: 'Name' },
      street: { hint: 'Street' },
    });
  });

  it('give every field a path of its own, and the same ones the second time', () => {
    const card = (message: string): ElementNode =>
      element('card', message, { repeat: 'c' }, heading('Same', 'h3'), text(message), link('More'));
    const run = (page: PageDocument): PageDocument => fields.run(page, { boxes: new Map(), width: 1440 });
    const once = run(page({}, element('section', 'x', { element: 'section' }, card('a'), card('b'), card('c'))));
    const { values, lists } = originalValues(once);
    expect(lists.get('x.cards')).toEqual(['same', 'same-2', 'same-3']);
    expect([...values.keys()].filter((path) => path.endsWith('.label'))).toHaveLength(3);
    expect(run(once)).toEqual(once);
  });
});
