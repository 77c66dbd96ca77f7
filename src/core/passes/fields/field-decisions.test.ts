import type { FieldDecision } from '../../brief/field-decisions.js';
import { fillPage } from '../../content/content.js';
import { originalValues } from '../../content/source-values.js';
import { checkContent } from '../../content/check.js';
import { regionsOf, type Field } from '../../content/regions.js';
import { nest } from '../../content/values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { textOf } from '../../document/walk.js';
import { fieldDecisionsPass } from './field-decisions.js';
import { fields } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
const heading = (says: string): ElementNode => element('heading', says, { element: 'h3' }, words(says));
const text = (says: string): ElementNode => element('text', says, { element: 'p' }, words(says));
const card = (says: string): ElementNode =>
  element('card', says, { repeat: 'ways' }, heading(says), text(`${says} for all`));
const rich = element(
  'text',
  'price',
  { element: 'p' },
  words('A week costs '),
  element('run', 'sum', { element: 'strong', inline: true }, words('28 crowns')),
  words(', a fortnight 45.'),
);
const source = page(
  {},
  element(
    'section',
    'ways',
    { element: 'section', name: 'Ways' },
    element('heading', 'h', { element: 'h2' }, words('Ways')),
    card('Friday'),
    card('Sunday'),
  ),
  element(
    'section',
    'hire',
    { element: 'section', name: 'Hire' },
    element('heading', 'hh', { element: 'h2' }, words('Hire')),
    rich,
    element('text', 'call', { element: 'p' }, words('Ring first')),
  ),
);

function decided(...message: (Partial<FieldDecision> & { at: string })[]): {
  readonly document: PageDocument;
  readonly lost: string[];
} {
  const lost: string[] = [];
  const decisions = message.map((entry, at): FieldDecision => ({ on: true, line: at + 3, ...entry }));
  const document = fieldDecisionsPass(decisions, (_, words) => lost.push(words)).run(
    fields.run(source, nowhere),
    nowhere,
  );
  return { document, lost };
}

function paths(document: PageDocument): string[] {
  return [...originalValues(document).values.keys()].filter((path) => !path.startsWith('page.'));
}

function field(document: PageDocument, path: string): Field | undefined {
  const deep = (all: readonly Field[]): Field[] => all.flatMap((field) => [field, ...deep(field.fields ?? [])]);
  return deep(regionsOf(document).flatMap((region) => region.fields)).find((field) => field.path === path);
}

const before = paths(decided({ at: 'ways', on: false }).document);

