import { required } from '../src/core/data/required.js';
import { cpSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { inBrowser } from './in-browser.js';
import { cleanUp, DEMO_ARTBOARDS, ROOT, tavrik, temporary, type Ran, onlyPage } from './program.js';

const { open } = inBrowser();
afterAll(cleanUp);

describe('widths that nobody drew', () => {
  let folder: string;
  let ran: Ran;
  beforeAll(() => {
    folder = join(temporary(), 'one');
    ran = tavrik(['convert', required(DEMO_ARTBOARDS[0]), '--out', folder, '--no-proof', '--explain']);
  });

  it('are derived from one artboard: nothing scrolls sideways, is cut off or lies on other words', () => {
    expect(ran.code).toBe(0);
    const { sweep } = onlyPage<{ sweep: { kind: string }[] }>(tavrik(['proof', folder, '--json']));
    expect(sweep.filter(({ kind }) => /scrolls|clash|cut-off/.test(kind))).toEqual([]);
  });

  it('fold the menu where its row does not fit: it opens and closes without a script', async () => {
    const page = await open('');
    await page.setViewportSize({ width: 390, height: 800 });
    await page.goto(pathToFileURL(join(folder, 'site/index.html')).href);
    const link = page.locator('a', { hasText: 'Telescope hire' }).first();
    expect(await link.isVisible()).toBe(false);
    expect(await page.locator('text=Hollin Marsh Observatory').first().isVisible()).toBe(true);
    await page.click('label[for="open-menu"]');
    expect(await link.isVisible()).toBe(true);
    await page.keyboard.press('Space');
    expect(await link.isVisible()).toBe(false);
    await page.setViewportSize({ width: 834, height: 800 });
    expect(await link.isVisible()).toBe(false);
    await page.setViewportSize({ width: 1200, height: 800 });
    expect(await link.isVisible()).toBe(true);
    expect(await page.locator('label[for="open-menu"]').isVisible()).toBe(false);
  });

  it('get layouts of their own, and the reasons are said', () => {
    expect(ran.out).toMatch(/group of 3: 3 columns, gutter \d+ px \(1440 px 3 columns, .*390 px one column\)/);
  });
});

describe('choices of a design', () => {
  it('are kept for the next time, unless the call says otherwise', () => {
    const out = join(temporary(), 'kept');
    const convert = (...more: string[]): string => {
      const artboards = [DEMO_ARTBOARDS[0], DEMO_ARTBOARDS[2]] as string[];
      expect(tavrik(['convert', ...artboards, '--out', out, '--no-proof', ...more]).code).toBe(0);
      return readFileSync(join(out, 'tavrik.yaml'), 'utf8');
    };
    expect(convert('--fluid', '--scale', '0.6')).toMatch(/design:\n\s+scale: 0.6\n\s+fluid: true/);
    expect(convert()).toMatch(/fluid: true/);
    expect(readFileSync(join(out, 'site/style.css'), 'utf8')).toMatch(/font-size: clamp\(/);
    expect(convert('--no-fluid')).toMatch(/scale: 0.6\n\s+fluid: false/);
    expect(readFileSync(join(out, 'site/style.css'), 'utf8')).not.toMatch(/clamp\(/);
  });
});

describe('a pattern that shows a picture', () => {
  let folder: string;
  let ran: Ran;
  beforeAll(() => {
    folder = temporary();
    const file = join(folder, 'tiles.svg');
    cpSync(join(ROOT, 'demo/design/pictures'), join(folder, 'images'), { recursive: true });
    const image = required(readdirSync(join(folder, 'images')).find((name) => /\.(png|jpg)$/.test(name)));
    writeFileSync(
      file,
      `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="700" font-family="Arial" font-size="16">
      <defs>
        <pattern id="one" patternUnits="userSpaceOnUse" x="100" y="50" width="300" height="200"><image href="images/${image}" width="300" height="200" preserveAspectRatio="xMidYMid slice"/></pattern>
        <pattern id="many" patternUnits="userSpaceOnUse" x="50" y="20" width="450" height="300"><image href="images/${image}" width="450" height="300" preserveAspectRatio="none"/></pattern>
      </defs>
      <rect x="100" y="50" width="300" height="200" fill="url(#one)"/>
      <rect x="0" y="400" width="900" height="300" fill="url(#many)"/>
      <text x="100" y="550" fill="white">The marsh behind these words repeats</text>
    </svg>`,
    );
    ran = tavrik(['convert', file, '--out', join(folder, 'out'), '--json']);
  });

  it('is a picture if one tile covers the shape, and drawing that may lie behind words if it repeats', () => {
    expect(ran.code).toBe(0);
    const html = readFileSync(join(folder, 'out/site/index.html'), 'utf8');
    const css = readFileSync(join(folder, 'out/site/style.css'), 'utf8');
    expect(html.match(/<img/g)).toHaveLength(1);
    expect(css).toMatch(/background-image: url\("?assets\/[^)]+\.svg/);
    const { proof } = onlyPage<{ proof: { widths: { differ: number }[] } }>(ran);
    expect(proof.widths[0]?.differ).toBeLessThan(0.1);
  });
});
