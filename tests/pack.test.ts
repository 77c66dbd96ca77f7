import { required } from '../src/core/data/required.js';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { open, type Entry } from 'yauzl';
import type { Manifest } from '../src/core/sites/manifest.js';
import { hosted } from './hosted.js';
import { built, cleanUp, copy, DEMO, DEMO_PAGE, ROOT, tavrik, temporary } from './program.js';
import { zip } from './zip.js';

/* Packages: what is in them, that they are the same every time, and that they install. */

const folder = temporary();
const project = join(folder, 'home');
const schema = JSON.parse(readFileSync(join(ROOT, 'schema/package.schema.json'), 'utf8')) as object;
const pack = (as: string, name: string, ...args: string[]) =>
  tavrik(['pack', project, '--as', as, '--out', join(folder, name), ...args]);

const { filledTexts } = built<typeof import('../src/flow/package/try-package.js')>('flow/package/try-package');

/** The files of an archive. */
async function unzipped(file: string): Promise<Map<string, Buffer>> {
  const found = new Map<string, Buffer>();
  await new Promise<void>((done, fail) =>
    open(join(folder, file), { lazyEntries: true }, (error, archive) => {
      if (error) return fail(error);
      archive.on('end', () => done());
      archive.on('entry', (entry: Entry) =>
        archive.openReadStream(entry, (_, stream) => {
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            found.set(entry.fileName, Buffer.concat(chunks));
            archive.readEntry();
          });
        }),
      );
      archive.readEntry();
    }),
  );
  return found;
}
const manifestIn = (files: ReadonlyMap<string, Buffer>): Manifest =>
  JSON.parse(files.get('manifest.json')?.toString() ?? '') as Manifest;

beforeAll(() => {
  expect(
    tavrik([
      'convert',
      DEMO_PAGE,
      '--out',
      project,
      '--widths',
      '1440',
      '--no-proof',
      '--brief',
      join(DEMO, 'existing/brief.yaml'),
    ]).code,
  ).toBe(0);
});
afterAll(cleanUp);

describe('a package', () => {
  it.each([
    ['site', ['home'], ['index.html', 'style.css', 'robots.txt']],
    ['templates', ['home'], ['home.mustache', 'home.css', 'home.data.json', 'home.schema.json', 'home.content.json']],
    ['document', ['header', 'footer', 'home'], ['items/home.json', 'items/header.content.json', 'tokens.json']],
  ])(
    'of a project as %s holds all it needs, says what needs what, and is the same bytes every time',
    async (as, holds, paths) => {
      const packed = pack(as, `${as}.zip`, '--json');
      expect([packed.code, packed.err]).toEqual([0, '']);
      const told = JSON.parse(packed.out) as { holds: string[]; opened: number };
      expect(told.holds).toEqual(holds);
      expect(told.opened).toBeGreaterThan(8);
      const files = await unzipped(`${as}.zip`);
      const manifest = manifestIn(files);
      const check = new Ajv2020({ strict: false }).compile(schema);
      expect([check(manifest), check.errors]).toEqual([true, null]);
      for (const path of paths.filter((path) => path !== 'robots.txt')) expect(files.has(path)).toBe(true);
      expect(manifest.files.map(({ path }) => path).sort()).toEqual(
        [...files.keys()].filter((path) => path !== 'manifest.json').sort(),
      );
      expect([...files.keys()].filter((path) => path.endsWith('.jpg')).length).toBeGreaterThan(4);
      expect(pack(as, `${as}-again.zip`).code).toBe(0);
      expect(readFileSync(join(folder, `${as}.zip`)).equals(readFileSync(join(folder, `${as}-again.zip`)))).toBe(true);
    },
  );

  it('of templates holds each language, and is refused where a part is missing', async () => {
    const other = join(folder, 'languages');
    copy(project, other);
    expect(tavrik(['content', other, 'set', 'programme.heading', 'Die nächsten Abende', '--language', 'de']).code).toBe(
      0,
    );
    const told = (): { opened: number } =>
      JSON.parse(
        tavrik(['pack', other, '--as', 'templates', '--out', join(folder, 'languages.zip'), '--json']).out,
      ) as { opened: number };
    const packed = told();
    const alone = JSON.parse(pack('templates', 'alone.zip', '--json').out) as { opened: number };
    expect(packed.opened).toBe(alone.opened + 1);
    const files = await unzipped('languages.zip');
    expect(files.get('home.de.data.json')?.toString()).toContain('Die nächsten Abende');
    const [part] = [...files.keys()].filter((path) => path.startsWith('home/section-'));
    const opened = (paths: string[]) =>
      filledTexts(
        {
          manifest: manifestIn(files),
          files: paths,
          read: (path) => required(files.get(path)),
          close: () => undefined,
        },
        'x.zip',
      );
    expect(opened([...files.keys()]).get('home.de.html')).toMatch(/<html lang="de".*Die nächsten Abende/s);
    expect(() => opened([...files.keys()].filter((path) => path !== part))).toThrow(
      `uses ${part}, which is not in the package`,
    );
  });

  it('of one section holds that and what it shows', async () => {
    expect(pack('document', 'part.zip', '--only', 'one-dome-three-telescopes').code).toBe(0);
    const files = await unzipped('part.zip');
    expect(manifestIn(files).items?.map(({ id, kind }) => [id, kind])).toEqual([
      ['one-dome-three-telescopes', 'section'],
    ]);
    expect(
      [...files.keys()].filter((path) => path.endsWith('.jpg')).map((path) => path.replace(/-[0-9a-f]{10}/, '')),
    ).toEqual(
      ['assets/dome-dusk.jpg', 'assets/telescope-deck.jpg'].filter((path) =>
        [...files.keys()].some((key) => key.startsWith(path.slice(0, 14))),
      ),
    );
    expect(JSON.parse(files.get('items/one-dome-three-telescopes.json')?.toString() ?? '')).toMatchObject({
      format: 'tavrik-page',
    });
    expect(files.get('items/one-dome-three-telescopes.content.json')?.toString()).not.toContain('Membership');
  });

  it('comes into a site as the project would', async () => {
    const host = await hosted(folder);
    try {
      const sent = tavrik([
        'send',
        join(folder, 'document.zip'),
        '--to',
        host.address,
        '--token-file',
        join(host.data, 'token.txt'),
        '--yes',
        '--publish',
      ]);
      expect([sent.code, sent.out]).toEqual([0, expect.stringContaining('3 published')]);
      expect(
        tavrik(['send', project, '--to', host.address, '--token-file', join(host.data, 'token.txt'), '--yes']).out,
      ).toContain('Everything is up to date');
      expect(
        tavrik([
          'send',
          join(folder, 'site.zip'),
          '--to',
          host.address,
          '--token-file',
          join(host.data, 'token.txt'),
          '--yes',
        ]).err,
      ).toContain('This is a package of a site.');
    } finally {
      await host.close();
    }
  });
});

