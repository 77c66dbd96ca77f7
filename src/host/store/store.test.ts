import { required } from '../../core/data/required.js';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { element, page, words } from '../../core/document/sample.js';
import { Refusal } from './refusal.js';
import { openStore, type Store } from './store.js';
import type { ItemState } from './item-records.js';

let folder: string;

let store: Store;

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'tavrik-store-'));
  store = openStore(folder);
});

afterEach(() => {
  store.close();
  rmSync(folder, { recursive: true, force: true });
});

const BY = { author: 'Mara', note: 'edited' };

const state = (text: string, more: Partial<ItemState> = {}): ItemState => ({
  name: 'Evenings',
  content: { evenings: { heading: text } },
  ...more,
});

/** The status of a refusal. */
const refused = (work: () => unknown): number => {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return error.status;
    throw error;
  }
  return 0;
};

describe('items', () => {
  it('grow by a version and a revision with every change', () => {
    const first = store.items.add('evenings', 'page', state('One'), BY);
    const second = store.items.save(first, state('Two'), { author: 'Ivo', note: 'changed' });
    expect([first.revision, second.revision]).toEqual([1, 2]);
    expect(store.items.draft(second).content).toEqual({ evenings: { heading: 'Two' } });
    expect(store.items.versions('evenings').map(({ number, author }) => [number, author])).toEqual([
      [2, 'Ivo'],
      [1, 'Mara'],
    ]);
  });

  it('show everybody what was published, whatever the draft says since', () => {
    const item = store.items.publish(store.items.add('evenings', 'page', state('One'), BY));
    const later = store.items.save(item, state('Two', { name: 'Other' }), BY);
    expect(store.items.state(later, 'published')).toEqual(state('One'));
    expect(store.items.changes(later)).toEqual({
      settings: ['name'],
      fields: [{ path: 'evenings.heading', before: 'One', now: 'Two' }],
    });
    expect(store.items.changes(store.items.publish(later))).toEqual({ settings: [], fields: [] });
    expect(store.items.state(store.items.unpublish(later), 'published')).toBeUndefined();
  });

  it('go back and forward, until something else is done', () => {
    let item = store.items.add('evenings', 'page', state('One'), BY);
    item = store.items.save(item, state('Two'), BY);
    item = store.items.save(item, state('Three'), BY);
    item = store.items.step(store.items.step(item, 'back'), 'back');
    expect(store.items.draft(item)).toEqual(state('One'));
    expect(store.items.step(item, 'back').draft).toBe(item.draft);
    item = store.items.step(item, 'forward');
    expect(store.items.draft(item)).toEqual(state('Two'));
    item = store.items.save(item, state('Four'), BY);
    expect(store.items.step(item, 'forward').draft).toBe(item.draft);
    expect(store.items.draft(store.items.step(item, 'back'))).toEqual(state('Two'));
  });

  it('keep what is published when old steps are forgotten', () => {
    let item = store.items.publish(store.items.add('evenings', 'page', state('One'), BY));
    for (let at = 0; at < 205; at += 1) item = store.items.save(item, state(`Step ${at}`), BY);
    expect(store.items.state(item, 'published')).toEqual(state('One'));
    const numbers = store.items.versions('evenings', 1000).map(({ number }) => number);
    expect(numbers.at(-1)).toBe(1);
    expect(numbers.at(-2)).toBe(6);
  });

  it('have an id and an address of their own', () => {
    store.items.add('evenings', 'page', state('One', { path: 'evenings.html' }), BY);
    const other = store.items.add('people', 'page', state('Two', { path: 'people.html' }), BY);
    expect(refused(() => store.items.add('evenings', 'page', state('One'), BY))).toBe(409);
    expect(refused(() => store.items.add('third', 'page', state('One', { path: 'people.html' }), BY))).toBe(409);
    expect(refused(() => store.items.save(other, state('Two', { path: 'evenings.html' }), BY))).toBe(409);
    expect(store.items.get('people').revision).toBe(1);
    expect(refused(() => store.items.get('nobody'))).toBe(404);
  });

  it('are listed in pages, by kind and by words that are taken as they are', () => {
    for (const id of ['a', 'b', 'c'])
      store.items.add(id, id === 'c' ? 'section' : 'page', state('x', { name: `100 % of ${id}` }), BY);
    expect(store.items.list({ limit: 2 }).map(({ id }) => id)).toEqual(['a', 'b']);
    expect(store.items.list({ limit: 2, after: 'b' }).map(({ id }) => id)).toEqual(['c']);
    expect(store.items.list({ limit: 9, kind: 'page' }).map(({ id }) => id)).toEqual(['a', 'b']);
    expect(store.items.list({ limit: 9, words: '% of b' }).map(({ id }) => id)).toEqual(['b']);
    expect(store.items.list({ limit: 9, words: '1_0' })).toEqual([]);
    expect([store.items.count(), store.items.count('section')]).toEqual([3, 1]);
  });

  it('stay as long as a page stands on them, and go with all that was theirs', () => {
    const section = store.items.add('tea', 'section', state('Tea'), BY);
    const on = store.items.add('evenings', 'page', state('One', { sections: ['tea'] }), BY);
    expect(refused(() => store.items.remove(section))).toBe(409);
    store.items.save(on, state('One'), BY);
    store.items.remove(section);
    expect([store.items.find('tea'), store.items.versions('tea')]).toEqual([undefined, []]);
  });

  it('keep an equal page document once', () => {
    const document = page({}, element('section', 'tea', {}, words('Tea', 'tea.text')));
    expect(store.items.keepDocument(document)).toBe(store.items.keepDocument(structuredClone(document)));
    expect(store.records.one<{ n: number }>('select count(*) as n from documents')?.n).toBe(1);
    expect(store.items.document(store.items.keepDocument(document))).toEqual(document);
  });

  it('remember what the project said, until it says something else', () => {
    const item = store.items.add('evenings', 'page', state('One'), {
      ...BY,
      baseline: { evenings: { heading: 'One' } },
    });
    store.items.save(item, state('Two'), BY);
    expect(store.items.baseline('evenings')).toEqual({ evenings: { heading: 'One' } });
    store.items.save(item, state('Three'), { ...BY, baseline: { evenings: { heading: 'Three' } } });
    expect(store.items.baseline('evenings')).toEqual({ evenings: { heading: 'Three' } });
  });
});

