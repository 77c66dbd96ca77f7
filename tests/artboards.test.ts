import { required } from '../src/core/data/required.js';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, DEMO_ARTBOARDS, ROOT, onlyPage, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

interface Artboard {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly inside: string;
}

const artboards = DEMO_ARTBOARDS.map((file, index): Artboard => {
  const [, attributes = '', inside = ''] = /<svg([^>]*)>([\s\S]*)<\/svg>\s*$/.exec(readFileSync(file, 'utf8')) ?? [];
  const size = (name: string): number => Number(new RegExp(` ${name}="(\\d+)"`).exec(attributes)?.[1]);
  return {
    name: required(['Desktop', 'Tablet', 'Phone'][index]),
    width: size('width'),
    height: size('height'),
    inside,
  };
});

/** All artboards of the demo design in one file, beside each other, with words above them. */
function together(file: string, write: (artboard: Artboard, x: number) => string): string {
  let x = 0;
  const drawn = artboards.map((artboard) => {
    const text = write(artboard, x);
    x += artboard.width + 120;
    return text;
  });
  const height = Math.max(...artboards.map((artboard) => artboard.height)) + 200;
  const path = join(folder, file);
  writeFileSync(
    path,
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${x} ${height}" width="${x}" height="${height}">${drawn.join('')}</svg>`,
  );
  return path;
}

const group = ({ name, inside }: Artboard, x: number): string =>
  `<g id="${name}" transform="translate(${x} 100)">${inside}</g>`;

describe('several artboards in one file', () => {
  beforeAll(() => {
    for (const name of ['pictures', 'fonts'])
      cpSync(join(ROOT, 'demo/design', name), join(folder, name), { recursive: true });
  });

  it.each([
    [
      'drawings inside of it',
      ({ name, width, height, inside }: Artboard, x: number) =>
        `<svg id="${name}" x="${x}" y="100" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${inside}</svg>`,
    ],
    ['groups beside each other', group],
    [
      'views of it',
      (artboard: Artboard, x: number) =>
        `<view id="${artboard.name}" viewBox="${x} 100 ${artboard.width} ${artboard.height}"/>${group(artboard, x)}`,
    ],
  ])('are %s, and make the page that they make by themselves', (way, write) => {
    const project = join(folder, way.replace(/ /g, '-'));
    const ran = tavrik(['convert', together(`${way.replace(/ /g, '-')}.svg`, write), '--out', project, '--json']);
    expect(ran.code).toBe(0);
    const result = onlyPage<{
      widths: number[];
      notes: string[];
      proof: { widths: { differ: number; words: { placed: number; missing: number } }[] };
    }>(ran);
    expect(result.widths).toEqual([1440, 834, 390]);
    expect(result.notes.join('\n')).toContain(
      'holds 3 artboards of this page: Desktop (1440 px), Tablet (834 px), Phone (390 px)',
    );
    for (const { differ, words } of result.proof.widths) {
      expect(differ).toBeLessThan(0.015);
      expect(words).toMatchObject({ placed: 1, missing: 0 });
    }
  });

  it('are found on a canvas, in groups of groups, between labels, arrows and notes', () => {
    let last = 0;
    const file = together('canvas.svg', (artboard, x) => {
      last = x + artboard.width;
      const board = `<g id="${artboard.name} frame"><g>${group(artboard, x)}</g></g>`;
      const arrow = `<path id="to the next" d="M${last} 400h100l-20 -20" fill="none" stroke="red"/>`;
      return `<g id="Screen ${artboard.width}"><text x="${x}" y="60">${artboard.name}</text>${board}${arrow}</g>`;
    });
    const drawn = readFileSync(file, 'utf8');
    const canvas = `<g id="Canvas"><rect x="-40" y="-40" width="${last + 80}" height="4700" fill="#e5e5e5"/>`;
    const note = `<g id="Note"><rect x="${last + 60}" y="80" width="60" height="60" fill="#ff9"/><text x="${last + 66}" y="110">Ask!</text></g>`;
    writeFileSync(file, drawn.replace(/(<svg[^>]*>)([\s\S]*)(<\/svg>)/, `$1${canvas}<g>$2</g>${note}</g>$3`));
    const ran = tavrik(['survey', file, '--json']);
    const { pages } = JSON.parse(ran.out) as { readonly pages: readonly { readonly screens: readonly object[] }[] };
    expect(pages.map(({ screens }) => screens)).toMatchObject([
      [
        { name: 'Desktop frame', width: 1440 },
        { name: 'Tablet frame', width: 834 },
        { name: 'Phone frame', width: 390 },
      ],
    ]);
  });

  it('have the size of their page if they are drawn at 2x, unless a person says otherwise', () => {
    const file = join(folder, 'double-390.svg');
    const { width, height, inside } = required(artboards[2]);
    const size = `width="${width * 2}" height="${height * 2}" viewBox="0 0 ${width} ${height}"`;
    writeFileSync(file, `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`);
    const widthOf = (...more: readonly string[]): number | undefined => {
      const ran = JSON.parse(tavrik(['survey', file, '--json', ...more]).out) as {
        readonly pages: readonly { readonly screens: readonly { readonly width: number }[] }[];
      };
      return ran.pages[0]?.screens[0]?.width;
    };
    expect([widthOf(), widthOf('--unit', '1')]).toEqual([390, 780]);
  });

  it('are not made of two cards beside each other on one', () => {
    const card = (x: number): string =>
      `<g><rect x="${x}" y="40" width="360" height="400" fill="#dde"/><text x="${x + 20}" y="90">Dusk</text><text x="${x + 20}" y="140">Moon</text><path d="M${x} 200h40v40z"/></g>`;
    const file = join(folder, 'cards.svg');
    writeFileSync(
      file,
      `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="500">${card(40)}${card(460)}</svg>`,
    );
    const ran = tavrik(['convert', file, '--out', join(folder, 'cards'), '--no-proof', '--json']);
    expect(onlyPage(ran)).toMatchObject({ widths: [900] });
  });
});

