import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { AssetStore, fetchAssets } from './assets.js';
import { fetchSheets } from './fetch-sheets.js';

describe('AssetStore', () => {
  it('names files by what they were called and what is in them, equal bytes once', () => {
    const store = new AssetStore();
    const first = store.add(Buffer.from('dome'), 'The Dome.JPG');
    expect(first).toMatch(/^assets\/the-dome-[0-9a-f]{10}\.jpg$/);
    expect(store.add(Buffer.from('dome'), 'other.png')).toBe(first);
    expect(store.add(Buffer.from('tide'), 'The Dome.JPG')).not.toBe(first);
    expect(store.size).toBe(2);
  });

  it('takes the ending from the type where the name has none that is safe', () => {
    const store = new AssetStore();
    expect(store.add(Buffer.from('1'), 'picture', 'image/webp')).toMatch(/\.webp$/);
    expect(store.add(Buffer.from('2'), 'x.../../etc', 'image/png')).toMatch(/^assets\/[a-z0-9-]+\.png$/);
    expect(store.add(Buffer.from('3'), '', undefined)).toMatch(/^assets\/asset-[0-9a-f]{10}\.bin$/);
  });

  it('forgets what is not kept, and lists the rest in order', () => {
    const store = new AssetStore();
    const [b, a] = [store.add(Buffer.from('b'), 'b.css'), store.add(Buffer.from('a'), 'a.css')];
    expect(store.entries().map(([path]) => path)).toEqual([a, b]);
    store.keep(new Set([b]));
    expect(store.entries()).toEqual([[b, Buffer.from('b')]]);
  });
});

describe('fetching', () => {
  let server: Server;
  let origin: string;
  const asked: { url: string; key?: string; cookie?: string | undefined }[] = [];
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push({ url: request.url ?? '', key: request.headers['x-key'] as string, cookie: request.headers.cookie });
      const kinds: Record<string, [number, string, string]> = {
        '/dome.jpg': [200, 'image/jpeg', 'jpeg'],
        '/lost.png': [404, 'text/html', 'no'],
        '/login.png': [200, 'text/html; charset=utf-8', '<h1>Sign in</h1>'],
        '/marsh.css': [200, 'text/css', 'p {}'],
        '/page.css': [200, 'text/html', '<p>'],
      };
      const [status, type, body] = kinds[request.url ?? ''] ?? [500, 'text/plain', ''];
      response.writeHead(status, { 'content-type': type }).end(body);
    }).listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => server.close());

  it('brings files in, leaves small data where it is, and says what could not be had', async () => {
    const store = new AssetStore();
    const small = 'data:image/svg+xml,<svg/>';
    const large = `data:image/png;base64,${Buffer.alloc(3000, 1).toString('base64')}`;
    const { places, missing } = await fetchAssets(
      ['dome.jpg', 'lost.png', 'login.png', small, large, 'javascript:1', 'http://'],
      `${origin}/`,
      store,
    );
    expect(places.get('dome.jpg')).toMatch(/^assets\/dome-.*\.jpg$/);
    expect(places.get(small)).toBe(small);
    expect(places.get(large)).toMatch(/^assets\/image-.*\.png$/);
    expect(missing).toEqual(['lost.png', 'login.png', 'javascript:1', 'http://']);
    expect(store.size).toBe(2);
  });

  it('shows who is asking to the origin of the page only', async () => {
    asked.length = 0;
    const signIn = {
      headers: { 'x-key': 'k' },
      cookies: [
        { name: 'a', value: '1' },
        { name: 'b', value: '2' },
      ],
    };
    await fetchAssets(['dome.jpg'], `${origin}/`, new AssetStore(), { signIn });
    await fetchAssets([`${origin}/dome.jpg`], 'http://elsewhere.example/', new AssetStore(), { signIn });
    expect(asked.map(({ key, cookie }) => [key, cookie])).toEqual([
      ['k', 'a=1; b=2'],
      [undefined, undefined],
    ]);
  });

  it('fetches style sheets, and nothing else', async () => {
    const got = await fetchSheets([
      `${origin}/marsh.css`,
      `${origin}/page.css`,
      `${origin}/lost.png`,
      'file:///etc/passwd',
    ]);
    expect(got).toEqual({ [`${origin}/marsh.css`]: 'p {}' });
  });
});