describe('access', () => {
  it('keeps hashes, and no token and no password', () => {
    const token = store.access.addToken('build', ['read', 'publish']);
    store.access.addEditor('mara', 'tide table');
    const session = required(store.access.signIn('mara', 'tide table'));
    const tables = ['access', 'editors', 'sessions'].flatMap((name) => store.records.all(`select * from ${name}`));
    for (const text of [token, token.slice(7), 'tide table', session])
      expect(JSON.stringify(tables)).not.toContain(text);
    expect(store.access.tokenOf(token)).toEqual({ name: 'build', scopes: new Set(['read', 'publish']) });
    expect(store.access.tokenOf(`${token}x`)).toBeUndefined();
    expect(refused(() => store.access.addToken('build', ['read']))).toBe(409);
    store.access.removeToken('build');
    expect([store.access.tokenOf(token), refused(() => store.access.removeToken('build'))]).toEqual([undefined, 404]);
  });

  it('signs in with the password alone, out at once, and out of everything with a new password', () => {
    store.access.addEditor('mara', 'tide table');
    expect([store.access.signIn('mara', 'tide'), store.access.signIn('ivo', 'tide table')]).toEqual([
      undefined,
      undefined,
    ]);
    const [text, other] = [store.access.signIn('mara', 'tide table'), store.access.signIn('mara', 'tide table')] as [
      string,
      string,
    ];
    expect(text).not.toBe(other);
    expect(store.access.session(text)?.guard).not.toBe(store.access.session(other)?.guard);
    store.access.signOut(text);
    expect([store.access.session(text), store.access.session(other)?.editor]).toEqual([undefined, 'mara']);
    store.access.addEditor('mara', 'new moon');
    expect(store.access.session(other)).toBeUndefined();
    expect(store.access.editors()).toEqual(['mara']);
  });

  it('ends sessions and links in time', () => {
    store.access.addEditor('mara', 'tide table');
    const session = required(store.access.signIn('mara', 'tide table'));
    store.items.add('evenings', 'page', state('One'), BY);
    const link = store.access.addPreview('evenings');
    expect([store.access.session(session)?.editor, store.access.previewOf(link)]).toEqual(['mara', 'evenings']);
    const now = Date.now();
    jest.useFakeTimers({ now: now + 13 * 3600_000 });
    expect([store.access.session(session), store.access.previewOf(link)]).toEqual([undefined, 'evenings']);
    jest.setSystemTime(now + 73 * 3600_000);
    expect(store.access.previewOf(link)).toBeUndefined();
    jest.useRealTimers();
  });
});

describe('requests and settings', () => {
  it('answer the same request once, and refuse its key to another one', () => {
    const answer = { status: 201, body: '{"id":"a"}', etag: '"1"' };
    expect(store.once.answerTo('k', 'POST /items a')).toBeUndefined();
    store.once.keep('k', 'POST /items a', answer);
    store.once.keep('k', 'POST /items a', { ...answer, body: 'later' });
    expect(store.once.answerTo('k', 'POST /items a')).toMatchObject(answer);
    expect(refused(() => store.once.answerTo('k', 'POST /items b'))).toBe(422);
    jest.useFakeTimers({ now: Date.now() + 25 * 3600_000 });
    store.once.keep('other', 'x', answer);
    expect(store.once.answerTo('k', 'POST /items b')).toBeUndefined();
    jest.useRealTimers();
  });

  it('count what changed', () => {
    expect(store.settings.site()).toMatchObject({ revision: 0 });
    store.settings.setSite({ name: 'Hollin Marsh', language: 'en' });
    store.settings.setSite({ name: 'Hollin Marsh', language: 'de' });
    expect(store.settings.site()).toEqual({ state: { name: 'Hollin Marsh', language: 'de' }, revision: 2 });
    store.settings.setPlain([
      ['robots.txt', 'a'],
      ['humans.txt', 'b'],
    ]);
    store.settings.setPlain([['robots.txt', 'c']]);
    expect([store.settings.plainPaths(), store.settings.plain('robots.txt'), store.settings.plainRevision()]).toEqual([
      ['robots.txt'],
      'c',
      2,
    ]);
  });

  it('keep sets of tokens by the project, and refuse what is none', () => {
    const json = (hex: string): string => JSON.stringify({ color: { accent: { $type: 'color', $value: hex } } });
    store.settings.setTokens('hollin', json('#102030'));
    const [before, revision] = [store.settings.tokens('hollin'), store.settings.tokenRevision()];
    expect(before).toHaveLength(1);
    store.settings.setTokens('hollin', json('#203040'));
    expect(store.settings.tokens('hollin')).not.toEqual(before);
    expect(store.settings.tokenRevision()).toBeGreaterThan(revision);
    expect(refused(() => store.settings.setTokens('hollin', '{"a": 5'))).toBe(422);
    expect([store.settings.tokens('nobody'), store.settings.tokens(undefined)]).toEqual([[], []]);
  });
});
