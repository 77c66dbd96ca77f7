import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { flatten } from '../core/content/values.js';
import { element, page, words } from '../core/document/sample.js';
import type { ElementNode, PageDocument } from '../core/document/types.js';
import { changesOf } from './changes.js';
import { keptContent, patched, readContent } from './content.js';
import type { Context } from './context.js';
import { formFields } from './edit/fields.js';
import type { SentForm } from './edit/form.js';
import { contentNow, work } from './edit/work.js';
import { Shower } from './shown.js';
import { openStore } from './store/store.js';
import type { ItemState, ItemRecord } from './store/item-records.js';

let folder: string;
let context: Context;

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'tavrik-work-'));
  const store = openStore(folder);
  context = { store, shower: new Shower(store) };
});

afterEach(() => {
  context.store.close();
  rmSync(folder, { recursive: true, force: true });
});

const BY = { author: 'Mara', note: 'edited' };
const card = (id: string, text: string): ElementNode =>
  element(
    'card',
    id,
    { entry: { list: 'tea.cards', id } },
    element('heading', `${id}h`, { element: 'h3' }, words(text, `tea.cards.${id}.heading`)),
  );
const section = (name: string, ...children: Parameters<typeof page>[1][]): ElementNode =>
  element('section', name, { element: 'section', attributes: { id: name } }, ...children);
const header = element(
  'section',
  'header',
  { element: 'header', part: 'header' },
  words('Hollin Marsh', 'header.home'),
);
const tea = section(
  'tea',
  element('heading', 'h', { element: 'h2' }, words('Tea in the warm room', 'tea.heading')),
  element('grid', 'g', {}, card('mint', 'Mint'), card('sage', 'Sage'), card('elder', 'Elder')),
);

function add(
  id: string,
  document: PageDocument,
  more: Partial<ItemState> = {},
  kind: ItemRecord['kind'] = 'page',
): ItemRecord {
  const state = { name: id, document: context.store.items.keepDocument(document), content: {}, ...more };
  return context.store.items.add(id, kind, { ...state, content: keptContent(context, state, state.content) }, BY);
}
const home = (more: Partial<ItemState> = {}): ItemRecord =>
  add('home', page({}, header, tea), { path: 'index.html', ...more });
const message = (item: ItemRecord): ReadonlyMap<string, string> =>
  contentNow(context, context.store.items.draft(item)).flat.values;
const form = (base: number, values: Readonly<Record<string, string>> = {}, action = 'save'): SentForm => ({
  guard: '',
  base,
  action: action.split(' '),
  values: new Map(Object.entries(values)),
  settings: new Map(),
  problems: new Map(),
});

describe('what comes in as content', () => {
  it('is refused if it is no group of texts, names what is not, and stays where it has a place', () => {
    for (const wrong of [
      null,
      [],
      'x',
      { tea: 'x' },
      { tea: ['x'] },
      { tea: { heading: 5 } },
      { tea: { heading: null } },
      { tea: { 'a.b': 'x' } },
      { tea: { '': 'x' } },
    ])
      expect(() => readContent(wrong)).toThrow(/Invalid content|not a valid|not a text|not a group|not a section/);
    expect(() => readContent({ tea: { heading: 'x'.repeat(100_001) } })).toThrow('longer than 100000');
    let deep: object = { end: 'x' };
    for (let at = 0; at < 14; at += 1) deep = { deep };
    expect(() => readContent(deep)).toThrow('too deep');
    expect(() =>
      readContent({ tea: Object.fromEntries(Array.from({ length: 50_001 }, (_, at) => [`f${at}`, 'x'])) }),
    ).toThrow('50000 values');
    const item = home();
    const kept = keptContent(context, context.store.items.draft(item), {
      tea: { heading: 'Coffee', gone: 'x' },
      old: { a: 'b' },
    });
    expect([...flatten(kept).values.keys()].filter((path) => /gone|old/.test(path))).toEqual([]);
    expect(flatten(kept).values.get('tea.heading')).toBe('Coffee');
  });

  it('changes single fields, and none that is not there', () => {
    const item = home();
    const state = context.store.items.draft(item);
    expect(
      flatten(patched(context, item, state, { 'tea.cards.sage.heading': 'Thyme' })).values.get(
        'tea.cards.sage.heading',
      ),
    ).toBe('Thyme');
    expect(() => patched(context, item, state, { 'tea.price': '3' })).toThrow('home has no field tea.price');
  });
});

