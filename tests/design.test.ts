import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PageDocument } from '../src/core/document/types.js';
import { elements } from '../src/core/document/walk.js';
import {
  cleanUp,
  DEMO_ARTBOARDS,
  digests,
  digestsOfTexts,
  filesIn,
  tavrik,
  temporary,
  onlyPage,
  type Figures,
  type Ran,
} from './program.js';

interface Result {
  readonly sections: readonly { readonly name: string }[];
  readonly notes: readonly string[];
  readonly proof: Figures;
}

describe('a design of three artboards', () => {
  const folder = temporary();
  const project = join(folder, 'evenings');
  let ran: Ran;
  let result: Result;
  let document: PageDocument;

  beforeAll(() => {
    ran = tavrik(['convert', ...DEMO_ARTBOARDS, '--out', project, '--json']);
    result = onlyPage<Result>(ran);
    document = JSON.parse(readFileSync(join(project, 'pages/star-evenings.json'), 'utf8')) as PageDocument;
  });
  afterAll(cleanUp);

  const styleOf = (node: { readonly style?: string }): Readonly<Record<string, string>> =>
    document.styles[node.style ?? '']?.rest ?? {};

  it('becomes a page that stands where the artboards stand', () => {
    expect(ran.code).toBe(0);
    expect(result.proof.widths.map(({ width }) => width)).toEqual([1440, 834, 390]);
    for (const width of result.proof.widths) {
      expect(width.words.placed).toBeGreaterThan(0.98);
      expect(width.words.missing).toBe(0);
      expect(width.differ).toBeLessThan(0.04);
      expect(width.overflow).toBe(0);
    }
  });

  it('has sections with names from their headings', () => {
    expect(result.sections.map(({ name }) => name)).toEqual([
      'header',
      'Star evenings',
      'Nobody needs to know anything',
      'What to expect',
      'The next evenings',
      'A key to the warm …',
      'footer',
    ]);
  });

  it('has one top heading, headings below it, buttons and links', () => {
    const all = [...elements(document.body)];
    expect(all.filter(({ element }) => element === 'h1')).toHaveLength(1);
    expect(all.filter(({ element }) => /^h[2-6]$/.test(element)).length).toBeGreaterThanOrEqual(11);
    expect(all.filter(({ kind }) => kind === 'button').length).toBeGreaterThanOrEqual(4);
    expect(all.filter(({ attributes }) => attributes?.['href'] === '#book')).toHaveLength(4);
  });

  it('lays out in flow: nothing is placed absolutely', () => {
    const absolute = Object.values(document.styles).filter(
      ({ rest, variants }) =>
        rest['position'] === 'absolute' || variants?.some(({ set }) => set['position'] === 'absolute'),
    );
    expect(absolute).toHaveLength(0);
  });

  it('makes the four dates a grid of two columns that share one style', () => {
    const grid = [...elements(document.body)].find(
      (node) => styleOf(node)['grid-template-columns'] === 'repeat(2, minmax(0, 1fr))',
    );
    expect(grid?.children).toHaveLength(4);
    const styles = grid?.children?.map((child) => (child.kind === 'words' ? undefined : child.style));
    expect(new Set(styles).size).toBeLessThanOrEqual(2);
  });

  it('lets the picture hang over the next section, and rounds the portraits', () => {
    const images = [...elements(document.body)].filter(({ element }) => element === 'img').map(styleOf);
    expect(images.some((look) => parseFloat(look['margin-bottom'] ?? '0') < -20)).toBe(true);
    expect(images.filter((look) => look['border-radius'] === '50%')).toHaveLength(3);
  });

  it('keeps drawings as vectors and brings the fonts along', () => {
    const icons = [...elements(document.body)].filter(({ kind }) => kind === 'icon');
    expect(icons.length).toBeGreaterThanOrEqual(4);
    expect(document.fonts?.map(({ family }) => family)).toEqual(['Figtree', 'Figtree', 'Fraunces']);
    expect([...filesIn(project).keys()].filter((path) => /^site\/assets\/(?!preview-)/.test(path))).toHaveLength(8);
  });

  it('says what is on one artboard only', () => {
    expect(result.notes.join('\n')).toMatch(/Only on the artboard of 390 px: a drawing .*Menu icon/);
    expect(result.notes.join('\n')).toMatch(
      /On the artboard of 390 px “Hollin Marsh Observatory” has the text “Hollin Marsh”/,
    );
    expect(result.notes.join('\n')).toMatch(/Not on the artboard of 390 px: .*“Telescope hire”/);
  });

  it('is rendered and converted again to the same bytes', () => {
    const before = digests(project);
    expect(tavrik(['render', project]).code).toBe(0);
    expect(digests(project)).toEqual(before);
    const again = join(folder, 'again');
    expect(tavrik(['convert', ...DEMO_ARTBOARDS.slice().reverse(), '--out', again]).code).toBe(0);
    expect({ ...digestsOfTexts(again), 'tavrik.yaml': '' }).toEqual({ ...digestsOfTexts(project), 'tavrik.yaml': '' });
  });
});
