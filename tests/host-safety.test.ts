import { required } from '../src/core/data/required.js';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { hosted, pageItem, type Hosted } from './hosted.js';
import { cleanUp, DEMO, tavrikAlone, temporary } from './program.js';

/* What people try who mean no good. */

const folder = temporary();
let host: Hosted;
beforeAll(async () => {
  host = await hosted(folder);
});
afterAll(async () => {
  await host.close();
  cleanUp();
});

const sha = (of: Buffer): string => createHash('sha256').update(of).digest('hex');
const form = (fields: Record<string, string>): RequestInit => ({
  method: 'POST',
  redirect: 'manual',
  body: new URLSearchParams(fields),
});
const open = (path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(host.address + path, { redirect: 'manual', ...init });
const cookieOf = (answer: Response): string => required((answer.headers.get('set-cookie') ?? '').split(';')[0]);
let signedIn: string | undefined;
/** One signs in seldom: tries are counted. */
async function session(): Promise<string> {
  signedIn ??= cookieOf(await open('/edit/sign-in', form({ name: 'editor', password: host.password })));
  return signedIn;
}
const guardIn = async (path: string, cookie: string): Promise<string> =>
  /name="guard" value="([^"]+)"/.exec(await (await open(path, { headers: { cookie } })).text())?.[1] ?? '';

/** Sends bytes as they are, and returns what comes back until the connection ends. */
function raw(
  text: string,
  more: { readonly end?: boolean } = {},
): Promise<{ readonly answer: string; readonly ms: number }> {
  const began = Date.now();
  const { hostname, port } = new URL(host.address);
  return new Promise((done) => {
    let answer = '';
    const socket = connect(Number(port), hostname, () => {
      socket.write(text);
      if (more.end) socket.end();
    });
    socket.on('data', (bytes) => (answer += bytes.toString('latin1')));
    socket.on('error', () => undefined);
    socket.on('close', () => done({ answer, ms: Date.now() - began }));
  });
}

describe('signing in', () => {
  it('begins a session of its own: one that was planted before is worth nothing', async () => {
    const planted = 'tavrik_session=planted-by-somebody';
    const answer = await open('/edit/sign-in', {
      ...form({ name: 'editor', password: host.password }),
      headers: { cookie: planted },
    });
    expect(answer.status).toBe(303);
    signedIn = cookieOf(answer);
    expect(signedIn).toMatch(/^tavrik_session=[\w-]{40,}$/);
    expect(answer.headers.get('set-cookie')).toMatch(/; Path=\/edit; HttpOnly; SameSite=Strict/);
    expect((await open('/edit', { headers: { cookie: planted } })).headers.get('location')).toBe('/edit/sign-in');
    expect((await open('/edit', { headers: { cookie: signedIn } })).status).toBe(200);
  });

  it('ends it when somebody signs out', async () => {
    const cookie = cookieOf(await open('/edit/sign-in', form({ name: 'editor', password: host.password })));
    const guard = await guardIn('/edit', cookie);
    await open('/edit/sign-out', { ...form({ guard }), headers: { cookie } });
    expect((await open('/edit', { headers: { cookie } })).status).toBe(303);
  });

  it('is needed for every editing page', async () => {
    await host.api('POST', '/items', { json: pageItem('secret') });
    for (const path of [
      '/edit',
      '/edit/items/secret',
      '/edit/items/secret/shown',
      '/edit/items/secret/changes',
      '/edit/items/secret/history',
      '/edit/files',
    ]) {
      const answer = await open(path);
      expect([path, answer.status, await answer.text()]).toEqual([path, 303, '']);
    }
    expect((await open('/edit/items/secret', { method: 'POST', body: new FormData() })).status).toBe(303);
  });
});