describe('a page that is shown', () => {
  it('says what its draft or its published version says, and is made once', () => {
    const item = context.store.items.publish(home());
    const later = context.store.items.save(
      item,
      { ...context.store.items.draft(item), content: { tea: { heading: 'Coffee' } } },
      BY,
    );
    const [draft, published] = [
      context.shower.show(later, { which: 'draft' }),
      context.shower.show(later, { which: 'published' }),
    ];
    expect(draft?.html).toContain('Coffee');
    expect(published?.html).not.toContain('Coffee');
    expect(context.shower.show(later, { which: 'draft' })).toBe(draft);
    expect(draft?.etag).not.toBe(published?.etag);
    expect(context.shower.show(later, { which: 'draft', instead: { tea: { heading: 'Cocoa' } } })?.html).toContain(
      'Cocoa',
    );
    expect(context.shower.show(later, { which: 'draft' })?.html).not.toContain('Cocoa');
  });

  it('stands in the frame of the site, whose changes it follows, and has sections appended', () => {
    const around = add(
      'header',
      page({}, element('section', 'site', { element: 'header', part: 'header' }, words('The site', 'header.home'))),
      {},
      'header',
    );
    add('more', page({}, section('more', words('More of it', 'more.text'))), {}, 'section');
    const item = home({ framed: true, sections: ['more'] });
    const shown = (): string => context.shower.show(item, { which: 'draft' })?.html ?? '';
    expect(shown().match(/<header/g)).toHaveLength(1);
    expect(shown()).toMatch(/The site[\s\S]*Tea in the warm room[\s\S]*More of it/);
    context.store.items.save(
      around,
      { ...context.store.items.draft(around), content: { header: { home: 'Renamed' } } },
      BY,
    );
    expect(shown()).toContain('Renamed');
    expect(shown()).not.toContain('Hollin Marsh');
  });

  it('shows facts of its own project and of no other', () => {
    const item = home({ source: 'marsh' });
    context.store.items.add(
      'facts-marsh',
      'facts',
      { name: 'Facts', source: 'marsh', content: { tea: { heading: 'A fact' } } },
      BY,
    );
    context.store.items.add(
      'facts-moor',
      'facts',
      { name: 'Facts', source: 'moor', content: { tea: { heading: 'Not here' } } },
      BY,
    );
    expect(context.shower.show(item, { which: 'draft' })?.html).toContain('A fact');
    const fields = context.shower
      .regions(item, context.store.items.draft(item))
      .flatMap((region) => region.fields.map(({ path }) => path));
    expect(fields).toContain('tea.cards');
    expect(fields).not.toContain('tea.heading');
    const facts = context.store.items.get('facts-marsh');
    expect(
      context.shower
        .regions(facts, context.store.items.draft(facts))
        .flatMap((region) => region.fields.map(({ path }) => path)),
    ).toEqual(['tea.heading']);
  });
});