describe('nothing is packed that would not install', () => {
  it('names what is missing, and writes nothing', () => {
    const broken = join(folder, 'broken');
    copy(project, broken);
    for (const file of ['pages/home.json', 'content/home.yaml'].map((text) => join(broken, text)))
      writeFileSync(file, readFileSync(file, 'utf8').replaceAll('assets/dome-dusk', 'assets/dome-lost'));
    const ran = tavrik(['pack', broken, '--as', 'document', '--out', join(folder, 'broken.zip')]);
    expect([ran.code, ran.err]).toEqual([
      2,
      expect.stringMatching(/Installed into a fresh site, assets\/dome-lost\S+ is missing.*Nothing was written/s),
    ]);
    expect(readdirSync(folder).filter((name) => name.startsWith('broken.zip'))).toEqual([]);
  });

  it.each([
    [['--as', 'poster', '--out', 'x.zip'], 'Unknown value "poster"'],
    [['--as', 'site', '--out', 'x.tar'], 'A package is a ZIP archive.'],
    [['--as', 'site', '--out', '/nowhere/at/all/x.zip'], 'Folder not found.'],
    [['--as', 'site', '--out', 'x.zip', '--only', 'hmoe'], 'The project has no page "hmoe".'],
    [['--as', 'document', '--out', 'x.zip', '--only', 'membershop'], '"membershop" not found in the project.'],
  ])('refuses %j', (args, why) => {
    const ran = tavrik(['pack', project, ...args]);
    expect([ran.code, ran.out, ran.err]).toEqual([2, '', expect.stringContaining(why)]);
    expect(existsSync(join(ROOT, 'x.zip'))).toBe(false);
  });
});

describe('a package that somebody changed', () => {
  const send = (name: string) =>
    tavrik([
      'send',
      join(folder, name),
      '--to',
      'http://127.0.0.1:59321',
      '--yes',
      '--token-file',
      join(folder, 'no-token'),
    ]);
  const rewritten = async (name: string, change: (files: Map<string, Buffer>) => void): Promise<string> => {
    const files = await unzipped('document.zip');
    change(files);
    writeFileSync(join(folder, name), zip(Object.fromEntries(files)));
    return send(name).err;
  };
  const manifested = (files: Map<string, Buffer>, change: (manifest: Record<string, unknown>) => void): void => {
    const manifest = manifestIn(files) as unknown as Record<string, unknown>;
    change(manifest);
    files.set('manifest.json', Buffer.from(JSON.stringify(manifest)));
  };

  it('is refused, and it is said why', async () => {
    expect(await rewritten('a.zip', (files) => void files.set('items/home.json', Buffer.from('{}')))).toContain(
      'items/home.json has changed since it was packed.',
    );
    expect(await rewritten('b.zip', (files) => void files.delete('tokens.json'))).toContain(
      'tokens.json is listed but missing',
    );
    expect(await rewritten('c.zip', (files) => void files.set('assets/more.js', Buffer.from('x')))).toContain(
      'assets/more.js is not listed',
    );
    expect(await rewritten('d.zip', (files) => void files.delete('manifest.json'))).toContain('This is not a package');
    expect(await rewritten('e.zip', (files) => void files.set('manifest.json', Buffer.from('{')))).toContain(
      'Its manifest is not JSON',
    );
    expect(await rewritten('f.zip', (files) => manifested(files, (file) => (file['version'] = 2)))).toContain(
      'This package is of version 2',
    );
    expect(await rewritten('g.zip', (files) => manifested(files, (file) => (file['as'] = 'poster')))).toContain(
      'Its manifest is invalid',
    );
    expect(await rewritten('h.zip', (files) => manifested(files, (file) => (file['items'] = [])))).toContain(
      'no-token: File not found.',
    );
  });

  it('writes nothing outside of its own folder', () => {
    writeFileSync(join(folder, 'escape.zip'), zip({ 'manifest.json': '{}', '../../escaped.txt': 'x' }));
    expect(send('escape.zip').err).toContain('outside of its own folder');
    writeFileSync(join(folder, 'no.zip'), 'not an archive');
    expect(send('no.zip').err).toContain('cannot be unpacked');
    expect(send('nowhere.zip').err).toContain('File not found.');
  });
});