describe('other sites', () => {
  it('cannot send forms in the name of somebody who is signed in', async () => {
    await host.api('POST', '/items', { json: pageItem('forged') });
    const cookie = await session();
    const guard = await guardIn('/edit/items/forged', cookie);
    const send = (own: string, headers: Record<string, string>): Promise<Response> => {
      const body = new FormData();
      for (const [name, value] of Object.entries({ guard: own, base: '1', 'f:hire.heading': 'Forged', do: 'save' }))
        body.append(name, value);
      return open('/edit/items/forged', { method: 'POST', body, headers: { cookie, ...headers } });
    };
    const forged: [string, Record<string, string>][] = [
      ['', {}],
      ['guessed', {}],
      [guard, { origin: 'https://elsewhere.example' }],
      [guard, { origin: 'null' }],
      [guard, { 'sec-fetch-site': 'cross-site' }],
      [guard, { 'sec-fetch-site': 'same-site' }],
    ];
    for (const [own, headers] of forged)
      expect([own && 'guard', headers, (await send(own, headers)).status]).toEqual([own && 'guard', headers, 403]);
    expect((await host.api('GET', '/items/forged')).body.content.hire.heading).toBe('For hire');
    expect((await send(guard, { origin: host.address, 'sec-fetch-site': 'same-origin' })).status).toBe(200);
    expect((await host.api('GET', '/items/forged')).body.content.hire.heading).toBe('Forged');
  });

  it('cannot show our pages inside of theirs, nor run anything in them', async () => {
    const cookie = await session();
    const policy = (await open('/edit', { headers: { cookie } })).headers.get('content-security-policy') ?? '';
    for (const rule of [
      "default-src 'none'",
      "script-src 'self'",
      "frame-ancestors 'none'",
      "base-uri 'none'",
      "form-action 'self'",
    ])
      expect(policy).toContain(rule);
    await host.api('POST', '/items/forged/publish', { headers: { 'if-match': '"2"' } });
    const page = await open('/forged');
    expect([page.status, page.headers.get('content-security-policy')]).toEqual([
      200,
      expect.stringMatching(/script-src 'none'.*frame-ancestors 'self'/),
    ]);
    expect(page.headers.get('x-content-type-options')).toBe('nosniff');
  });

  it('cannot reach it by a name that only leads here', async () => {
    const { answer } = await raw(
      'GET /api/v1/openapi.json HTTP/1.1\r\nHost: attacker.example\r\nConnection: close\r\n\r\n',
    );
    expect(answer).toMatch(/^HTTP\/1\.1 421 /);
  });
});

describe('what is typed', () => {
  it.each([
    ['markup', '<img src=x onerror=alert(1)><script>alert(2)</script>'],
    ['quotes', `"><script>alert(1)</script>' onfocus='x`],
    ['template signs', '{{constructor}} ${7*7} <%= 7*7 %> {{{x}}}'],
  ])('stays text where it is shown: %s', async (name, text) => {
    const id = `typed-${name.replace(' ', '-')}`;
    const answered = await host.api('POST', '/items', {
      json: { ...pageItem(id), name: text, content: { hire: { heading: text } } },
    });
    await host.api('POST', `/items/${id}/publish`, { headers: { 'if-match': required(answered.headers.get('etag')) } });
    const cookie = await session();
    for (const path of [
      `/${id}`,
      '/edit',
      `/edit/items/${id}`,
      `/edit/items/${id}/shown`,
      `/edit/items/${id}/changes`,
      `/edit?words=${encodeURIComponent(text)}`,
    ]) {
      const html = await (await open(path, { headers: { cookie } })).text();
      expect([path, /<img src=x|<script>alert|' onfocus='x>/.test(html)]).toEqual([path, false]);
    }
    const html = await (await open(`/${id}`)).text();
    expect(
      html
        .replace(/&lt;/g, '<')
        .replace(/&gt;/g, '>')
        .replace(/&quot;/g, '"')
        .replace(/&amp;/g, '&'),
    ).toContain(text);
  });

  it('never makes a link that runs a script', async () => {
    const page = pageItem('links') as { document: { body: { children: { children: object[] }[] } } };
    page.document.body.children[0]?.children.push({
      id: 'l',
      kind: 'link',
      name: 'l',
      element: 'a',
      attributes: { href: '#x' },
      fields: { href: 'hire.link.address' },
      children: [{ kind: 'words', text: 'Go' }],
    });
    const answered = await host.api('POST', '/items', { json: page });
    expect(answered.status).toBe(201);
    const edit = { values: { 'hire.link.address': 'java\tscript:alert(1)' } };
    expect(
      (await host.api('PATCH', '/items/links/content', { json: edit, headers: { 'if-match': '"1"' } })).status,
    ).toBe(422);
  });

  it('never reaches what objects have by nature', async () => {
    const answer = await open('/api/v1/items', {
      method: 'POST',
      headers: { authorization: `Bearer ${host.token}`, 'content-type': 'application/json' },
      body: '{"id":"p","kind":"page","name":"p","path":"p.html","content":{"__proto__":{"polluted":"yes"}}}',
    });
    expect(answer.status).toBe(400);
    expect(({} as { polluted?: string }).polluted).toBeUndefined();
  });
});