describe('a form', () => {
  it('saves what is in it, as a version that can be taken back', () => {
    const item = home();
    const { item: saved, told } = work(context, item, form(1, { 'tea.heading': 'Coffee', 'tea.made-up': 'x' }), 'Mara');
    expect(told).toBe('Saved as a draft.');
    expect([message(saved).get('tea.heading'), message(saved).has('tea.made-up')]).toEqual(['Coffee', false]);
    expect(work(context, saved, form(2, { 'tea.heading': 'Coffee' }), 'Mara')).toMatchObject({
      told: 'No changes.',
      item: { draft: 2 },
    });
    const undone = work(context, saved, form(2, {}, 'undo'), 'Mara');
    expect(undone.content.values.get('tea.heading')).toBe('Tea in the warm room');
    expect(work(context, undone.item, form(1, {}, 'redo'), 'Mara').content.values.get('tea.heading')).toBe('Coffee');
  });

  it('keeps what somebody else wrote meanwhile, and keeps nothing where both wrote the same field', () => {
    const item = home();
    const first = work(context, item, form(1, { 'tea.heading': 'Coffee' }), 'Mara').item;
    const second = work(context, first, form(1, { 'tea.cards.mint.heading': 'Peppermint' }), 'Ivo').item;
    expect([message(second).get('tea.heading'), message(second).get('tea.cards.mint.heading')]).toEqual([
      'Coffee',
      'Peppermint',
    ]);
    const third = work(context, second, form(1, { 'tea.heading': 'Cocoa' }), 'Ivo');
    expect(third.item.revision).toBe(second.revision);
    expect([...third.others]).toEqual([['tea.heading', 'Coffee']]);
    expect(third.content.values.get('tea.heading')).toBe('Cocoa');
    expect(() => work(context, second, form(77), 'Ivo')).toThrow('open for too long');
  });

  it.each([
    ['up tea.cards sage', ['sage', 'mint', 'elder']],
    ['down tea.cards mint', ['sage', 'mint', 'elder']],
    ['remove tea.cards sage', ['mint', 'elder']],
    ['to-0 tea.cards elder', ['elder', 'mint', 'sage']],
  ])('does %s', (action, ids) => {
    const item = home();
    const { content } = work(context, item, form(1, {}, action), 'Mara');
    expect(content.lists.get('tea.cards')).toEqual(ids);
  });

  it('adds an entry like another one, right behind it', () => {
    const { content } = work(context, home(), form(1, {}, 'copy tea.cards sage'), 'Mara');
    const ids = content.lists.get('tea.cards') ?? [];
    expect([ids.length, ids[0], ids[1], ids[3]]).toEqual([4, 'mint', 'sage', 'elder']);
    expect(content.values.get(`tea.cards.${ids[2]}.heading`)).toBe('Sage');
  });

  it('publishes, and goes back to what everybody sees', () => {
    const item = home();
    expect(() => work(context, item, form(1, {}, 'discard'), 'Mara')).toThrow('never published');
    const published = work(context, item, form(1, { 'tea.heading': 'Coffee' }, 'publish'), 'Mara').item;
    expect(published.published).toBe(published.draft);
    const draft = work(context, published, form(published.draft, { 'tea.heading': 'Cocoa' }), 'Mara').item;
    const back = work(context, draft, form(draft.draft, {}, 'discard'), 'Mara');
    expect(back.content.values.get('tea.heading')).toBe('Coffee');
    expect(message(work(context, back.item, form(back.item.draft, {}, 'undo'), 'Mara').item).get('tea.heading')).toBe(
      'Cocoa',
    );
  });

  it('has a label, a value and its tools for each field, and takes what people wrote as text', () => {
    const item = work(context, home(), form(1, { 'tea.heading': '"><script>alert(1)</script>' }), 'Mara').item;
    const state = context.store.items.draft(item);
    const { flat } = contentNow(context, state);
    const result = formFields({
      regions: context.shower.regions(item, state),
      content: flat,
      problems: new Map([['tea.heading', 'It is too long.']]),
      others: new Map([['tea.cards.mint.heading', 'Peppermint']]),
    }).toString();
    expect(result).not.toContain('<script');
    expect(result).toContain('&lt;script&gt;');
    expect(result).not.toMatch(/<\/(input|img)/);
    expect(result.match(/<label for="f-/g)).toHaveLength((result.match(/ name="f:/g) ?? []).length);
    expect(result).toMatch(/aria-describedby="[^"]*f-tea\.heading-wrong"/);
    expect(result).toContain('to “Peppermint”');
    expect(result).toContain(
      'value="up tea.cards mint" class="small" aria-label="Move up: Mint" title="Move up" disabled',
    );
  });
});

describe('changes', () => {
  it('are told with their labels, entries by their titles', () => {
    let item = context.store.items.publish(home());
    item = work(context, item, form(item.draft, { 'tea.heading': 'Coffee' }), 'Mara').item;
    item = work(context, item, form(item.draft, {}, 'remove tea.cards sage'), 'Mara').item;
    const { fields } = changesOf(context, item);
    expect(fields.map(({ path, before, now }) => [path, before, now])).toEqual([
      ['tea.heading', 'Tea in the warm room', 'Coffee'],
      ['tea.cards', 'Mint\nSage\nElder', 'Mint\nElder'],
    ]);
    expect(fields[0]?.label.toLowerCase()).toContain('heading');
  });
});
