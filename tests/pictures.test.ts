import { required } from '../src/core/data/required.js';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { flatten, type Content } from '../src/core/content/values.js';
import { parse } from 'yaml';
import { cleanUp, copy, digestsOfTexts, onlyPage, ROOT, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const source = join(folder, 'index.html');
copy(join(ROOT, 'demo/existing/pictures/dome-dusk.jpg'), join(folder, 'dome.jpg'));
copy(join(ROOT, 'demo/existing/pictures/telescope-deck.jpg'), join(folder, 'deck.jpg'));
copy(join(ROOT, 'demo/existing/pictures/marsh-night.jpg'), join(folder, 'night.jpg'));
writeFileSync(
  join(folder, 'sign.svg'),
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><!-- drawn by hand --><g id="layer-1"><circle cx="20.00000" cy="20.00000" r="18" fill="#112233"/></g></svg>',
);
writeFileSync(
  source,
  `<!doctype html><html lang="en"><title>Pictures</title><style>body{margin:0;font:16px/1.5 sans-serif}.row{display:grid;grid-template-columns:1fr 1fr;gap:20px}.row img{width:100%;height:auto}@media (max-width:700px){.row{grid-template-columns:1fr}}</style>
  <h1>Pictures</h1><div class="row"><img src="dome.jpg" alt="Dome"><img src="deck.jpg" alt="Deck"></div><img src="sign.svg" alt="Sign" width="40" height="40">
  <p>Bring <strong>warm</strong> things, a lamp with red light and a friend who likes the dark.</p><p>Open <b>now</b></p></html>`,
);
const written = (name: string, text: string): string => {
  const file = join(folder, name);
  writeFileSync(file, `format: tavrik-brief\nversion: 1\n${text}`);
  return file;
};
const convert = (out: string, brief: string, ...more: string[]) =>
  tavrik(['convert', source, '--out', out, '--brief', brief, '--widths', '1200,390', '--json', ...more]);
const html = (project: string): string => readFileSync(join(project, 'site/index.html'), 'utf8');
const filesOf = (project: string): string[] => readdirSync(join(project, 'site/assets')).sort();

describe('pictures of a brief', () => {
  const project = join(folder, 'offered');
  const brief = written('all.yaml', 'pictures: { formats: [avif, webp], quality: 70, largest: 900 }\nrich-from: 8\n');
  const ran = convert(project, brief);
  const result = JSON.parse(ran.out) as { pictures: { files: number; before: number; after: number; kept: string[] } };

  it('are offered in the sizes in which they are shown, in new formats first', async () => {
    const [, sizes] = /sizes="([^"]+)"/.exec(html(project)) ?? [];
    expect(sizes).toMatch(/^\(width &lt; 70[01]px\) 100vw, /);
    expect(html(project)).toMatch(
      /<source[^>]*type="image\/avif"[^>]*>\s*<source[^>]*type="image\/webp"[^>]*>\s*<img[^>]*srcset=/,
    );
    for (const [, path, width] of html(project).matchAll(/(assets\/[^ "]+) (\d+)w/g)) {
      const file = await sharp(join(project, 'site', required(path))).metadata();
      expect([path, file.width]).toEqual([path, Number(width)]);
      expect(file.width).toBeLessThanOrEqual(900);
    }
  });

  it('and drawings get smaller, which is said; nothing moves', () => {
    expect(result.pictures).toMatchObject({ files: 3, kept: [] });
    expect(result.pictures.after).toBeLessThan(result.pictures.before);
    const { proof } = onlyPage<{ proof: { widths: { words: { placed: number; missing: number } }[] } }>(ran);
    for (const { words } of proof.widths) expect(words).toMatchObject({ placed: 1, missing: 0 });
    const sign = required(filesOf(project).find((name) => name.startsWith('sign')));
    expect(readFileSync(join(project, 'site/assets', sign), 'utf8')).not.toContain('drawn by hand');
  });

  it('are the same the second time', () => {
    const before = digestsOfTexts(project);
    const files = filesOf(project);
    expect(convert(project, brief).code).toBe(0);
    expect([digestsOfTexts(project), filesOf(project)]).toEqual([before, files]);
  });

  it('give way to one that a client chooses', () => {
    const file = join(project, 'content', required(readdirSync(join(project, 'content'))[0]));
    const text = readFileSync(file, 'utf8');
    writeFileSync(
      file,
      text.replace(/file: assets\/dome\S*/, `file: assets/${filesOf(project).find((name) => name.startsWith('sign'))}`),
    );
    expect(tavrik(['render', project]).code).toBe(0);
    const [first] = html(project).match(/<picture[\s\S]*?<\/picture>/) ?? [''];
    expect(first).toMatch(/^<picture[^>]*>\s*<img[^>]*src="assets\/sign/);
    expect(first).not.toMatch(/srcset/);
    writeFileSync(file, text);
  });

  it('leave texts with so many words as one, in which words are set off', () => {
    const [name] = readdirSync(join(project, 'content'));
    const values = [
      ...flatten(parse(readFileSync(join(project, 'content', required(name)), 'utf8')) as Content).values.values(),
    ];
    expect(values).toContain('Bring **warm** things, a lamp with red light and a friend who likes the dark.');
    expect(values).toContain('now');
  });
});

describe('one picture', () => {
  it('is made smaller alone, in its own format, if only that is decided', () => {
    const project = join(folder, 'single');
    const ran = convert(
      project,
      written(
        'one.yaml',
        'decisions:\n  - { do: largest, at: Dome, to: 300 }\n  - { do: largest, at: Sign post, to: 300 }\n',
      ),
      '--no-proof',
    );
    const { notes, pictures: images } = JSON.parse(ran.out) as { notes: string[]; pictures: { files: number } };
    expect(html(project)).not.toContain('<source');
    expect(html(project)).toMatch(/src="assets\/dome-30\d-[^"]*\.jpg"|src="assets\/dome-29\d-[^"]*\.jpg"/);
    expect(html(project)).toMatch(/src="assets\/deck-[0-9a-f]{10}\.jpg"/);
    expect(images.files).toBe(1);
    expect(notes).toEqual([expect.stringMatching(/line 5: no element at "Sign post"/)]);
  });

  it('that is far too large is proposed to be', () => {
    const huge = join(folder, 'huge.html');
    writeFileSync(
      huge,
      '<!doctype html><html lang="en"><title>Small</title><h1>Small</h1><img src="night.jpg" alt="Night" width="90" height="60"></html>',
    );
    const { pages } = JSON.parse(tavrik(['survey', huge, '--widths', '800', '--json']).out) as {
      pages: { findings: { code: string; proposal?: unknown }[] }[];
    };
    const found = pages[0]?.findings.find(({ code }) => code === 'image-size');
    expect(found?.proposal).toMatchObject({ do: 'largest', to: 180 });
  });
});

describe('a scale', () => {
  const artboard = join(ROOT, 'demo/design/star-evenings-1440.svg');
  const project = join(folder, 'scaled');
  const css = (of: string): string => readFileSync(join(of, 'site/style.css'), 'utf8');

  it('is of each screen that nobody drew, is printed whole, and can be given to another project', () => {
    const brief = written('scale.yaml', 'scale: { phone: { type: 0.2, padding: 0.3, lines: 0.5 } }\n');
    expect(tavrik(['convert', artboard, '--out', project, '--brief', brief, '--no-proof']).code).toBe(0);
    const saved = tavrik(['brief', project, 'scale']).out;
    expect(parse(saved)).toMatchObject({
      tablet: { type: expect.any(Number), lines: 1 },
      phone: { type: 0.2, lines: 0.5, padding: 0.3, gap: 0.5 },
    });
    const file = join(folder, 'team-scale.yaml');
    writeFileSync(file, saved);
    const other = join(folder, 'other');
    expect(tavrik(['convert', artboard, '--out', other, '--scale', file, '--no-proof']).code).toBe(0);
    expect(css(other)).toBe(css(project));
    const usual = join(folder, 'usual');
    expect(tavrik(['convert', artboard, '--out', usual, '--no-proof']).code).toBe(0);
    expect(css(usual)).not.toBe(css(project));
  });

  it('that is none is refused', () => {
    const wrong = join(folder, 'wrong-scale.yaml');
    writeFileSync(wrong, 'phone: { type: 3 }\n');
    const refused = (scale: string) => tavrik(['convert', artboard, '--out', join(folder, 'never'), '--scale', scale]);
    expect(refused(wrong)).toMatchObject({
      code: 2,
      err: expect.stringMatching(/wrong-scale\.yaml.*less than or equal to 1/s),
    });
    expect(refused('half')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/"half" is neither a number nor a file/),
    });
    expect(existsSync(join(folder, 'never'))).toBe(false);
  });
});

describe('a part that pages share', () => {
  it('is a section that is marked as such', () => {
    const project = join(folder, 'reused');
    const ran = convert(
      project,
      written('part.yaml', 'decisions:\n  - { do: part, at: "*body > div", to: reused }\n'),
      '--no-proof',
    );
    expect(ran.code).toBe(0);
    const [page] = readdirSync(join(project, 'pages'));
    expect(readFileSync(join(project, 'pages', required(page)), 'utf8')).toContain('"part": "reused"');
    expect(html(project)).not.toContain('<reused');
  });
});
