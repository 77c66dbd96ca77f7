import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, tavrik, temporary } from './program.js';

/* What clients do to a page, tried out before they do. */

const folder = temporary();
afterAll(cleanUp);

const PAGE = `<!doctype html><html lang="en"><title>Hire</title><style>
  * { box-sizing: border-box } body { margin: 0; font: 16px/1.5 sans-serif }
  .row { display: flex; gap: 12px; padding: 20px } .row div { width: 150px; border: 1px solid } h2 { font-size: 20px }
  .low { height: 26px; overflow: hidden; padding: 0 20px }
</style><main><section><h1>Telescope hire</h1><p class="low">By the week.</p><div class="row">
  <div><h2>Small</h2><p>A small telescope for the balcony.</p></div><div><h2>Large</h2><p>A large telescope for the garden.</p></div><div><h2>Wide</h2><p>A wide telescope for the meadow.</p></div>
</div></section></main></html>`;

interface Tried {
  readonly cases: readonly {
    readonly name: string;
    readonly faults: readonly { readonly kind: string; readonly path?: string; readonly width: number }[];
  }[];
  readonly fixes: readonly { readonly why: string; readonly faults: number }[];
}
const tried = (...args: string[]): { code: number | null; page: Tried } => {
  const { code, out } = tavrik(['trial', project, '--json', ...args]);
  return { code, page: (JSON.parse(out) as { pages: [Tried] }).pages[0] };
};
const project = join(folder, 'project');
const count = ({ cases }: Tried): number => cases.reduce((sum, { faults }) => sum + faults.length, 0);

describe('tavrik trial', () => {
  let first: Tried;
  beforeAll(() => {
    writeFileSync(join(folder, 'hire.html'), PAGE);
    expect(
      tavrik(['convert', join(folder, 'hire.html'), '--out', project, '--widths', '1440,390', '--no-proof']).code,
    ).toBe(0);
  });

  it('says by field what breaks, and fails', () => {
    const { code, page } = tried();
    first = page;
    expect(code).toBe(1);
    const word = page.cases.find(({ name }) => name === 'long-word');
    expect(word?.faults.map(({ kind }) => kind)).toContain('beyond');
    expect(word?.faults.some(({ path }) => /cards?|entries|heading/.test(path ?? ''))).toBe(true);
    expect(page.cases.map(({ name }) => name)).toEqual([
      'long-titles',
      'short-titles',
      'long-word',
      'empty-fields',
      'no-pictures',
      'tall-pictures',
      'wide-pictures',
      'no-entries',
      'one-entry',
      'twice-the-entries',
      'hundred-entries',
      'greek',
      'arabic',
      'chinese',
      'emoji',
      'capitals',
      'markup',
    ]);
    expect(existsSync(join(project, 'adjust.yaml'))).toBe(false);
    expect(readFileSync(join(project, 'trial/index.html'), 'utf8')).toContain('Suggested fixes');
  });

  it('keeps what fixes and leaves the page as it is', () => {
    const before = tavrik(['proof', project, '--quick', '--json']).out;
    const { page } = tried('--fix');
    expect(page.fixes.length).toBeGreaterThan(0);
    expect(count(page)).toBeLessThan(count(first) / 4);
    expect(readFileSync(join(project, 'adjust.yaml'), 'utf8')).toMatch(/overflow-wrap|height/);
    const figures = (text: string): unknown =>
      (JSON.parse(text) as { pages: { widths: { differ: number; words: unknown }[] }[] }).pages[0]?.widths.map(
        ({ differ, words }) => [differ, words],
      );
    expect(figures(tavrik(['proof', project, '--quick', '--json']).out)).toEqual(figures(before));
    const html = readFileSync(join(project, 'trial/index.html'), 'utf8');
    expect(html).toContain('Fixed');
    expect(html).not.toMatch(/<script>alert/);
  });

  it('refuses a page that is not there', () => {
    expect(tavrik(['trial', project, '--page', 'none'])).toMatchObject({
      code: 2,
      err: expect.stringContaining('Page "none" not found'),
    });
  });
});

describe('a page where no style helps', () => {
  const TIDES = `<!doctype html><html lang="en"><title>Marsh tides</title><style>
    body { margin: 0; font: 16px/1.5 Arial } section { position: relative; height: 160px; overflow: hidden; border-bottom: 1px solid }
    h2 { position: absolute; left: 20px; top: 20px; height: 24px; margin: 0; font-size: 20px; white-space: nowrap }
    p { position: absolute; left: 220px; top: 20px; width: 150px; height: 100px; margin: 0; background: #eee }
  </style><body><section><h2>Spring tide</h2><p>High at noon, the boardwalk is closed for two hours.</p></section>
  <section><h2>Neap tide</h2><p>The creek stays low, walks start at the sea wall.</p></section></body></html>`;
  const tides = join(folder, 'tides');
  const run = (...args: string[]) =>
    JSON.parse(tavrik(['trial', tides, '--json', ...args]).out) as {
      pages: [Tried & { limits: { path: string; longest: number }[] }];
    };

  it('limits the letters of its fields, in the page and in the brief, and then nothing breaks', () => {
    writeFileSync(join(folder, 'tides.html'), TIDES);
    expect(tavrik(['convert', join(folder, 'tides.html'), '--out', tides, '--no-proof']).code).toBe(0);
    const [page] = run('--fix').pages;
    expect(page.limits).toContainEqual(expect.objectContaining({ path: 'neap-tide.heading', longest: 10 }));
    expect(page.cases.filter(({ faults }) => faults.length).map(({ name }) => name)).toEqual([]);
    expect(readFileSync(join(tides, 'brief.yaml'), 'utf8')).toMatch(/- at: neap-tide\.heading\n {4}longest: 10/);
    expect(run().pages[0].limits).toEqual([]);
  });

  it('refuses more letters from then on, after another conversion too', () => {
    const refused = () => tavrik(['content', tides, 'set', 'neap-tide.heading', 'The lowest tide of all']);
    expect(refused()).toMatchObject({ code: 2, err: expect.stringContaining('10 is the maximum') });
    expect(tavrik(['convert', join(folder, 'tides.html'), '--out', tides, '--no-proof']).code).toBe(0);
    expect(refused()).toMatchObject({ code: 2, err: expect.stringContaining('10 is the maximum') });
    expect(tavrik(['content', tides, 'set', 'neap-tide.heading', 'Low tide']).code).toBe(0);
  });
});
