import { required } from '../src/core/data/required.js';
import { colourDistance, type Rgba } from '../src/core/css/colours.js';
import { comparePixels } from '../src/core/proof/pixels.js';
import { NEAR_COLOURS } from '../src/core/tokens/colours.js';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../src/browser/launch.js';
import { built, cleanUp, DEMO_PAGE, tavrik, temporary } from './program.js';

/* One colour in one place: set once, it changes wherever it stands, and nothing else does. */

const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');
const { serveFolder } = built<typeof import('../src/browser/serve.js')>('browser/serve');

const folder = temporary();
const project = join(folder, 'home');
let browser: OpenBrowser;
afterAll(cleanUp);
afterAll(() => browser.close());
beforeAll(async () => {
  expect(tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440', '--no-proof']).code).toBe(0);
  browser = await openBrowser();
});

const tokens = (...args: string[]) => tavrik(['tokens', project, ...args]);
const css = (): string => readFileSync(join(project, 'site/style.css'), 'utf8');
const file = join(project, 'tokens.json');

/** Every colour and size that each element has, in the order of the page. */
async function looks(scheme: 'light' | 'dark' = 'light'): Promise<string[]> {
  const site = await serveFolder(join(project, 'site'));
  const page: Page = await browser.newPage(1440, { scheme });
  try {
    await page.goto(`${site.origin}/index.html`);
    return await page.evaluate(() =>
      [...document.querySelectorAll('body, body *')].map((element) => {
        const { color, backgroundColor, borderTopColor, borderBottomColor, fontSize, boxShadow } =
          getComputedStyle(element);
        return [color, backgroundColor, borderTopColor, borderBottomColor, fontSize, boxShadow].join(' | ');
      }),
    );
  } finally {
    await page.close();
    await site.close();
  }
}

describe('colours that are one from the start', () => {
  it('are none that a proof tells apart', () => {
    /* Numerical Recipes' linear congruential generator: the same numbers every time. */
    let state = 7;
    const draw = (below: number): number =>
      (((state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32) * below) | 0;
    let together = 0;
    for (let at = 0; at < 20000; at += 1) {
      const a: Rgba = [draw(256), draw(256), draw(256), 1];
      const b: Rgba = [
        ...a.slice(0, 3).map((value) => Math.min(255, Math.max(0, value + draw(9) - 4))),
        1,
      ] as unknown as Rgba;
      if (colourDistance(a, b) > NEAR_COLOURS) continue;
      together += 1;
      const [source, result] = [a, b].map((rgba) => ({
        width: 1,
        height: 1,
        data: new Uint8ClampedArray([rgba[0], rgba[1], rgba[2], 255]),
      }));
      expect(comparePixels(required(source), required(result), []).differ).toBe(0);
    }
    expect(together).toBeGreaterThan(1000);
  });
});

describe('tokens', () => {
  it('are all that a style sheet says of colours', () => {
    const loose =
      css()
        .replace(/:root \{[^}]*\}/, '')
        .match(/rgba?\([^()]*\)/g) ?? [];
    expect(loose.filter((text) => !text.endsWith(', 0)'))).toEqual([]);
    const { out } = tokens('--json');
    const list = (JSON.parse(out) as { tokens: { path: string; uses: number }[] }).tokens;
    expect(list.filter(({ path }) => path.startsWith('color.')).every(({ uses }) => uses > 0)).toBe(true);
    expect(list.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['color.page', 'color.text', 'color.accent', 'font.body', 'text.body']),
    );
  });

  it('change all their uses and nothing else when they are set', async () => {
    const before = await looks();
    const ran = tokens('set', 'color.accent', '#1d6b5a');
    expect([ran.code, ran.out]).toEqual([
      0,
      expect.stringMatching(/color\.accent {2}#1d6b5a.*\n\d+ declarations changed/),
    ]);
    const after = await looks();
    expect(after).not.toEqual(before);
    expect(after).toEqual(before.map((text) => text.replaceAll('rgb(179, 84, 30)', 'rgb(29, 107, 90)')));
    expect(tokens('set', 'color.accent', '#b3541e').code).toBe(0);
    expect(await looks()).toEqual(before);
  });

  it('have another value in a dark scheme', async () => {
    expect(tokens('set', 'color.page', '#101418', '--dark').code).toBe(0);
    expect((await looks('dark'))[0]).toContain('rgb(16, 20, 24)');
    expect((await looks('light'))[0]).not.toContain('rgb(16, 20, 24)');
  });

  it('are renamed, merged and split without another look', async () => {
    const before = await looks();
    expect(tokens('rename', 'color.accent', 'ember').code).toBe(0);
    expect(css()).toContain('--color-ember: ');
    const split = tokens(
      'split',
      'color.ember',
      'ember-line',
      '--in',
      'border-top-color,border-right-color,border-bottom-color,border-left-color',
    );
    expect(split.code).toBe(0);
    expect(await looks()).toEqual(before);
    expect(tokens('set', 'color.ember-line', '#000000').code).toBe(0);
    const lined = await looks();
    expect(lined.map((text) => text.split(' | ').slice(0, 2))).toEqual(
      before.map((text) => text.split(' | ').slice(0, 2)),
    );
    expect(lined).not.toEqual(before);
    expect(tokens('merge', 'color.ember', 'color.ember-line').code).toBe(0);
    expect(await looks()).toEqual(before);
  });

  it('stay when the source is converted again', () => {
    const before = readFileSync(file, 'utf8');
    expect(tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440', '--no-proof']).code).toBe(0);
    expect(readFileSync(file, 'utf8')).toBe(before);
    expect(css()).toContain('--color-ember: ');
  });

  it('are matched with those of a site, exact ones taken', () => {
    const brand = join(folder, 'brand.tokens.json');
    writeFileSync(
      brand,
      JSON.stringify({ color: { $type: 'color', sea: { $value: '#1d5c74' }, fire: { $value: '#b5551f' } } }),
    );
    const ran = tokens('match', brand, '--dry-run');
    expect(ran.out).toMatch(/color\.link +#1d5c74 +color\.sea +#1d5c74 +0\n/);
    expect(ran.out).toMatch(/color\.ember +#b3541e +color\.fire +#b5551f +0\.\d/);
    expect(tokens('match', brand).out).toMatch(/color\.sea +#1d5c74 +0 {2}taken/);
    expect(css()).toContain('--color-sea: ');
    expect(css()).toContain('--color-ember: ');
  });

  it('are called by their new names where a section has one behind it', () => {
    const content = (...args: string[]) => tavrik(['content', project, ...args]);
    expect(content('set', 'footer.background', 'sea').code).toBe(0);
    expect(tokens('rename', 'color.sea', 'deep-sea').code).toBe(0);
    expect(content('show', 'footer.background').out).toContain('deep-sea');
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).toContain(
      'style="background-color: var(--color-deep-sea, rgb(29, 92, 116))"',
    );
    const brand = join(folder, 'brand.tokens.json');
    expect(tokens('match', brand).out).toContain('taken');
    expect(content('show', 'footer.background').out).toMatch(/ sea$/m);
    expect(content('check').out).toContain('No problems found.');
  });

  it('stay as they are if somebody changed the site by hand: nothing is written then', () => {
    const page = join(project, 'site/index.html');
    const [html, before] = [readFileSync(page, 'utf8'), readFileSync(file, 'utf8')];
    writeFileSync(page, html.replace('</body>', '<!-- mine --></body>'));
    const content = readFileSync(join(project, 'content/home.yaml'), 'utf8');
    const runs = [
      tokens('set', 'color.ember', '#000000'),
      tavrik(['content', project, 'set', 'membership.heading', 'Join']),
      tavrik(['adjust', project, 'set', '.footer', 'padding-top', '3px']),
    ];
    expect(runs.map(({ code }) => code)).toEqual([2, 2, 2]);
    expect([
      readFileSync(file, 'utf8'),
      readFileSync(join(project, 'content/home.yaml'), 'utf8'),
      existsSync(join(project, 'adjust.yaml')),
    ]).toEqual([before, content, false]);
    writeFileSync(page, html);
  });

  it('go out as CSS and as a file of the format, and come in again', () => {
    expect(tokens('export', '--format', 'css').out).toMatch(/^:root \{\n {2}--color-/);
    const out = join(folder, 'out.tokens.json');
    writeFileSync(out, tokens('export').out.replace('#b3541e', '#b3541e'));
    const changed = JSON.parse(readFileSync(out, 'utf8')) as { color: Record<string, { $value: unknown }> };
    required(changed.color['ember']).$value = '#aa0000';
    writeFileSync(out, JSON.stringify(changed));
    expect(tokens('import', out).out).toContain('color.ember  #aa0000');
    expect(css()).toContain('--color-ember: rgb(170, 0, 0)');
  });

  it('show on a page of their own', () => {
    expect(tokens('show').out).toContain('tokens/index.html');
    const page = readFileSync(join(project, 'tokens/index.html'), 'utf8');
    expect(page).toMatch(/<h2>Colours<\/h2>[^]*ember[^]*<h2>Text styles<\/h2>/);
    expect(page).not.toMatch(/<script|https?:\/\//);
  });

  it.each([
    [
      'tokens that refer to each other in a circle',
      { color: { $type: 'color', a: { $value: '{color.b}' }, b: { $value: '{color.a}' } } },
      /refers to itself/,
    ],
    ['an unknown type', { a: { $type: 'gradient', $value: [] } }, /of the type "gradient"/],
    [
      'a token that the project does not have',
      { color: { $type: 'color', emberr: { $value: '#fff' } } },
      /Token "color\.emberr" not found.*color\.ember/s,
    ],
  ])('refuse %s, and nothing changes', (_, given, message) => {
    const bad = join(folder, 'bad.json');
    writeFileSync(bad, JSON.stringify(given));
    const before = [readFileSync(file, 'utf8'), css()];
    const ran = tokens('import', bad);
    expect([ran.code, ran.err]).toEqual([2, expect.stringMatching(message)]);
    expect([readFileSync(file, 'utf8'), css()]).toEqual(before);
  });

  it('refuse what is no value, and names that are taken', () => {
    for (const [args, message] of [
      [['set', 'color.ember', 'reddish'], /is not a valid value of "color\.ember"/],
      [['rename', 'color.ember', 'text'], /The token "color\.text" already exists/],
      [['set', 'color.ember'], /The value is missing/],
      [['gather', '--near', 'far'], /is not a colour distance/],
    ] as const) {
      const ran = tokens(...args);
      expect([ran.code, ran.err]).toEqual([2, expect.stringMatching(message)]);
    }
  });

  it('are gathered where the proof allows it', () => {
    const ran = tokens('gather', '--near', '1.5', '--json');
    expect(ran.code).toBe(0);
    const result = JSON.parse(ran.out) as { before: number; after: number; seen: number[]; kept: boolean };
    expect(result.after).toBeLessThan(result.before);
    expect(result.kept).toBe(required(result.seen[1]) <= required(result.seen[0]) + 0.001);
  });
});
