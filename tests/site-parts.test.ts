import { required } from '../src/core/data/required.js';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { hosted, type Hosted } from './hosted.js';
import { cleanUp, copy, DEMO, DEMO_PAGE, tavrik, temporary } from './program.js';

/* What several pages of a site show is there once: its header, its footer, and what is said in several of them. */

const folder = temporary();
const [source, project, guest] = [join(folder, 'source'), join(folder, 'observatory'), join(folder, 'guest')];
let host: Hosted;
const send = (from: string, ...args: string[]) =>
  tavrik(['send', from, '--to', host.address, '--token-file', join(host.data, 'token.txt'), '--yes', ...args]);
const page = async (path: string): Promise<string> => (await fetch(`${host.address}/${path}`)).text();
const times = (html: string, words: string): number => html.split(words).length - 1;
const idsOf = async (kind: string): Promise<string[]> =>
  ((await host.api('GET', `/items?kind=${kind}`)).body.entries as { id: string }[]).map(({ id }) => id);

/** Writes fields of an item and publishes them. */
async function write(id: string, values: Readonly<Record<string, string>>): Promise<void> {
  const etag = required((await host.api('GET', `/items/${id}`)).headers.get('etag'));
  const edited = await host.api('PATCH', `/items/${id}/content`, { json: { values }, headers: { 'if-match': etag } });
  expect(edited.status).toBe(200);
  expect(
    (await host.api('POST', `/items/${id}/publish`, { headers: { 'if-match': required(edited.headers.get('etag')) } }))
      .status,
  ).toBe(200);
}

beforeAll(async () => {
  copy(join(DEMO_PAGE, '..'), source);
  const html = readFileSync(join(source, 'index.html'), 'utf8');
  writeFileSync(
    join(source, 'hire.html'),
    html
      .replace('The darkest sky for forty miles', 'Hire a telescope')
      .replace('href="#evenings">Star evenings', 'href="index.html#evenings" aria-current="page">Star evenings'),
  );
  expect(
    tavrik([
      'convert',
      join(source, 'index.html'),
      join(source, 'hire.html'),
      '--out',
      project,
      '--widths',
      '1440',
      '--no-proof',
      '--no-tune',
    ]).code,
  ).toBe(0);
  expect(
    tavrik([
      'convert',
      join(DEMO, 'export/hire.html'),
      '--root',
      DEMO,
      '--out',
      guest,
      '--widths',
      '1440',
      '--no-proof',
      '--no-tune',
    ]).code,
  ).toBe(0);
  host = await hosted(folder);
  expect(send(project, '--publish').code).toBe(0);
});
afterAll(async () => {
  await host.close();
  cleanUp();
});

describe('a site of two pages', () => {
  it('has its header and its footer once, and shows each page with one of each', async () => {
    expect([await idsOf('header'), await idsOf('footer'), await idsOf('page')]).toEqual([
      ['header'],
      ['footer'],
      ['hire', 'home'],
    ]);
    for (const path of ['index.html', 'hire.html'])
      expect([times(await page(path), '<header'), times(await page(path), '<footer')]).toEqual([1, 1]);
  });

  it('shows on all pages what is written in the menu or the footer once, and keeps which entry is the current one', async () => {
    const { entries } = (await host.api('GET', '/menus')).body as {
      entries: { item: string; field: string; entries: { id: string }[] }[];
    };
    const menu = entries.find(({ entries: all }) => all.some(({ id }) => id === 'membership'));
    await write(required(menu?.item), { [`${menu?.field}.membership.label`]: 'Join us' });
    for (const path of ['index.html', 'hire.html'])
      expect([path, times(await page(path), '>Join us<')]).toEqual([path, 1]);
    expect([times(await page('index.html'), 'aria-current'), times(await page('hire.html'), 'aria-current')]).toEqual([
      0, 1,
    ]);
    const all = await Promise.all(
      ['header', 'footer', ...(await idsOf('facts'))].map(async (id) => ({
        id,
        text: (await host.api('GET', `/items/${id}`)).text,
      })),
    );
    const footer = required(all.find(({ text }) => text.includes('Hollin Marsh Observatory Society')));
    const content = (await host.api('GET', `/items/${footer.id}`)).body.content as Record<
      string,
      Record<string, unknown>
    >;
    const path = required(pathOf(content, '© Hollin Marsh Observatory Society'));
    await write(footer.id, { [path]: '© The keepers of the dome' });
    for (const text of ['index.html', 'hire.html'])
      expect([text, times(await page(text), '© The keepers of the dome')]).toEqual([text, 1]);
  });

  it('adds an entry to the menu of all pages', async () => {
    const { entries } = (await host.api('GET', '/menus')).body as {
      entries: { item: string; field: string; entries: Record<string, string>[] }[];
    };
    const menu = required(entries[0]);
    const etag = required((await host.api('GET', `/items/${menu.item}`)).headers.get('etag'));
    const more = [...menu.entries, { ...required(menu.entries[0]), id: 'shop', label: 'Shop', address: 'shop.html' }];
    const put = await host.api('PUT', `/menus/${menu.item}/${menu.field}`, {
      json: { entries: more },
      headers: { 'if-match': etag },
    });
    expect(put.status).toBe(200);
    await host.api('POST', `/items/${menu.item}/publish`, {
      headers: { 'if-match': required(put.headers.get('etag')) },
    });
    for (const path of ['index.html', 'hire.html'])
      expect([path, times(await page(path), '>Shop<')]).toEqual([path, 1]);
  });

  it('is brought up to date by sending again, and keeps what was written in it', async () => {
    const again = send(project, '--publish');
    expect([again.code, again.out]).toEqual([0, expect.not.stringContaining('both changed')]);
    for (const path of ['index.html', 'hire.html'])
      expect([times(await page(path), '>Join us<'), times(await page(path), '>Shop<')]).toEqual([1, 1]);
  });
});

