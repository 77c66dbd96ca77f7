import { required } from '../src/core/data/required.js';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { cleanUp, copy, DEMO_ARTBOARDS, digestsOfTexts, onlyPage, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const clean = join(folder, 'clean');
const css = (project: string): string => readFileSync(join(project, 'site/style.css'), 'utf8');
const adjusted = (
  project: string,
): { adjustments: { style?: string; at?: string[]; set: Record<string, string>; step?: number }[] } =>
  parse(readFileSync(join(project, 'adjust.yaml'), 'utf8')) as never;

beforeAll(() => {
  expect(tavrik(['convert', ...DEMO_ARTBOARDS, '--out', clean, '--no-proof']).code).toBe(0);
});

/** A copy from the project with a heading 40 px lower than it should be. */
function spoiled(name: string): string {
  const project = join(folder, name);
  copy(clean, project);
  expect(tavrik(['adjust', project, 'set', '.cards-title', 'margin-top', '40px', '--no-proof']).code).toBe(0);
  const file = join(project, 'adjust.yaml');
  writeFileSync(file, readFileSync(file, 'utf8').replace('    set:', '    step: 1\n    set:'));
  return project;
}

describe('tune', () => {
  it('fixes what a correction can fix, says by how much, and takes it back by step', () => {
    const project = spoiled('fixed');
    const before = tavrik(['tune', project, '--dry-run', '--json']);
    const [dry] = (JSON.parse(before.out) as { pages: { steps: { before: number; after: number; what: string }[] }[] })
      .pages;
    expect(adjusted(project).adjustments).toHaveLength(1);
    expect(dry?.steps[0]?.what).toMatch(/Padding top: |Gap: \d+ px/);
    expect(dry?.steps[0]?.after).toBeLessThan((dry?.steps[0]?.before ?? 0) / 2);
    const ran = tavrik(['tune', project]);
    expect(ran.out).toMatch(/step 2 .*→ .* \(\d+ → \d+\)/);
    const proof = onlyPage<{ widths: { words: { placed: number } }[] }>(
      tavrik(['proof', project, '--quick', '--json']),
    );
    for (const { words } of proof.widths) expect(words.placed).toBeGreaterThan(0.99);
    expect(tavrik(['tune', project, '--undo']).out).toMatch(/Step \d+ undone/);
    expect(tavrik(['tune', project, '--undo', '77'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/Step 77 not found.*Steps:/s),
    });
  });

  it('finds nothing to do where nothing is wrong, and leaves what a person said alone', () => {
    const project = join(folder, 'said');
    copy(clean, project);
    tavrik(['adjust', project, 'set', '.cards-title', 'margin-top', '40px', '--no-proof']);
    const [result] = (
      JSON.parse(tavrik(['tune', project, '--json']).out) as {
        pages: { adjustments: { value: string; step?: number }[] }[];
      }
    ).pages;
    expect(result?.adjustments.filter(({ step }) => step === undefined).map(({ value }) => value)).toEqual(['40px']);
    expect(tavrik(['tune', project, '--section', 'tides'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/Section "tides" not found.*what-to-expect/s),
    });
    expect(tavrik(['tune', project, '--widths', '500']).code).toBe(2);
    expect(tavrik(['tune', project, '--max-time', 'soon'])).toMatchObject({
      code: 2,
      err: expect.stringContaining('"soon" is not a number of seconds.') as string,
    });
  });
});

describe('adjust', () => {
  const project = join(folder, 'adjusted');
  let narrow: { readonly name: string; readonly below: number };
  beforeAll(() => {
    copy(clean, project);
    const { breakpoints } = JSON.parse(readFileSync(join(project, 'pages/star-evenings.json'), 'utf8')) as {
      breakpoints: (typeof narrow)[];
    };
    narrow = required(breakpoints.at(-1));
  });

  it('sets a correction for a style at a breakpoint, at all widths, in a state, and removes it', () => {
    const style = required(/^\.(cards-title) \{/m.exec(css(project))?.[1]);
    expect(
      tavrik(['adjust', project, 'set', `.${style}`, 'letter-spacing', '3px', '--at', narrow.name, '--no-proof']).code,
    ).toBe(0);
    expect(css(project)).toMatch(
      new RegExp(`@media \\(width < ${narrow.below}px\\) \\{[^@]*\\.${style} \\{[^}]*letter-spacing: 3px`),
    );
    expect(
      tavrik(['adjust', project, 'set', `.${style}`, 'color', 'teal', '--state', ':hover', '--no-proof']).code,
    ).toBe(0);
    expect(css(project)).toMatch(new RegExp(`\\.${style}:hover \\{[^}]*color: teal`));
    expect(tavrik(['adjust', project]).out).toContain(`letter-spacing: 3px  at ${narrow.name}`);
    expect(tavrik(['adjust', project, 'remove', `.${style}`, '--no-proof']).out).toContain('2 corrections are removed');
    expect(css(project)).toBe(css(clean));
  });

  it('says what it did to the proof right after', () => {
    const ran = tavrik(['adjust', project, 'set', '.cards-title', 'margin-top', '40px']);
    expect(ran.out).toMatch(/what-to-expect \/ What to expect: Padding top: [\d.]+ px, [\d.]+ px in the source/);
    expect(tavrik(['adjust', project, 'remove', '.cards-title', '--no-proof']).code).toBe(0);
  });

  it('lives through a new conversion', () => {
    tavrik(['adjust', project, 'set', '.cards-title', 'color', 'rgb(1, 2, 3)', '--no-proof']);
    const before = digestsOfTexts(project);
    expect(tavrik(['convert', ...DEMO_ARTBOARDS, '--out', project, '--no-proof']).code).toBe(0);
    expect(digestsOfTexts(project)).toEqual(before);
    expect(css(project)).toContain('color: rgb(1, 2, 3)');
  });

  it.each([
    [['set', '.cards-title', 'marign-top', '4px'], /Unknown property "marign-top".*margin-top/s],
    [['set', '.cards-title', 'margin-top', 'blue'], /"blue" is not a valid value of margin-top/],
    [['set', 'What to expect', 'margin-top', '4px'], /matches 2 elements.*Give the id of one/s],
    [['set', 'What to expct', 'margin-top', '4px'], /Element "What to expct" not found.*"What to expect"/s],
    [['set', '.cards-titl', 'margin-top', '4px'], /Shared style.*not found.*\.cards-title/s],
    [['set', '.cards-title', 'margin-top', '4px', '--at', 'tablet'], /Breakpoint "tablet" not found.*widest, below-/s],
    [['set', 'What to expect', 'margin-top'], /A property and its value are missing/],
    [['remove', '.cards-stack'], /Correction not found|Shared style/],
    [['paint'], /Unknown value "paint"/],
  ])('%j is refused, and nothing is written', (args, pattern) => {
    const before = readFileSync(join(project, 'adjust.yaml'), 'utf8');
    expect(tavrik(['adjust', project, ...args])).toMatchObject({ code: 2, err: expect.stringMatching(pattern) });
    expect(readFileSync(join(project, 'adjust.yaml'), 'utf8')).toBe(before);
  });

  it('names the lines of corrections that contradict each other', () => {
    const file = join(project, 'adjust.yaml');
    const before = readFileSync(file, 'utf8');
    writeFileSync(
      file,
      'format: tavrik-adjust\nversion: 1\nadjustments:\n  - style: a\n    set: { color: red }\n  - style: a\n    at: [widest]\n    set: { color: blue }\n',
    );
    expect(tavrik(['render', project])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/Lines 5 and 8 contradict each other on color/),
    });
    writeFileSync(file, 'format: tavrik-adjust\nversion: 1\nadjustments:\n  - style: a\n    set: { colour: red }\n');
    expect(tavrik(['render', project])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/Line 5: Unknown property "colour"/),
    });
    writeFileSync(file, before);
    expect(existsSync(join(project, 'site/index.html'))).toBe(true);
  });
});
