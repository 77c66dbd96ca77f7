import { createServer, type Server } from 'node:http';
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { CLI, cleanUp, DEMO_PAGE, onlyPage, ROOT, tavrik, temporary } from './program.js';
import { zip } from './zip.js';

const folder = temporary();
afterAll(cleanUp);

const html = (project: string): string => readFileSync(join(project, 'site/index.html'), 'utf8');
const page = (body: string, head = ''): string =>
  `<!doctype html><html lang="en"><head><title>Marsh</title>${head}</head><body>${body}</body></html>`;

describe('several pages', () => {
  it('are one project, their links lead to each other, equal files are kept once', () => {
    const folder = join(temporary(), 'site');
    const put = (path: string, text: string | Buffer): void => {
      mkdirSync(dirname(join(folder, path)), { recursive: true });
      writeFileSync(join(folder, path), text);
    };
    const head = (title: string): string =>
      `<!doctype html><title>${title}</title><header><img src="/dome.jpg" alt="Dome">`;
    put('dome.jpg', readFileSync(join(ROOT, 'demo/existing/pictures/dome-dusk.jpg')));
    put(
      'index.html',
      `${head('Hollin Marsh')}<a href="hire/list.html#fees">Hire</a></header><main><h1>Dark sky</h1></main>`,
    );
    put(
      'hire/list.html',
      `${head('Hire')}<a href="/index.html">Home</a></header><main><h1 id="fees">Telescopes</h1></main>`,
    );
    const out = join(folder, '../project');
    const given = [join(folder, 'index.html'), join(folder, 'hire/list.html'), '--root', folder];
    const ran = tavrik(['convert', ...given, '--out', out, '--widths', '900', '--json']);
    expect(JSON.parse(ran.out)).toMatchObject({
      assets: 1,
      pages: [
        { page: 'home', file: 'index.html' },
        { page: 'list', file: 'list.html' },
      ],
    });
    expect(readFileSync(join(out, 'site/index.html'), 'utf8')).toContain('href="list.html#fees"');
    expect(readFileSync(join(out, 'site/list.html'), 'utf8')).toContain('href="index.html"');
    expect(readFileSync(join(out, 'content/list.yaml'), 'utf8')).toContain('Telescopes');
    expect(tavrik(['render', out]).code).toBe(0);
    expect(readFileSync(join(out, 'site/list.html'), 'utf8')).toContain('href="list.css"');
  });
});

describe('a saved archive', () => {
  const archive = (name: string, files: Readonly<Record<string, string>>): string => {
    const file = join(folder, name);
    writeFileSync(file, zip(files));
    return file;
  };

  it('is unpacked, converted and leaves nothing behind', () => {
    const before = readdirSync(tmpdir()).filter((name) => /^tavrik-(?!test)/.test(name));
    const file = archive('saved.zip', {
      'saved/index.html': page('<h1>Low tide</h1>', '<link rel="stylesheet" href="look/page.css">'),
      'saved/look/page.css': 'h1 { color: rgb(1, 2, 3) }',
    });
    expect(tavrik(['convert', file, '--out', join(folder, 'zip'), '--widths', '800'])).toMatchObject({ code: 0 });
    expect(html(join(folder, 'zip'))).toContain('Low tide');
    expect(readFileSync(join(folder, 'zip/site/style.css'), 'utf8')).toContain('rgb(1, 2, 3)');
    expect(tavrik(['proof', join(folder, 'zip'), '--widths', '500'])).toMatchObject({ code: 0 });
    expect(readdirSync(tmpdir()).filter((name) => /^tavrik-(?!test)/.test(name))).toEqual(before);
  });

  it.each<[string, Record<string, string>, RegExp]>([
    [
      'that would write outside of its place',
      { 'index.html': page('x'), '../../evil.txt': 'no' },
      /outside of its own folder/,
    ],
    ['without a page', { 'notes.txt': 'x' }, /holds no HTML page/],
    ['with several pages', { 'a.html': page('a'), 'b.html': page('b') }, /2 pages and none is called index/],
  ])('%s is refused', (_, files, message) => {
    const ran = tavrik(['convert', archive('bad.zip', files), '--out', join(folder, 'bad')]);
    expect(ran.err).toMatch(message);
    expect(ran).toMatchObject({ code: 2, out: '' });
    expect(existsSync(join(folder, 'bad'))).toBe(false);
  });

  it('that is none is refused', () => {
    writeFileSync(join(folder, 'none.zip'), 'not a zip at all');
    expect(tavrik(['convert', join(folder, 'none.zip'), '--out', join(folder, 'bad')])).toMatchObject({ code: 2 });
  });
});