describe('decisions on fields', () => {
  it('start from the names that the page gives', () => {
    expect(before).toEqual([
      'ways.heading',
      'ways.cards.friday.heading',
      'ways.cards.friday.text',
      'ways.cards.sunday.heading',
      'ways.cards.sunday.text',
      'hire.heading',
      'hire.intro',
      'hire.text',
    ]);
  });

  it('give another name, in every entry of a list, and to a list with all that is in it', () => {
    const { document } = decided({ at: 'ways.cards.*.heading', name: 'title' }, { at: 'ways.cards', name: 'evenings' });
    expect(paths(document).slice(1, 3)).toEqual(['ways.evenings.friday.title', 'ways.evenings.friday.text']);
    expect(originalValues(document).lists.get('ways.evenings')).toEqual(['friday', 'sunday']);
  });

  it('put a field into another group, and make two fields one', () => {
    expect(paths(decided({ at: 'hire.text', to: 'ways.notes', name: 'ring' }).document)).toContain('ways.notes.ring');
    const { document } = decided({ at: 'hire.heading', sameAs: 'ways.heading' });
    const filled = fillPage(document, nest({ values: new Map([['ways.heading', 'Both']]), lists: new Map() }));
    expect(textOf(filled.body)).toMatch(/^Both .* Both /);
  });

  it('hide what a client is not to see', () => {
    const { document } = decided({ at: 'hire' }, { at: 'hire', hide: true }, { at: 'page.title', hide: true });
    expect(paths(document).filter((path) => path.startsWith('hire'))).toEqual([]);
    expect(regionsOf(document).map(({ name }) => name)).toEqual(['ways']);
    expect(textOf(document.body)).toContain('28 crowns');
  });

  it('lock what a client may see: the words of the source stay', () => {
    const { document } = decided({ at: 'hire', locked: true });
    const content = nest({
      values: new Map([
        ['hire.heading', 'Mine'],
        ['ways.heading', 'Mine too'],
      ]),
      lists: new Map(),
    });
    expect(textOf(fillPage(document, content).body)).toMatch(/^Mine too .* Hire /);
    expect(field(document, 'hire.heading')?.locked).toBe(true);
    const faults = checkContent(document, regionsOf(document), content, new Set());
    expect(faults.filter(({ wrong }) => wrong).map(({ path }) => path)).toEqual(['hire.heading']);
  });

  it('split a text into its runs', () => {
    const { document } = decided({ at: 'hire.intro', split: true });
    expect(paths(document).slice(-4)).toEqual([
      'hire.intro.text',
      'hire.intro.strong',
      'hire.intro.text-2',
      'hire.text',
    ]);
  });

  it('say what a field is called, what it takes and how much of it', () => {
    const { document } = decided(
      { at: 'ways.cards', fewest: 2, most: 3, label: 'Evenings' },
      { at: 'hire.text', type: 'choice', choices: ['Ring first', 'Come along'], help: 'One of two.', required: true },
      { at: 'ways.heading', longest: 6 },
    );
    expect(field(document, 'ways.cards')).toMatchObject({ label: 'Evenings', fewest: 2, most: 3 });
    expect(field(document, 'hire.text')).toMatchObject({
      type: 'choice',
      help: 'One of two.',
      required: true,
    });
    const content = nest({
      values: new Map([
        ['hire.text', 'Run'],
        ['ways.heading', 'Seven letters'],
      ]),
      lists: new Map([['ways.cards', ['friday']]]),
    });
    const faults = checkContent(document, regionsOf(document), content, new Set()).map(
      ({ path, what }) => `${path}: ${what}`,
    );
    expect(faults).toEqual([
      'ways.cards: It has 1 entries; 2 are the fewest',
      'hire.text: "Run" is not one of Ring first, Come along',
      'ways.heading: It has 13 letters; 6 is the maximum',
    ]);
  });

  it('keep what was said of a field before it got another name', () => {
    const { document } = decided(
      { at: 'ways.cards.*.heading', label: 'Title', longest: 20 },
      { at: 'ways.cards', name: 'evenings' },
    );
    expect(field(document, 'ways.evenings.*.heading')).toMatchObject({ label: 'Title', longest: 20 });
  });

  it('let words be set off in a text that had none, and no more in one that has none now', () => {
    const { document } = decided({ at: 'hire.text', type: 'rich' });
    expect(field(document, 'hire.text')?.type).toBe('rich');
    const filled = fillPage(document, nest({ values: new Map([['hire.text', 'Ring **first**']]), lists: new Map() }));
    expect(JSON.stringify(filled.body)).toContain('"element":"strong"');
    const back = fieldDecisionsPass([{ at: 'hire.text', type: 'text', on: true, line: 3 }], () => undefined).run(
      document,
      nowhere,
    );
    expect(
      textOf(fillPage(back, nest({ values: new Map([['hire.text', 'Ring *']]), lists: new Map() })).body),
    ).toContain('Ring *');
  });

  it('say which field is not there, with those like it', () => {
    const { document, lost } = decided({ at: 'ways.card.*.heading', name: 'title' });
    expect(paths(document)).toEqual(before);
    expect(lost).toEqual([
      expect.stringMatching(
        /^brief.yaml, line 3: the page has no field "ways.card.\*.heading"; there are .*"ways.cards/,
      ),
    ]);
  });

  it.each<[string, Partial<FieldDecision> & { at: string }]>([
    ['The field "hire.heading" already exists', { at: 'hire.intro', name: 'heading' }],
    ['The field "ways.heading" already exists', { at: 'hire.heading', to: 'ways' }],
    ['The field "ways.heading" already exists', { at: 'hire.intro', to: 'ways.heading' }],
    ['"hire.intro" contains formatting', { at: 'hire.intro', type: 'text' }],
    [
      '"ways.cards.*.text" matches several fields, which would all become "hire.notes"',
      { at: 'ways.cards.*.text', to: 'hire', name: 'notes' },
    ],
    ['"ways.nothing" to merge with', { at: 'hire.heading', sameAs: 'ways.nothing' }],
  ])('refuse two fields of one name: %s', (text, decision) => {
    expect(() => decided(decision)).toThrow(text);
  });
});