describe('a correction', () => {
  const own = join(folder, 'corrected');
  const sheets = (): string[] => ['style.css', 'hire.css'].map((file) => readFileSync(join(own, 'site', file), 'utf8'));
  const list = (): { page: string; property: string }[] =>
    (JSON.parse(tavrik(['adjust', own, '--json']).out) as { adjustments: { page: string; property: string }[] })
      .adjustments;
  beforeAll(() => copy(project, own));

  it('of the header is one for all pages that have it, and is taken back on all', () => {
    const [style] =
      /class="(header-item[\w-]*)/.exec(readFileSync(join(own, 'site/index.html'), 'utf8'))?.slice(1) ?? [];
    const set = (...more: string[]) =>
      tavrik(['adjust', own, 'set', `.${style}`, 'letter-spacing', '3px', '--no-proof', ...more]);
    expect(
      set()
        .out.split('\n')
        .filter((line) => line.includes('letter-spacing: 3px')),
    ).toHaveLength(2);
    expect(sheets().map((text) => text.includes('letter-spacing: 3px'))).toEqual([true, true]);
    expect(tavrik(['adjust', own, 'remove', `.${style}`, '--no-proof']).out).toContain('2 corrections are removed');
    expect(set('--page', 'hire').code).toBe(0);
    expect([list().map(({ page }) => page), sheets().map((text) => text.includes('letter-spacing: 3px'))]).toEqual([
      ['hire'],
      [false, true],
    ]);
  });

  it('of a shared style is one for all pages on which it says the same, of an element for its page', () => {
    const pages = (): string[] =>
      list()
        .filter(({ property }) => property === 'margin-top')
        .map(({ page }) => page);
    const set = (of: string) => tavrik(['adjust', own, 'set', of, 'margin-top', '41px', '--no-proof']);
    const document = readFileSync(join(own, 'pages/home.json'), 'utf8');
    const [, id, style] =
      /"id": "([0-9a-f]{8})",\s+"kind": "heading",\s+"name": "Membership",\s+"element": "h2",\s+"style": "([\w-]+)"/.exec(
        document,
      ) ?? [];
    expect(set(required(id)).code).toBe(0);
    expect(pages()).toEqual(['home']);
    expect(tavrik(['adjust', own, 'remove', required(id), '--no-proof']).code).toBe(0);
    expect(set(`.${style}`).code).toBe(0);
    expect(pages().sort()).toEqual(['hire', 'home']);
  });
});

describe('a page of another project', () => {
  it('stands between the header and the footer of the site, and says what it says itself', async () => {
    expect(tavrik(['content', guest, 'list']).code).toBe(0);
    const named = join(folder, 'telescopes');
    copy(guest, named);
    const file = join(named, 'tavrik.yaml');
    writeFileSync(file, readFileSync(file, 'utf8').replace('name: hire', 'name: telescopes'));
    for (const [from, to] of [
      ['pages/hire.json', 'pages/telescopes.json'],
      ['content/hire.yaml', 'content/telescopes.yaml'],
    ] as const)
      writeFileSync(
        join(named, to),
        readFileSync(join(named, from), 'utf8').replace('"name": "hire"', '"name": "telescopes"'),
      );
    const sent = send(named, '--publish');
    expect([sent.code, sent.out]).toEqual([0, expect.stringContaining('the site keeps its own')]);
    const html = await page('telescopes.html');
    expect([
      times(html, '<header'),
      times(html, '<footer'),
      times(html, '>Join us<'),
      times(html, '© The keepers of the dome'),
    ]).toEqual([1, 1, 1, 1]);
    expect(html).toMatch(/three to choose from|Three to choose from/i);
  });
});

/** Where content says a text. */
function pathOf(content: unknown, text: string, path = ''): string | undefined {
  if (content === text) return path.slice(1);
  if (typeof content !== 'object' || content === null) return undefined;
  for (const [name, value] of Object.entries(content)) {
    const id = Array.isArray(content) && typeof value === 'object' ? (value as { id: string }).id : name;
    const found = pathOf(value, text, `${path}.${id}`);
    if (found) return found;
  }
  return undefined;
}
