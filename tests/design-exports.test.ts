import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { built, cleanUp, DEMO, DEMO_ARTBOARDS, tavrik, temporary, type Figures } from './program.js';

/* The demo design as other programs hand it over: its text as outlines, and as a PDF. */
const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');

const DESIGN = join(DEMO, 'design');
const FONTS = ['--fonts', join(DESIGN, 'fonts')];
const folder = temporary();
afterAll(cleanUp);

interface Told {
  readonly pages: readonly { readonly notes: readonly string[]; readonly proof: Figures }[];
}

function convert(
  name: string,
  source: string,
  fonts: readonly string[] = FONTS,
): { readonly words: string; readonly told: Told } {
  const out = join(folder, name);
  const ran = tavrik(['convert', source, '--out', out, '--no-tune', '--json', ...fonts]);
  const html = readFileSync(join(out, 'site/index.html'), 'utf8').replace(/<head>[\s\S]*?<\/head>/, '');
  const words = html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return { words, told: JSON.parse(ran.out) as Told };
}

describe('a design whose text was exported as outlines', () => {
  it('has the same words as the one that it was exported from, and looks like it', () => {
    const clean = convert('clean', DEMO_ARTBOARDS[0] ?? '');
    const { words, told } = convert('outlined', join(DESIGN, 'star-evenings-outlined-1440.svg'));
    expect(words.split(' ').sort()).toEqual(clean.words.split(' ').sort());
    const [page] = told.pages;
    expect(page?.notes.join('\n')).toMatch(
      /converted to outlines, read by its letters: \d+ lines in Figtree[^,]*, Fraunces/,
    );
    expect(page?.proof.widths[0]?.differ).toBeLessThan(0.03);
    expect(page?.proof.widths[0]?.words.placed).toBeGreaterThan(0.97);
  });
});

describe('a design whose outlined text is in fonts that nobody has', () => {
  it('has nearly all of its words, in fonts that come along; a line says what the brief says', () => {
    const clean = convert('clean-390', DEMO_ARTBOARDS[2] ?? '', []);
    const brief = join(folder, 'brief.yaml');
    writeFileSync(
      brief,
      'format: tavrik-brief\nversion: 1\ndecisions:\n  - do: wording\n    at: Who you will meet\n    to: Who you may meet\n    on: true\n',
    );
    const source = join(DESIGN, 'star-evenings-outlined-390.svg');
    const { words, told } = convert('unknown', source, ['--brief', brief]);
    expect(words).toContain('Who you may meet');
    const wanted = clean.words.split(' ');
    const left = words.split(' ');
    const found = wanted.filter((word) => {
      const at = left.indexOf(word);
      return at >= 0 && left.splice(at, 1).length > 0;
    });
    expect(found.length / wanted.length).toBeGreaterThan(0.95);
    expect(left.length / wanted.length).toBeLessThan(0.05);
    const [page] = told.pages;
    expect(page?.notes.join('\n')).toMatch(
      /read from an image of it, in the nearest fonts: \d+ lines in (Arimo|Tinos)/,
    );
    expect(page?.proof.widths[0]?.differ).toBeLessThan(0.08);
    expect(readFileSync(join(folder, 'unknown/site/style.css'), 'utf8')).toMatch(/@font-face[^}]*(Arimo|Tinos)/);
  });
});

describe('a design in a PDF', () => {
  const file = join(DESIGN, 'star-evenings-1440.pdf');

  it('is read as text in its fonts, boxes with their shadows, and pictures', () => {
    const { words, told } = convert('pdf', file);
    expect(words).toContain('Somebody you can ask stands at each telescope and shows what is worth seeing tonight.');
    const css = readFileSync(join(folder, 'pdf/site/style.css'), 'utf8');
    expect(css).toMatch(/font-family: "?Fraunces/);
    expect(css).toMatch(/--shadow-card: 0(px)? [56](\.\d+)?px 1[789]/);
    const [page] = told.pages;
    expect(page?.proof.widths).toMatchObject([{ width: 1440 }]);
    expect(page?.proof.widths[0]?.differ).toBeLessThan(0.05);
    expect(page?.proof.widths[0]?.words.placed).toBeGreaterThan(0.97);
  });

  it('is refused where it has no such page, is broken, or is only a picture', async () => {
    const out = join(folder, 'refused');
    expect(tavrik(['convert', file, '--out', out, '--pages', '2'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/There is no page 2[\s\S]*It has one page/),
    });
    expect(tavrik(['convert', file, '--out', out, '--pages', 'first'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/not a list of pages[\s\S]*1,3-5/),
    });
    const broken = join(folder, 'broken.pdf');
    writeFileSync(broken, '%PDF-1.7\nno more of it');
    expect(tavrik(['convert', broken, '--out', out])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/This PDF cannot be read/),
    });
    const scan = join(folder, 'scan.pdf');
    const browser = await openBrowser();
    try {
      const page = await browser.newPage(400);
      const picture = readFileSync(join(DEMO, 'existing/pictures/star-trails.jpg')).toString('base64');
      await page.setContent(`<img src="data:image/jpeg;base64,${picture}" width="300">`);
      await page.pdf({ path: scan });
    } finally {
      await browser.close();
    }
    expect(tavrik(['convert', scan, '--out', out])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/Page 1 of this PDF is only images, such as a scan/),
    });
    expect(tavrik(['convert', join(DEMO, 'existing/index.html'), '--out', out, '--pages', '1'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/for designs/),
    });
  });
});

describe('a design with something that a page cannot be built of', () => {
  it('keeps that as an image, says so, and keeps the words on it', () => {
    const svg = (more: string): string =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="500" font-family="Arial" font-size="20">${more}</svg>`;
    const source = join(folder, 'blended.svg');
    writeFileSync(
      source,
      svg(
        '<rect width="800" height="500" fill="#f4e3c1"/><rect id="Creek" x="100" y="60" width="300" height="200" fill="#1d5c74"/>' +
          '<g id="Glow" style="mix-blend-mode: difference"><rect x="200" y="120" width="400" height="200" fill="#e6b566"/></g>' +
          '<text x="240" y="200" fill="#ffffff">Spring tide at dusk</text><text x="100" y="420">The path is dry until nine.</text>',
      ),
    );
    const { words, told } = convert('blended', source, []);
    expect(words).toContain('Spring tide at dusk The path is dry until nine.');
    expect(told.pages[0]?.notes.join('\n')).toMatch(/Kept as an image, because it is blended \(difference\): Glow/);
    expect(told.pages[0]?.proof.widths[0]?.differ).toBeLessThan(0.01);
    const looked = JSON.parse(tavrik(['survey', source, '--json']).out) as {
      readonly pages: readonly {
        readonly screens: readonly { readonly drawnShare: number }[];
        readonly findings: readonly { readonly code: string }[];
      }[];
    };
    expect(looked.pages[0]?.findings.map(({ code }) => code)).toContain('kept-as-image');
    expect(looked.pages[0]?.screens[0]?.drawnShare).toBeCloseTo((400 * 200) / (800 * 500), 1);
  });
});
