import { required } from '../../core/data/required.js';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { sha256 } from '../../core/text/hash.js';
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
const image = (shade: number): Promise<Buffer> =>
  sharp({ create: { width: 8, height: 6, channels: 3, background: { r: shade, g: 40, b: 60 } } })
    .png()
    .toBuffer();

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

describe('files', () => {
  it('are there once, and know where they are shown', async () => {
    const bytes = await image(10);
    const mediaRecord = await store.media.add('dome.png', bytes);
    await store.media.add('again.png', bytes);
    expect(mediaRecord).toMatchObject({
      type: 'image/png',
      width: 8,
      height: 6,
      bytes: bytes.length,
      hash: sha256(bytes),
    });
    expect(readdirSync(join(folder, 'media'))).toEqual([mediaRecord.hash]);
    store.items.add('evenings', 'page', state('assets/dome.png'), BY);
    expect([store.media.usesOf('dome.png'), store.media.usesOf('again.png')]).toEqual([['evenings'], []]);
    expect(refused(() => store.media.remove('dome.png'))).toBe(409);
    store.media.remove('again.png');
    expect(store.media.list({ limit: 5 }).map(({ name, uses }) => [name, uses])).toEqual([['dome.png', 1]]);
  });

  it('are what their bytes say, under a name that is one', async () => {
    const text = Buffer.from('<script>alert(1)</script>');
    for (const name of ['dome.png', 'dome.html', 'dome.txt'])
      await expect(store.media.add(name, text)).rejects.toMatchObject({ status: 415 });
    for (const name of ['../dome.png', 'a/b.png', '.png', 'dome', `${'d'.repeat(160)}.png`])
      await expect(store.media.add(name, await image(1))).rejects.toMatchObject({ status: 422 });
    await store.media.add('dome.png', await image(1));
    await expect(store.media.add('dome.png', await image(2))).rejects.toMatchObject({ status: 409 });
  });

  it('take drawings of symbols, which have no size of their own', async () => {
    const sprite = Buffer.from(
      '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><symbol id="star" viewBox="0 0 9 9"><path d="M0 0h9v9z"/></symbol><script>alert(1)</script></svg>',
    );
    expect(await store.media.add('signs.svg', sprite)).toMatchObject({ type: 'image/svg+xml' });
    await expect(store.media.add('lie.svg', Buffer.from('<p><svg></svg>'))).rejects.toThrow(/not allowed/);
  });

  it('lose their scripts if they are drawings, and are known by what was sent', async () => {
    const drawing = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4" onload="alert(1)"><script>alert(2)</script><rect width="4" height="4"/></svg>',
    );
    const kept = await store.media.add('dome.svg', drawing);
    const text = store.media.read(kept).toString();
    expect(text).toContain('<rect');
    expect(text).not.toMatch(/script|onload/);
    expect(store.media.has('dome.svg', sha256(drawing))).toBe(true);
    expect(store.media.has('dome.svg', kept.hash)).toBe(kept.hash === sha256(drawing));
  });

  it('that a person chose have names that tell them apart, and are taken again', async () => {
    const mediaRecord = await store.media.addChosen('Star Trails (1).JPG', await image(1));
    const other = await store.media.addChosen('Star Trails (1).JPG', await image(2));
    expect(mediaRecord.name).toMatch(/^star-trails-1-[0-9a-f]{10}\.png$/);
    expect(other.name).not.toBe(mediaRecord.name);
    expect(await store.media.addChosen('copy.png', await image(1))).toEqual(mediaRecord);
  });
});

describe('uploads', () => {
  const begin = (bytes: Buffer, more = {}) =>
    store.uploads.begin('Mara', { name: 'dome.png', hash: sha256(bytes), bytes: bytes.length, ...more });

  it('come in parts, and go on where they stopped', async () => {
    const bytes = await image(3);
    const { id } = begin(bytes);
    expect(await store.uploads.take('Mara', id, 0, Readable.from([bytes.subarray(0, 20)]))).toEqual({ offset: 20 });
    expect(begin(bytes)).toMatchObject({ id, offset: 20 });
    await expect(store.uploads.take('Mara', id, 0, Readable.from([bytes]))).rejects.toMatchObject({
      status: 409,
      more: { offset: 20 },
    });
    const { done } = await store.uploads.take('Mara', id, 20, Readable.from([bytes.subarray(20)]));
    expect(done).toMatchObject({ name: 'dome.png', hash: sha256(bytes) });
    expect([refused(() => store.uploads.get('Mara', id)), readdirSync(join(folder, 'uploads'))]).toEqual([404, []]);
  });

  it('keep what had arrived when the connection broke', async () => {
    const bytes = await image(4);
    const { id } = begin(bytes);
    const broken = Readable.from(
      (async function* () {
        yield bytes.subarray(0, 30);
        await Promise.resolve();
        throw new Error('reset');
      })(),
    );
    await expect(store.uploads.take('Mara', id, 0, broken)).rejects.toThrow('reset');
    const { offset } = store.uploads.get('Mara', id);
    expect((await store.uploads.take('Mara', id, offset, Readable.from([bytes.subarray(offset)]))).done).toBeDefined();
  });

  it('are no more and nothing else than was said, and are their owner’s', async () => {
    const bytes = await image(5);
    const small = begin(bytes, { bytes: 10 });
    await expect(store.uploads.take('Mara', small.id, 0, Readable.from([bytes]))).rejects.toMatchObject({
      status: 413,
    });
    const other = begin(bytes, { hash: sha256('else') });
    await expect(store.uploads.take('Mara', other.id, 0, Readable.from([bytes]))).rejects.toMatchObject({
      status: 422,
    });
    expect(store.media.find('dome.png')).toBeUndefined();
    const mine = begin(bytes);
    expect(refused(() => store.uploads.get('Ivo', mine.id))).toBe(404);
    expect(refused(() => begin(bytes, { bytes: 1e12 }))).toBe(413);
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
