import { required } from '../src/core/data/required.js';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { hosted, pageItem, type Hosted } from './hosted.js';
import { cleanUp, DEMO, ROOT, temporary } from './program.js';

/* The API of a host, held against the description that it serves of itself. */

const folder = temporary();
let host: Hosted;
beforeAll(async () => {
  host = await hosted(folder);
});
afterAll(async () => {
  await host.close();
  cleanUp();
});

const api: Hosted['api'] = (...asked) => host.api(...asked);
const add = async (id: string): Promise<string> =>
  (await api('POST', '/items', { json: pageItem(id) })).headers.get('etag') ?? '';
const bytes = (name: string): Buffer => readFileSync(join(DEMO, 'existing/pictures', name));
const sha = (of: Buffer): string => createHash('sha256').update(of).digest('hex');

describe('the description', () => {
  it('is the one that the package holds, and names every way in', async () => {
    const served = await (await fetch(`${host.address}/api/v1/openapi.json`)).json();
    expect(served).toEqual(JSON.parse(readFileSync(join(ROOT, 'schema/api.openapi.json'), 'utf8')));
    expect((served as { openapi: string }).openapi).toBe('3.1.0');
    expect(Object.keys((served as { paths: object }).paths)).toEqual(
      expect.arrayContaining(['/api/v1/items', '/api/v1/items/{id}/publish', '/api/v1/uploads/{id}', '/api/v1/menus']),
    );
  });
});

describe('who may', () => {
  it('lets nobody in without a token, with a wrong one, or one that does not allow it', async () => {
    expect([
      (await api('GET', '/items', { token: undefined })).status,
      (await api('GET', '/items', { token: 'wrong' })).status,
    ]).toEqual([401, 401]);
    const answered = await api('POST', '/access', { json: { name: 'reader', scopes: ['read'] } });
    expect(answered.status).toBe(201);
    const { token } = answered.body as { token: string };
    expect((await api('GET', '/items', { token })).status).toBe(200);
    const refused = await api('POST', '/items', { token, json: pageItem('x') });
    expect([refused.status, refused.headers.get('content-type'), refused.body.title]).toEqual([
      403,
      'application/problem+json; charset=utf-8',
      'This token does not allow it.',
    ]);
    expect(refused.headers.get('www-authenticate')).toContain('scope="write"');
    expect((await api('POST', '/access', { json: { name: 'reader', scopes: ['read'] } })).status).toBe(409);
    expect((await api('GET', '/access')).text).not.toContain(token);
    expect((await api('DELETE', '/access/reader')).status).toBe(204);
    expect((await api('GET', '/items', { token })).status).toBe(401);
  });

  it('keeps tokens and passwords as hashes only', () => {
    const kept =
      readFileSync(join(folder, 'data/host.db'), 'latin1') + readFileSync(join(folder, 'data/host.db-wal'), 'latin1');
    expect(kept).toContain('editor');
    expect([kept.includes(host.token), kept.includes(host.password)]).toEqual([false, false]);
  });
});