describe('a part of a page', () => {
  const out = join(folder, 'part');
  const part = (...args: string[]) =>
    tavrik(['convert', DEMO_PAGE, '--out', out, '--widths', '900', '--json', ...args]);

  it('is chosen by a selector, and stands as it stands in the page when the rest is gone', () => {
    const result = onlyPage<{
      proof: { widths: { differ: number; words: { placed: number } }[] };
    }>(part('--select', 'form'));
    expect(result.proof.widths[0]).toMatchObject({ words: { placed: 1 } });
    expect(result.proof.widths[0]?.differ).toBeLessThan(0.002);
    expect(html(out)).toContain('<form');
    expect(html(out)).not.toContain('Membership');
  });

  it('can be moved to the parent, a child or a neighbour', () => {
    expect(part('--select', '#membership h2', '--move', 'next', '--no-proof').code).toBe(0);
    expect(html(out)).toContain('Household');
    expect(html(out)).not.toContain('>Membership<');
  });

  it.each([
    [['--select', '.nothing'], /No element matches "\.nothing"/],
    [['--select', 'a['], /"a\[" is not a CSS selector/],
    [['--select', 'body > *', '--move', 'parent'], /no element at "parent"/],
    [['--move', 'next'], /needs an element to start from/],
    [['--select', 'form', '--move', 'up'], /Unknown value "up"/],
    [['--scheme', 'sepia'], /Unknown value "sepia"/],
  ])('%j is refused', (args, message) => {
    const ran = part(...args);
    expect(ran.err).toMatch(message);
    expect(ran.code).toBe(2);
  });
});

describe('a page in two colour schemes', () => {
  const file = join(folder, 'schemes.html');
  writeFileSync(
    file,
    page(
      '<h1>Night</h1>',
      '<style>h1 { color: rgb(1, 1, 1) } @media (prefers-color-scheme: dark) { h1 { color: rgb(9, 9, 9) } }</style>',
    ),
  );
  it.each([
    ['both', /rgb\(1, 1, 1\)[\s\S]*rgb\(9, 9, 9\)[\s\S]*prefers-color-scheme: dark[\s\S]*color: var\(/],
    ['light', /^(?!.*prefers)[\s\S]*rgb\(1, 1, 1\)(?![\s\S]*rgb\(9, 9, 9\))/],
    ['dark', /^(?!.*prefers)[\s\S]*rgb\(9, 9, 9\)(?![\s\S]*rgb\(1, 1, 1\))/],
  ])('can be kept in %s', (scheme, look) => {
    const out = join(folder, scheme);
    expect(tavrik(['convert', file, '--out', out, '--scheme', scheme, '--widths', '800']).code).toBe(0);
    expect(readFileSync(join(out, 'site/style.css'), 'utf8')).toMatch(look);
  });
});

describe('an address', () => {
  let server: Server;
  let origin = '';
  beforeAll(async () => {
    server = createServer((request, response) => {
      const url = request.url ?? '/';
      if (url === '/loop') response.writeHead(302, { location: '/loop' }).end();
      else if (
        url === '/members' &&
        (request.headers['x-key'] !== 'moon' || !/pass=star/.test(request.headers.cookie ?? ''))
      )
        response.writeHead(401).end();
      else if (url === '/slow.png') response.writeHead(200, { 'content-type': 'image/png' }).write('x');
      else if (url === '/never')
        response
          .writeHead(200, { 'content-type': 'text/html' })
          .end(page('<h1>Half there</h1><img src="/slow.png" width="40" height="40">'));
      else if (url === '/away')
        response
          .writeHead(200, { 'content-type': 'text/html' })
          .end('<meta http-equiv="refresh" content="0;url=/away"><p>x');
      else response.writeHead(200, { 'content-type': 'text/html' }).end(page('<h1>For members</h1>'));
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    origin = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
  });
  afterAll(() => server.closeAllConnections());
  afterAll(() => new Promise((done) => server.close(done)));

  /* The server lives in this process, so the program must not block it. */
  const convert = (path: string, ...args: string[]): Promise<{ code: number | null; err: string }> =>
    new Promise((done) => {
      const ran = spawn(process.execPath, [
        CLI,
        'convert',
        `${origin}${path}`,
        '--out',
        join(folder, 'web'),
        '--widths',
        '800',
        '--no-proof',
        ...args,
      ]);
      let err = '';
      ran.stderr.on('data', (text: Buffer) => (err += text.toString()));
      ran.on('close', (code) => done({ code, err }));
    });

  it('that redirects in a circle is refused', async () => {
    const { code, err } = await convert('/loop');
    expect([code, err]).toEqual([2, expect.stringContaining('redirects to itself')]);
  });

  it('that goes on to other addresses without end is refused', async () => {
    const { code, err } = await convert('/away');
    expect([code, err]).toEqual([2, expect.stringContaining('never settles')]);
  });

  it('that never stops loading is taken as it stands, and that is said', async () => {
    const { code, err } = await convert('/never');
    expect([code, err]).toEqual([0, expect.stringContaining('still loading after 15 seconds')]);
    expect(html(join(folder, 'web'))).toContain('Half there');
  });

  it('that asks who one is takes headers and cookies from a file', async () => {
    expect(await convert('/members')).toMatchObject({ code: 2, err: expect.stringContaining('--sign-in') as string });
    const file = join(folder, 'sign-in.yaml');
    writeFileSync(file, 'headers:\n  X-Key: moon\ncookies:\n  pass: star\n');
    expect((await convert('/members', '--sign-in', file)).code).toBe(0);
    expect(html(join(folder, 'web'))).toContain('For members');
    expect(readFileSync(join(folder, 'web/tavrik.yaml'), 'utf8')).not.toMatch(/moon|star/);
  });

  it('is not opened with a file that is no sign-in', async () => {
    const file = join(folder, 'wrong.yaml');
    writeFileSync(file, 'headers:\n  "bad name": x\n');
    expect(await convert('/members', '--sign-in', file)).toMatchObject({
      code: 2,
      err: expect.stringMatching(/wrong\.yaml.*not allowed/) as string,
    });
  });
});