describe('files', () => {
  const upload = async (
    name: string,
    bytes: Buffer,
  ): Promise<{ status: number; body: { title?: string; type?: string } }> => {
    const begun = await host.api('POST', '/uploads', { json: { name, hash: sha(bytes), bytes: bytes.length } });
    return host.api('PATCH', `/uploads/${begun.body.id}`, {
      body: bytes,
      headers: { 'content-type': 'application/partial-upload', 'upload-offset': '0' },
    });
  };

  it.each([
    ['a page that says it is a picture', 'evil.png', '<!doctype html><script>alert(1)</script>'],
    ['a script', 'evil.txt.js', 'alert(1)'],
    ['markup as a text', 'evil.txt', '  <html><script>alert(1)</script>'],
    ['a program', 'evil.jpg', '\u007fELF\u0002\u0001\u0001'],
    ['a picture that is broken off', 'half.png', '\u0089PNG\r\n\u001a\n'],
  ])('are what their bytes say: refused is %s', async (_, name, text) => {
    const refused = await upload(name, Buffer.from(text, 'latin1'));
    expect([refused.status, refused.body.title]).toEqual([415, 'This file type is not allowed.']);
    expect((await open(`/assets/${name}`)).status).toBe(404);
  });

  it('are known by what they are, whatever their name says', async () => {
    const { body } = await upload('really.png', readFileSync(join(DEMO, 'existing/pictures/star-trails.jpg')));
    expect(body.type).toBe('image/jpeg');
    const answer = await open('/assets/really.png');
    expect([answer.headers.get('content-type'), answer.headers.get('content-security-policy')]).toEqual([
      'image/jpeg',
      expect.stringContaining('sandbox'),
    ]);
  });

  it('lose their scripts if they are drawings', async () => {
    const drawing =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9" onload="alert(1)"><script>alert(2)</script><a href="javascript:alert(3)"><rect width="9" height="9" fill="red" onclick="alert(4)"/></a></svg>';
    expect((await upload('drawing.svg', Buffer.from(drawing))).status).toBe(200);
    const kept = await (await open('/assets/drawing.svg')).text();
    expect(kept).toContain('<rect');
    expect(kept).not.toMatch(/script|onload|onclick|alert/);
  });

  it('never land outside of their folder', async () => {
    for (const name of ['../../evil.png', '/etc/evil.png', '..\\evil.png', '.hidden.png', 'a/b.png', 'x\u0000.png']) {
      const begun = await host.api('POST', '/uploads', { json: { name, hash: 'a'.repeat(64), bytes: 3 } });
      const path = `/uploads/${String(begun.body.id)}`;
      const bytes = readFileSync(join(DEMO, 'existing/pictures/mark.svg'));
      const good = await host.api('POST', '/uploads', { json: { name, hash: sha(bytes), bytes: bytes.length } });
      const refused = await host.api('PATCH', `/uploads/${good.body.id}`, {
        body: bytes,
        headers: { 'content-type': 'application/partial-upload', 'upload-offset': '0' },
      });
      expect([name, refused.status]).toEqual([name, 422]);
      expect((await host.api('GET', path)).status).toBe(200);
    }
    expect(readdirSync(folder)).toEqual(['data']);
    for (const path of [
      '/assets/..%2f..%2fhost.db',
      '/assets/%2e%2e/host.db',
      '/..%2f..%2fhost.db',
      '/-/sheets/..%2f..%2fhost.db',
    ])
      expect([path, (await open(path)).status]).toEqual([path, 404]);
  });

  it('are no more than was said, and what was said', async () => {
    const bytes = readFileSync(join(DEMO, 'existing/pictures/mark.svg'));
    const part = (id: string, body: Buffer) =>
      host.api('PATCH', `/uploads/${id}`, {
        body,
        headers: { 'content-type': 'application/partial-upload', 'upload-offset': '0' },
      });
    const few = await host.api('POST', '/uploads', { json: { name: 'lie.svg', hash: sha(bytes), bytes: 10 } });
    expect((await part(few.body.id, bytes)).status).toBe(413);
    const other = await host.api('POST', '/uploads', {
      json: { name: 'lie.svg', hash: 'b'.repeat(64), bytes: bytes.length },
    });
    expect((await part(other.body.id, bytes)).status).toBe(422);
    expect(
      (await host.api('POST', '/uploads', { json: { name: 'huge.png', hash: 'c'.repeat(64), bytes: 1e12 } })).status,
    ).toBe(413);
    expect((await open('/assets/lie.svg')).status).toBe(404);
  });

  it('of one sender are not gone on with by another', async () => {
    const { token } = (await host.api('POST', '/access', { json: { name: 'other', scopes: ['write'] } })).body as {
      token: string;
    };
    const begun = await host.api('POST', '/uploads', { json: { name: 'mine.png', hash: 'd'.repeat(64), bytes: 9 } });
    expect((await host.api('GET', `/uploads/${begun.body.id}`, { token })).status).toBe(404);
  });
});