describe('items', () => {
  it('are added, read, changed, published and taken away', async () => {
    const answered = await api('POST', '/items', { json: pageItem('hire', 'For hire') });
    expect([answered.status, answered.headers.get('location'), answered.body.status]).toEqual([
      201,
      '/api/v1/items/hire',
      'draft',
    ]);
    expect(answered.body.content.hire.heading).toBe('For hire');
    expect((await fetch(`${host.address}/hire.html`)).status).toBe(404);
    const edited = await api('PATCH', '/items/hire/content', {
      json: { values: { 'hire.heading': 'To rent' } },
      headers: { 'if-match': required(answered.headers.get('etag')) },
    });
    expect(edited.body.content.hire.heading).toBe('To rent');
    const published = await api('POST', '/items/hire/publish', {
      headers: { 'if-match': required(edited.headers.get('etag')) },
    });
    expect(published.body.status).toBe('published');
    const page = await fetch(`${host.address}/hire`);
    expect([page.status, await page.text()]).toEqual([200, expect.stringContaining('<h2>To rent</h2>')]);
    expect(
      (await fetch(`${host.address}/hire`, { headers: { 'if-none-match': required(page.headers.get('etag')) } }))
        .status,
    ).toBe(304);
    expect(
      (await api('DELETE', '/items/hire', { headers: { 'if-match': required(published.headers.get('etag')) } })).status,
    ).toBe(204);
    expect((await fetch(`${host.address}/hire`)).status).toBe(404);
  });

  it('change only for those who have seen what is there', async () => {
    const etag = await add('seen');
    const values = { values: { 'hire.heading': 'Mine' } };
    expect((await api('PATCH', '/items/seen/content', { json: values })).status).toBe(428);
    expect((await api('PATCH', '/items/seen/content', { json: values, headers: { 'if-match': etag } })).status).toBe(
      200,
    );
    const late = await api('PATCH', '/items/seen/content', {
      json: { values: { 'hire.heading': 'Late' } },
      headers: { 'if-match': etag },
    });
    expect([late.status, late.body.etag]).toEqual([412, '"2"']);
    for (const [method, path] of [
      ['PUT', '/items/seen'],
      ['DELETE', '/items/seen'],
      ['POST', '/items/seen/publish'],
      ['POST', '/items/seen/restore'],
      ['PUT', '/site'],
      ['PUT', '/tokens/x'],
    ] as const) {
      const json =
        { '/items/seen': pageBody(), '/items/seen/restore': { version: 1 }, '/site': { name: 'A', language: 'en' } }[
          path as string
        ] ?? {};
      expect([path, (await api(method, path, method === 'DELETE' ? {} : { json })).status]).toEqual([path, 428]);
    }
  });

  it('do a thing once, however often the request is sent', async () => {
    const key = { 'idempotency-key': 'one' };
    const all = await Promise.all(
      [1, 2, 3, 4].map(() => api('POST', '/items', { json: pageItem('once'), headers: key })),
    );
    expect(all.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
    expect(new Set(all.map(({ text }) => text)).size).toBe(1);
    expect((await api('POST', '/items', { json: pageItem('once-more'), headers: key })).status).toBe(422);
    expect((await api('POST', '/items', { json: pageItem('once') })).status).toBe(409);
    expect((await api('GET', '/items/once/versions')).body.entries).toHaveLength(1);
  });

  it('have a history, and say what changed since they were published, field by field', async () => {
    let etag = await add('changed');
    const step = async (method: string, path: string, json?: object): Promise<Awaited<ReturnType<typeof api>>> => {
      const done = await api(method, `/items/changed${path}`, {
        ...(json ? { json } : {}),
        headers: { 'if-match': etag },
      });
      etag = done.headers.get('etag') ?? etag;
      return done;
    };
    await step('POST', '/publish');
    await step('PATCH', '/content', {
      values: { 'hire.heading': 'To rent', 'hire.cards.dobson.heading': 'The big one' },
    });
    expect((await api('GET', '/items/changed/changes')).body).toEqual({
      settings: [],
      fields: [
        { path: 'hire.heading', label: 'Hire: Heading', before: 'For hire', now: 'To rent' },
        { path: 'hire.cards.dobson.heading', label: 'Hire: Heading', before: 'The Dobsonian', now: 'The big one' },
      ],
    });
    expect((await step('POST', '/restore', { version: 1 })).body.content.hire.heading).toBe('For hire');
    await step('PATCH', '/content', { values: { 'hire.heading': 'Other' } });
    expect((await step('POST', '/discard')).body.content.hire.heading).toBe('For hire');
    expect((await step('POST', '/withdraw')).body.status).toBe('draft');
    const { entries } = (await api('GET', '/items/changed/versions')).body as { entries: { note: string }[] };
    expect(entries.map(({ note }) => note)).toEqual(['discarded', 'edited', 'as version 1', 'edited', 'new']);
  });

  it('come in pages that follow each other', async () => {
    for (const name of ['a', 'b', 'c', 'd', 'e']) await add(`page-${name}`);
    const found: string[] = [];
    for (let after: string | undefined = ''; after !== undefined;) {
      const { body } = await api('GET', `/items?words=page-&limit=2&after=${after}`);
      expect(body.entries.length).toBeLessThanOrEqual(2);
      found.push(...(body.entries as { id: string }[]).map(({ id }) => id));
      after = body.next as string | undefined;
    }
    expect(found).toEqual(['page-a', 'page-b', 'page-c', 'page-d', 'page-e']);
  });

  it.each([
    ['no page document', { ...pageItem('bad'), document: { body: 1 } }, 422],
    ['a path that leads elsewhere', { ...pageItem('bad'), path: '../x.html' }, 400],
    ['a path that is taken', { ...pageItem('bad'), path: 'page-a.html' }, 409],
    ['an id that is none', { ...pageItem('bad'), id: 'A b' }, 400],
    ['the id of a part', { ...pageItem('bad'), id: 'header' }, 422],
    ['a section that is not there', { ...pageItem('bad'), sections: ['none'] }, 422],
    ['content that is a list', { ...pageItem('bad'), content: { hire: ['x'] } }, 422],
    ['content with a number', { ...pageItem('bad'), content: { hire: { heading: 3 } } }, 422],
    ['a picture that is nowhere', { ...pageItem('bad'), content: { hire: { heading: 'x' } }, more: 1 }, 400],
  ])('refuse %s, and keep nothing of it', async (_, json, status) => {
    const refused = await api('POST', '/items', { json });
    expect([refused.status, refused.body.status]).toEqual([status, status]);
    expect((await api('GET', '/items/bad')).status).toBe(404);
  });

  it('refuse fields that are not there, and say which', async () => {
    const etag = await add('fields');
    const refused = await api('PATCH', '/items/fields/content', {
      json: { values: { 'hire.headline': 'x' } },
      headers: { 'if-match': etag },
    });
    expect([refused.status, refused.body.fields]).toEqual([422, ['hire.headline']]);
  });
});

function pageBody(): object {
  const { id: _, kind: __, ...rest } = pageItem('seen');
  return rest;
}

describe('parts, sections and facts', () => {
  it('stand on pages, and are not taken away while they do', async () => {
    const section = { ...pageItem('ask'), kind: 'section', path: undefined };
    const added = await api('POST', '/items', { json: section });
    expect(added.status).toBe(201);
    const { etag, body } = await api('POST', '/items', { json: { ...pageItem('with'), sections: ['ask'] } }).then(
      (answered) => ({ etag: required(answered.headers.get('etag')), body: answered.body }),
    );
    expect(body.sections).toEqual(['ask']);
    expect(
      (await api('DELETE', '/items/ask', { headers: { 'if-match': required(added.headers.get('etag')) } })).status,
    ).toBe(409);
    await api('POST', '/items/with/publish', { headers: { 'if-match': etag } });
    expect((await (await fetch(`${host.address}/with`)).text()).match(/<h2>For hire/g)).toHaveLength(1);
    await api('POST', '/items/ask/publish', { headers: { 'if-match': required(added.headers.get('etag')) } });
    expect((await (await fetch(`${host.address}/with`)).text()).match(/<h2>For hire/g)).toHaveLength(2);
  });

  it('change what everybody sees only when they are published', async () => {
    const { path: _, ...header } = pageItem('header', 'Top');
    const added = await api('POST', '/items', { json: { ...header, kind: 'header' } });
    const framed = await api('POST', '/items', { json: { ...pageItem('framed', 'Inside'), framed: true } });
    await api('POST', '/items/framed/publish', { headers: { 'if-match': required(framed.headers.get('etag')) } });
    const page = async (): Promise<string> => (await fetch(`${host.address}/framed`)).text();
    expect(await page()).not.toContain('Top');
    await api('POST', '/items/header/publish', { headers: { 'if-match': required(added.headers.get('etag')) } });
    expect(await page()).toMatch(/Top[\s\S]*Inside/);
  });
});

describe('files', () => {
  it('come in parts, are gone on with where they broke off, and are there once', async () => {
    const whole = bytes('star-trails.jpg');
    const asked = { name: 'trails.jpg', hash: sha(whole), bytes: whole.length };
    expect(
      (await api('POST', '/media/missing', { json: { files: [{ name: asked.name, hash: asked.hash }] } })).body.files,
    ).toHaveLength(1);
    const begun = await api('POST', '/uploads', { json: asked });
    const path = required(begun.headers.get('location')).replace('/api/v1', '');
    const part = (from: number, to?: number) =>
      api('PATCH', path, {
        body: whole.subarray(from, to),
        headers: { 'content-type': 'application/partial-upload', 'upload-offset': String(from) },
      });
    expect((await part(0, 5000)).headers.get('upload-offset')).toBe('5000');
    const wrong = await part(9000);
    expect([wrong.status, wrong.body.offset]).toEqual([409, 5000]);
    expect((await api('POST', '/uploads', { json: asked })).body.offset).toBe(5000);
    expect((await api('GET', path)).body.offset).toBe(5000);
    const done = await part(5000);
    expect([done.status, done.body.type, done.body.uses]).toEqual([200, 'image/jpeg', []]);
    expect(
      (await api('POST', '/media/missing', { json: { files: [{ name: asked.name, hash: asked.hash }] } })).body.files,
    ).toEqual([]);
    const shown = await fetch(`${host.address}/assets/trails.jpg`);
    expect(Buffer.from(await shown.arrayBuffer()).equals(whole)).toBe(true);
    expect((await api('DELETE', '/media/trails.jpg')).status).toBe(428);
    const etag = required((await api('GET', '/media/trails.jpg')).headers.get('etag'));
    expect((await api('DELETE', '/media/trails.jpg', { headers: { 'if-match': etag } })).status).toBe(204);
  });

  it('are listed with what shows them, and stay as long as something does', async () => {
    const whole = bytes('boardwalk.jpg');
    const begun = await api('POST', '/uploads', { json: { name: 'walk.jpg', hash: sha(whole), bytes: whole.length } });
    await api('PATCH', `/uploads/${begun.body.id}`, {
      body: whole,
      headers: { 'content-type': 'application/partial-upload', 'upload-offset': '0' },
    });
    await api('POST', '/items', {
      json: { ...pageItem('shows'), content: { hire: { heading: 'See assets/walk.jpg' } } },
    });
    expect((await api('GET', '/media/walk.jpg')).body.uses).toEqual(['shows']);
    const etag = required((await api('GET', '/media/walk.jpg')).headers.get('etag'));
    expect((await api('DELETE', '/media/walk.jpg', { headers: { 'if-match': etag } })).status).toBe(409);
  });
});

describe('plain files', () => {
  it('are served as they are, and replaced only by those who have seen them', async () => {
    const files = { 'plain.html': '<p>Plain</p>', 'plain.css': 'p { color: red }' };
    expect((await api('PUT', '/plain', { json: { files } })).status).toBe(428);
    expect((await api('PUT', '/plain', { json: { files }, headers: { 'if-match': '"0"' } })).status).toBe(200);
    expect((await api('PUT', '/plain', { json: { files: {} }, headers: { 'if-match': '"0"' } })).status).toBe(412);
    expect(
      (await api('PUT', '/plain', { json: { files: { '../x.html': '' } }, headers: { 'if-match': '"1"' } })).status,
    ).toBe(422);
    expect((await api('GET', '/plain')).body.entries).toEqual(['plain.css', 'plain.html']);
    const answer = await fetch(`${host.address}/plain.html`);
    expect([await answer.text(), answer.headers.get('content-security-policy')]).toEqual([
      '<p>Plain</p>',
      expect.stringContaining("script-src 'none'"),
    ]);
  });
});

describe('the site', () => {
  it('has a name, sets of tokens and menus', async () => {
    const named = await api('PUT', '/site', {
      json: { name: 'Hollin Marsh', language: 'en' },
      headers: { 'if-match': '"0"' },
    });
    expect([named.status, (await api('GET', '/site')).body.name]).toEqual([200, 'Hollin Marsh']);
    const tokens = {
      color: {
        accent: { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0, 0], alpha: 1, hex: '#ff0000' } },
      },
    };
    expect((await api('PUT', '/tokens/home', { json: tokens, headers: { 'if-match': '"0"' } })).status).toBe(200);
    expect(
      (
        await api('PUT', '/tokens/home', {
          json: { color: { accent: { $value: '{color.accent}', $type: 'color' } } },
          headers: { 'if-match': '"1"' },
        })
      ).status,
    ).toBe(422);
    expect((await api('GET', '/tokens/home')).body).toEqual(tokens);
    expect((await api('GET', '/tokens')).body.entries).toEqual([{ name: 'home', revision: 1 }]);
    expect((await api('GET', '/menus')).body.entries).toEqual([]);
  });

  it('gives a link by which anybody sees a draft, and none by guessing', async () => {
    await add('draft-only');
    const { path } = (await api('POST', '/items/draft-only/previews')).body as { path: string };
    const shown = await fetch(host.address + path);
    expect([shown.status, shown.headers.get('x-robots-tag'), await shown.text()]).toEqual([
      200,
      'noindex',
      expect.stringContaining('For hire'),
    ]);
    expect((await fetch(`${host.address}/preview/guessed`)).status).toBe(404);
  });
});