describe('artboards of several pages', () => {
  const files = ['visit-1440', 'visit-390', 'hire-1440', 'hire-390'].map((name) => join(folder, `${name}.svg`));
  beforeAll(() => {
    files.forEach((file, index) => cpSync(required(DEMO_ARTBOARDS[index % 2 ? 2 : 0]), file));
  });

  it('make as many pages in one project, each with its report', () => {
    const out = join(folder, 'pages');
    const ran = tavrik(['convert', ...files, '--out', out, '--json']);
    expect(ran.code).toBe(0);
    const { pages } = JSON.parse(ran.out) as {
      pages: { page: string; file: string; widths: number[]; proof: object }[];
    };
    expect(pages).toMatchObject([
      { page: 'visit', file: 'index.html', widths: [1440, 390] },
      { page: 'hire', file: 'hire.html', widths: [1440, 390] },
    ]);
    for (const { proof } of pages) expect(proof).toMatchObject({ over: [] });
    for (const path of [
      'site/hire.css',
      'content/hire.yaml',
      'pages/visit.json',
      'reference/hire/390.png',
      'proof/visit.html',
    ])
      expect(existsSync(join(out, path))).toBe(true);
    expect(readFileSync(join(out, 'proof/index.html'), 'utf8')).toContain('<a href="hire.html">hire</a>');
    const alone = tavrik(['proof', out, '--page', 'hire', '--widths', '390', '--json']);
    expect(onlyPage(alone)).toMatchObject({ page: 'hire', widths: [{ width: 390 }] });
    const part = tavrik(['render', out, '--as', 'fragment', '--page', 'hire']);
    expect(part.code).toBe(0);
    expect(readFileSync(join(out, 'fragment/index.html'), 'utf8')).toContain('data-part="hire"');
    for (const command of [
      ['proof', out],
      ['render', out, '--as', 'fragment'],
    ])
      expect(tavrik([...command, '--page', 'tides'])).toMatchObject({
        code: 2,
        err: expect.stringContaining('Page "tides" not found'),
      });
  });

  it('can be converted one page at a time', () => {
    const out = join(folder, 'hire');
    const ran = tavrik(['convert', ...files, '--page', 'hire', '--out', out, '--no-proof', '--json']);
    expect(onlyPage(ran)).toMatchObject({ page: 'hire', widths: [1440, 390] });
    const settings = readFileSync(join(out, 'tavrik.yaml'), 'utf8');
    expect(settings).toContain('hire-390.svg');
    expect(settings).not.toContain('visit');
    expect(tavrik(['convert', ...files, '--page', 'tides', '--out', out]).err).toContain('Page "tides" not found');
  });
});

describe('fonts', () => {
  const bare = join(folder, 'bare/plain-390.svg');
  beforeAll(() => {
    mkdirSync(join(folder, 'bare'));
    cpSync(join(ROOT, 'demo/design/pictures'), join(folder, 'bare/pictures'), { recursive: true });
    writeFileSync(bare, readFileSync(required(DEMO_ARTBOARDS[2]), 'utf8').replace(/@font-face \{[^}]*\}/g, ''));
  });
  const notesOf = (...more: string[]): string[] =>
    onlyPage<{ notes: string[] }>(
      tavrik(['convert', bare, '--out', join(folder, 'plain'), '--no-proof', '--json', ...more]),
    ).notes;

  it('that are not there are noted, with what took their place', () => {
    expect(notesOf().filter((note) => note.startsWith('Font not there'))).toEqual([
      expect.stringMatching(/Fraunces \(600\), .+ took its place/),
      expect.stringMatching(/Figtree \(400, 600\), .+ took its place/),
    ]);
  });

  it('come from a folder, only those in use, and are files of the page', () => {
    cpSync(join(ROOT, 'demo/design/fonts'), join(folder, 'given/inside'), { recursive: true });
    writeFileSync(join(folder, 'given/broken.ttf'), 'no font');
    expect(notesOf('--fonts', join(folder, 'given')).filter((note) => /font/i.test(note))).toEqual([
      'Unreadable font file, left out: broken.ttf',
    ]);
    expect(readdirSync(join(folder, 'plain/site/assets')).filter((name) => name.endsWith('.woff2'))).toHaveLength(3);
  });

  it('are asked for in a folder that holds some', () => {
    mkdirSync(join(folder, 'none'));
    for (const [given, message] of [
      ['nowhere', 'Folder not found'],
      ['none', 'holds no fonts'],
    ] as const) {
      const ran = tavrik(['convert', bare, '--out', join(folder, 'never'), '--fonts', join(folder, given)]);
      expect([ran.code, ran.err]).toEqual([2, expect.stringContaining(message)]);
      expect(existsSync(join(folder, 'never'))).toBe(false);
    }
  });
});