describe('connections', () => {
  it('whose headers lie about the size are ended, and nothing is kept', async () => {
    const head = `POST /api/v1/items HTTP/1.1\r\nHost: ${new URL(host.address).host}\r\nAuthorization: Bearer ${host.token}\r\nContent-Type: application/json\r\n`;
    expect((await raw(`${head}Content-Length: 999999999\r\n\r\n{}`)).answer).toMatch(/^HTTP\/1\.1 413 /);
    expect((await raw(`${head}Content-Length: 5\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n`)).answer).toMatch(
      /^HTTP\/1\.1 400 /,
    );
    expect((await raw(`${head}Content-Length: -1\r\n\r\n{}`)).answer).toMatch(/^HTTP\/1\.1 400 /);
    await raw(`${head}Content-Length: 500\r\n\r\n{"id":"cut"`, { end: true });
    expect((await host.api('GET', '/items/cut')).status).toBe(404);
  });

  it('that are slow are not waited for, while others are served', async () => {
    const slow = raw(`GET / HTTP/1.1\r\nHost: ${new URL(host.address).host}\r\nX-Slow: `);
    const began = Date.now();
    expect((await host.api('GET', '/site')).status).toBe(200);
    expect(Date.now() - began).toBeLessThan(2000);
    const { answer, ms } = await slow;
    expect(answer === '' || /^HTTP\/1\.1 408 /.test(answer)).toBe(true);
    expect(ms).toBeLessThan(25_000);
  });
});

describe('a host that is found from elsewhere', () => {
  it('shows drafts on phones by a code that is said on the terminal and on the page, and counts tries', async () => {
    const open_ = await hosted(join(folder, 'open'), ['--listen', '0.0.0.0']);
    try {
      await open_.api('POST', '/items', { json: pageItem('phone', 'On a phone') });
      const ask = (path: string, init: RequestInit = {}): Promise<Response> =>
        fetch(open_.address + path, { redirect: 'manual', ...init });
      const cookie = cookieOf(await ask('/edit/sign-in', form({ name: 'editor', password: open_.password })));
      const html = await (await ask('/edit/items/phone', { headers: { cookie } })).text();
      const body = new FormData();
      for (const [name, value] of Object.entries({
        guard: /name="guard" value="([^"]+)"/.exec(html)?.[1] ?? '',
        base: '1',
        do: 'preview',
      }))
        body.append(name, value);
      const answer = await (await ask('/edit/items/phone', { method: 'POST', body, headers: { cookie } })).text();
      const code = required(/type <b>(\d{3} \d{3})<\/b>/.exec(answer)?.[1]);
      expect(open_.said()).toContain(code);
      const found = await ask('/phone', form({ code }));
      expect([found.status, found.headers.get('location')]).toEqual([303, expect.stringMatching(/^\/preview\//)]);
      expect(await (await ask(required(found.headers.get('location')))).text()).toContain('On a phone');
      const tries: number[] = [];
      for (let at = 0; at < 8; at += 1)
        tries.push((await ask('/phone', form({ code: String(at).padStart(6, '0') }))).status);
      expect([tries[0], tries.at(-1)]).toEqual([404, 429]);
    } finally {
      await open_.close();
    }
  });
});

describe('the host itself', () => {
  it('listens on this machine only, unless it is told otherwise', async () => {
    const elsewhere = new URL(host.address);
    expect(elsewhere.hostname).toBe('127.0.0.1');
    const refused = await new Promise<string>((done) => {
      const socket = connect(Number(elsewhere.port), '127.0.0.2', () => done('connected'));
      socket.on('error', (error: NodeJS.ErrnoException) => done(error.code ?? ''));
    });
    expect(refused).toBe('ECONNREFUSED');
  });

  it('has its folder for itself, and says who has it', () => {
    const second = tavrikAlone(['host', '--data', host.data, '--port', '0']);
    expect([second.code, second.err]).toEqual([
      2,
      expect.stringMatching(/Another host is running on this folder \(process \d+\)/),
    ]);
    expect(existsSync(join(host.data, 'host.db'))).toBe(true);
  });

  it.each([
    [['--port', '99999'], 'is not a port'],
    [['--port', '0', '--listen', '203.0.113.7'], 'Cannot listen on 203.0.113.7'],
    [['--token', 'x', '--scopes', 'everything'], 'Unknown value "everything"'],
  ])('refuses %j', (args, why) => {
    const ran = tavrikAlone(['host', '--data', join(folder, 'other'), ...args]);
    expect([ran.code, ran.err]).toEqual([2, expect.stringContaining(why)]);
  });

  it('counts tries to sign in', async () => {
    const tries: number[] = [];
    for (let at = 0; at < 12; at += 1)
      tries.push((await open('/edit/sign-in', form({ name: 'editor', password: `wrong ${at}` }))).status);
    expect(tries[0]).toBe(401);
    expect(tries.at(-1)).toBe(429);
    /* The right password helps no more, for a minute. */
    expect((await open('/edit/sign-in', form({ name: 'editor', password: host.password }))).status).toBe(429);
  });
});
